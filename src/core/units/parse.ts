import { exampleOf } from "./examples";
import type { Measured } from "./measured";
import { quantities, type Quantity, type Unit, type UnitSystem } from "./quantities";

export type Parsed =
  | {
      readonly ok: true;
      readonly measured: Measured;
      /** The unit that was understood. */ readonly unit: string;
      /** A pipe's nominal size as written, e.g. `3/4`. */ readonly nominal?: string;
    }
  | { readonly ok: false; readonly at: number; readonly error: string };

const MAX_TEXT = 60;
const fail = (at: number, error: string): Parsed => ({ ok: false, at, error });

/**
 * A number as people write it: `1,234.5`, `0,5`, `1 1/2`, `1-1/4`, `3/4`, `½`. Returns the value and where
 * reading stopped.
 */
function readNumber(
  text: string,
  start: number,
): { value: number; end: number; fraction: boolean } | { error: string; at: number } {
  const rest = text.slice(start);
  const glyphs: Record<string, number> = {
    "¼": 0.25,
    "½": 0.5,
    "¾": 0.75,
    "⅛": 0.125,
    "⅜": 0.375,
    "⅝": 0.625,
    "⅞": 0.875,
  };
  const glyph = /^(\d{1,6})?\s?([¼½¾⅛⅜⅝⅞])/.exec(rest);
  if (glyph)
    return {
      value: Number(glyph[1] ?? 0) + (glyphs[glyph[2]!] ?? 0),
      end: start + glyph[0].length,
      fraction: true,
    };
  const mixed = /^(\d{1,6})(?:\s+|-)(\d{1,3})\/(\d{1,3})(?![\d/])/.exec(rest);
  if (mixed) {
    if (Number(mixed[3]) === 0)
      return { error: "a fraction over zero is no number", at: start + mixed[0].length - 1 };
    return {
      value: Number(mixed[1]) + Number(mixed[2]) / Number(mixed[3]),
      end: start + mixed[0].length,
      fraction: true,
    };
  }
  const plain = /^(\d{1,3})\/(\d{1,3})(?![\d/])/.exec(rest);
  if (plain) {
    if (Number(plain[2]) === 0)
      return { error: "a fraction over zero is no number", at: start + plain[0].length - 1 };
    return { value: Number(plain[1]) / Number(plain[2]), end: start + plain[0].length, fraction: true };
  }
  const thousands = /^-?\d{1,3}(?:,\d{3})+(?:\.\d+)?(?![\d,])/.exec(rest);
  if (thousands && !/^-?0,/.test(rest))
    return {
      value: Number(thousands[0].replaceAll(",", "")),
      end: start + thousands[0].length,
      fraction: false,
    };
  const decimal = /^[-−]?(?:\d+(?:[.,]\d*)?|[.,]\d+)(?:e[+-]?\d{1,3})?/i.exec(rest);
  if (!decimal) return { error: "a number is expected here", at: start };
  const end = start + decimal[0].length;
  if (text[end] === "/") return { error: "the fraction could not be read", at: end };
  const n = Number(decimal[0].replace("−", "-").replace(",", "."));
  return Number.isFinite(n)
    ? { value: n, end, fraction: false }
    : { error: "this number is too large", at: start };
}

function findUnit(units: readonly Unit[], written: string): Unit | undefined {
  const key = written.toLowerCase().replace(/\s+/g, "");
  return units.find((u) => u.names.some((n) => n.toLowerCase().replaceAll(" ", "") === key));
}

const skipSpace = (text: string, at: number): number => at + (/^\s*/.exec(text.slice(at))?.[0].length ?? 0);

/** What is being read: the text with single spaces, the quantity it is to be of, and how a person would write one. */
interface Reading {
  readonly text: string;
  readonly quantity: Quantity;
  readonly profile: UnitSystem;
  readonly example: string;
}

const NOT_DETECTED = /^(nd|n\.d\.|not detected|none detected)$/i;
const TRACE = /^(traces?|tr\.?)$/i;
const BELOW = /^(<|≤|less than)\s*/i;
const ABOVE = /^(>|≥|more than|over)\s*/i;
const DASH = /^\s*(?:–|—|-|to|\.\.)\s*(?=[\d.])/;
/** `1:30`, `1 min 30`, `1 min 30 s`, `1m30s`. */
const MINUTES_AND_SECONDS =
  /^(\d{1,4})(?::(?=\d\d)|\s*(?:min|minutes?|m)\.?\s*)([0-5]?\d(?:[.,]\d+)?)\s*(?:s|sec|seconds?)?$/i;
const FEET = /^(?:'|’|′|ft\.?)\s*(?=[\d½¼¾])/i;

/** A stopwatch's time in minutes and seconds, as `1:30` or `1 min 30`; undefined where the text is no such thing. */
function readStopwatch({ text, quantity }: Reading): Parsed | undefined {
  const stopped = quantity === "stopwatch" ? MINUTES_AND_SECONDS.exec(text) : null;
  if (!stopped) return undefined;
  const minutes = Number(stopped[1]) + Number(stopped[2]!.replace(",", ".")) / 60;
  return within(quantity, { is: "value", value: minutes }, "min");
}

/** Feet with inches, as `5' 3"`; undefined where the text is no such thing. `at` is where the feet's number ended. */
function readFeet({ text, quantity }: Reading, feet: number, at: number): Parsed | undefined {
  const mark = FEET.exec(text.slice(at));
  if (!mark || (quantity !== "length" && quantity !== "height")) return undefined;
  const inches = readNumber(text, at + mark[0].length);
  if ("error" in inches) return fail(inches.at, `Stopped at “${text.slice(inches.at)}”: ${inches.error}`);
  const tail = text.slice(skipSpace(text, inches.end));
  if (tail !== "" && findUnit(quantities.length.units, tail)?.factor !== 25.4)
    return fail(inches.end, `Stopped at “${tail}”: inches were expected after feet`);
  const mm = feet * 304.8 + inches.value * 25.4;
  return within(quantity, { is: "value", value: quantity === "height" ? mm / 1000 : mm }, "ft in");
}

/**
 * The unit that is written, or the profile's own where none is and the quantity allows that; else why there
 * is none.
 */
function readUnit({ quantity, profile, example }: Reading, written: string, at: number): Unit | Parsed {
  const kind = quantities[quantity];
  const own = kind.bare ? findUnit(kind.units, kind.show[profile]) : undefined;
  const unit = written === "" ? own : findUnit(kind.units, written);
  if (unit) return unit;
  const known = kind.units
    .map((u) => u.names[0])
    .filter(Boolean)
    .join(", ");
  if (written === "") return fail(at, `Add a unit (${known}), for example ${example}`);
  return fail(
    at,
    `Stopped at “${written.slice(0, 12)}”: not a unit of ${wordFor(quantity)} here. Use ${known || "a plain number"}`,
  );
}

/** Numbers in a unit, as a value, a detection limit or a range in the canonical unit. */
function measuredOf(
  unit: Unit,
  first: number,
  second: number | undefined,
  bound: "below" | "above" | undefined,
): Measured {
  const canonical = (n: number) => (n - (unit.offset ?? 0)) * unit.factor;
  if (second !== undefined)
    return {
      is: "range",
      low: canonical(Math.min(first, second)),
      high: canonical(Math.max(first, second)),
    };
  return bound ? { is: bound, limit: canonical(first) } : { is: "value", value: canonical(first) };
}

/** A number or a range with its unit. */
function readAmount(reading: Reading, mayRange: boolean): Parsed {
  const { text, quantity, example } = reading;
  const sign = BELOW.exec(text) ?? ABOVE.exec(text);
  const bound = !sign ? undefined : BELOW.test(text) ? "below" : "above";
  if (bound === "above" && !quantities[quantity].mayBeMore)
    return fail(
      0,
      `“${sign![0].trim()}” does not say how much: write the ${wordFor(quantity)}, for example ${example}`,
    );
  const first = readNumber(text, sign ? sign[0].length : 0);
  if ("error" in first)
    return fail(
      first.at,
      `Stopped at “${text.slice(first.at, first.at + 12)}”: ${first.error}. For example ${example}`,
    );
  const dash = mayRange && !bound ? DASH.exec(text.slice(first.end)) : null;
  const second = dash ? readNumber(text, first.end + dash[0].length) : undefined;
  if (second && "error" in second)
    return fail(second.at, `Stopped at “${text.slice(second.at, second.at + 12)}”: ${second.error}`);
  const at = skipSpace(text, second?.end ?? first.end);
  const written = text.slice(at);
  if (written === "" && first.fraction)
    return quantity === "pipeSize"
      ? within(quantity, { is: "value", value: first.value * 25.4 }, "nominal", text)
      : fail(at, `${text} alone could be a pipe size: add a unit, for example ${example}`);
  const feet = readFeet(reading, first.value, at);
  if (feet) return feet;
  const unit = readUnit(reading, written, at);
  if ("ok" in unit) return unit;
  return within(quantity, measuredOf(unit, first.value, second?.value, bound), unit.names[0]!);
}

/**
 * Reads what a person wrote for a quantity into canonical units (handbook 2, Input parsing). Accepts units
 * of either profile, mixed numbers, feet with inches, `<x`, `ND`, where the quantity may be more than an
 * instrument shows `>x`, where it may be found without being counted `trace`, and, where `range` is
 * allowed, `10–12`. A bare number is taken in the profile's unit where the quantity allows that. Anything
 * else is refused with the place where reading stopped. @example parseQuantity("7 gpg", "hardness", {
 * profile: "metric" }) → 119.826… mg/L
 */
export function parseQuantity(
  input: string,
  quantity: Quantity,
  { profile, range = false }: { readonly profile: UnitSystem; readonly range?: boolean },
): Parsed {
  if (input.length > MAX_TEXT)
    return fail(
      MAX_TEXT,
      `Too long for a ${wordFor(quantity)}: write a number and a unit, at most ${MAX_TEXT} characters`,
    );
  const text = input.trim().replace(/\s+/g, " ").replace(/[“”„]/g, '"').replace(/[‘’]/g, "'");
  const example = exampleOf(quantity, profile);
  if (text === "") return fail(0, `Write a ${wordFor(quantity)}, for example ${example}`);
  if (TRACE.test(text) && quantities[quantity].mayBeTrace)
    return { ok: true, measured: { is: "detected" }, unit: "" };
  if (NOT_DETECTED.test(text)) return { ok: true, measured: { is: "notDetected" }, unit: "" };
  const reading: Reading = { text, quantity, profile, example };
  return readStopwatch(reading) ?? readAmount(reading, range);
}

/** The least and the most that a value may be. */
function endsOf(measured: Measured): readonly [low: number, high: number] {
  switch (measured.is) {
    case "value":
      return [measured.value, measured.value];
    case "range":
      return [measured.low, measured.high];
    case "below":
    case "above":
      return [measured.limit, measured.limit];
    default:
      return [0, 0];
  }
}

/** A value that was read, or why it cannot be one of this quantity. */
function within(quantity: Quantity, measured: Measured, unit: string, nominal?: string): Parsed {
  const { min = -Infinity, max, aboveZero } = quantities[quantity];
  const name = wordFor(quantity);
  const [low, high] = endsOf(measured);
  if (low < min)
    return fail(0, min === 0 ? `A ${name} cannot be below zero` : `This ${name} is too low to be real`);
  if (aboveZero && high <= 0)
    return fail(0, `A ${name} of nothing cannot be: stop it when the container is full`);
  if (!Number.isFinite(high) || high > max)
    return fail(0, `This ${name} is too high to be real: check the number and the unit`);
  return nominal
    ? { ok: true, measured, unit, nominal: nominal.replace(/\s*(in|")$/, "") }
    : { ok: true, measured, unit };
}

const words: Partial<Record<Quantity, string>> = {
  stopwatch: "time",
  production: "flow",
  ph: "pH",
  traceConcentration: "concentration",
  pipeSize: "pipe size",
  transmittance: "transmittance",
  surfaceLoad: "surface load",
  resin: "bed of resin",
  bedFlow: "flow through a bed",
  saltDose: "salt setting",
  exchange: "capacity",
  hardnessLoad: "load",
  hardnessMass: "capacity",
  waterLayer: "layer of water",
};
const wordFor = (q: Quantity): string => words[q] ?? q;
