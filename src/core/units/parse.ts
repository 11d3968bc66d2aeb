import type { Measured } from "./measured";
import { quantities, type Quantity, type Unit } from "./quantities";

export type UnitSystem = "us" | "metric";

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

/** A number as people write it: `1,234.5`, `0,5`, `1 1/2`, `1-1/4`, `3/4`, `½`. Returns the value and where reading stopped. */
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
  return units.find((u) => u.names.some((n) => n.toLowerCase() === key));
}

const skipSpace = (text: string, at: number): number => at + (/^\s*/.exec(text.slice(at))?.[0].length ?? 0);

/**
 * Reads what a person wrote for a quantity into canonical units (handbook 2, Input parsing).
 * Accepts units of either profile, mixed numbers, feet with inches, `<x`, `ND` and, where `range` is
 * allowed, `10–12`. A bare number is taken in the profile's unit where the quantity allows that.
 * Anything else is refused with the place where reading stopped.
 * @example parseQuantity("7 gpg", "hardness", { profile: "metric" }) → 119.826… mg/L
 */
export function parseQuantity(
  input: string,
  quantity: Quantity,
  options: { readonly profile: UnitSystem; readonly range?: boolean },
): Parsed {
  const kind = quantities[quantity];
  if (input.length > MAX_TEXT)
    return fail(
      MAX_TEXT,
      `Too long for a ${wordFor(quantity)}: write a number and a unit, at most ${MAX_TEXT} characters`,
    );
  const text = input.trim().replace(/\s+/g, " ");
  const example = exampleOf(quantity, options.profile);
  if (text === "") return fail(0, `Write a ${wordFor(quantity)}, for example ${example}`);
  if (/^(nd|n\.d\.|not detected|none detected)$/i.test(text))
    return { ok: true, measured: { is: "notDetected" }, unit: "" };

  const stopped = quantity === "stopwatch" ? /^(\d{1,4}):([0-5]\d(?:[.,]\d+)?)$/.exec(text) : null;
  if (stopped) {
    const minutes = Number(stopped[1]) + Number(stopped[2]!.replace(",", ".")) / 60;
    return within(kind, quantity, { is: "value", value: minutes }, "min");
  }

  const below = /^(<|≤|less than)\s*/i.exec(text);
  const start = below ? below[0].length : 0;
  const first = readNumber(text, start);
  if ("error" in first)
    return fail(
      first.at,
      `Stopped at “${text.slice(first.at, first.at + 12)}”: ${first.error}. For example ${example}`,
    );

  const dash =
    options.range && !below ? /^\s*(?:–|—|-|to|\.\.)\s*(?=[\d.])/.exec(text.slice(first.end)) : null;
  let second: number | undefined;
  let at = first.end;
  if (dash) {
    const read = readNumber(text, first.end + dash[0].length);
    if ("error" in read)
      return fail(read.at, `Stopped at “${text.slice(read.at, read.at + 12)}”: ${read.error}`);
    second = read.value;
    at = read.end;
  }
  at = skipSpace(text, at);
  const written = text.slice(at);

  if (quantity === "pipeSize" && written === "" && first.fraction)
    return within(kind, quantity, { is: "value", value: first.value * 25.4 }, "nominal", text);
  if (written === "" && first.fraction)
    return fail(at, `${text} alone could be a pipe size: add a unit, for example ${example}`);

  const feet = /^(?:'|’|′|ft\.?)\s*(?=[\d½¼¾])/i.exec(written);
  if (feet && (quantity === "length" || quantity === "height")) {
    const inchesAt = at + feet[0].length;
    const inches = readNumber(text, inchesAt);
    if ("error" in inches) return fail(inches.at, `Stopped at “${text.slice(inches.at)}”: ${inches.error}`);
    const tail = text.slice(skipSpace(text, inches.end));
    if (tail !== "" && findUnit(quantities.length.units, tail)?.factor !== 25.4)
      return fail(inches.end, `Stopped at “${tail}”: inches were expected after feet`);
    const mm = first.value * 304.8 + inches.value * 25.4;
    return within(kind, quantity, { is: "value", value: quantity === "height" ? mm / 1000 : mm }, "ft in");
  }

  const unit =
    written === ""
      ? kind.bare
        ? findUnit(kind.units, kind.show[options.profile])
        : undefined
      : findUnit(kind.units, written);
  if (!unit) {
    const known = kind.units
      .map((u) => u.names[0])
      .filter(Boolean)
      .join(", ");
    return written === ""
      ? fail(at, `Add a unit (${known}), for example ${example}`)
      : fail(
          at,
          `Stopped at “${written.slice(0, 12)}”: not a unit of ${wordFor(quantity)} here. Use ${known || "a plain number"}`,
        );
  }
  const toCanonical = (n: number) => (n - (unit.offset ?? 0)) * unit.factor;
  const measured: Measured =
    second !== undefined
      ? {
          is: "range",
          low: toCanonical(Math.min(first.value, second)),
          high: toCanonical(Math.max(first.value, second)),
        }
      : below
        ? { is: "below", limit: toCanonical(first.value) }
        : { is: "value", value: toCanonical(first.value) };
  return within(kind, quantity, measured, unit.names[0]!);
}

function within(
  kind: (typeof quantities)[Quantity],
  quantity: Quantity,
  measured: Measured,
  unit: string,
  nominal?: string,
): Parsed {
  const low =
    measured.is === "value"
      ? measured.value
      : measured.is === "range"
        ? measured.low
        : measured.is === "below"
          ? measured.limit
          : 0;
  const high = measured.is === "range" ? measured.high : low;
  if (low < (kind.min ?? -Infinity))
    return fail(
      0,
      kind.min === 0
        ? `A ${wordFor(quantity)} cannot be below zero`
        : `This ${wordFor(quantity)} is too low to be real`,
    );
  if (kind.aboveZero && high <= 0)
    return fail(0, `A ${wordFor(quantity)} of nothing cannot be: stop it when the container is full`);
  if (!Number.isFinite(high) || high > kind.max)
    return fail(0, `This ${wordFor(quantity)} is too high to be real: check the number and the unit`);
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
};
const wordFor = (q: Quantity): string => words[q] ?? q;

const examples: Record<Quantity, { us: string; metric: string }> = {
  length: { us: "14 1/2 in", metric: "370 mm" },
  pipeSize: { us: '3/4"', metric: "22 mm" },
  height: { us: "19 ft", metric: "5.8 m" },
  area: { us: "4 ft2", metric: "0.4 m2" },
  pressure: { us: "58 psi", metric: "400 kPa" },
  flow: { us: "6 gpm", metric: "22 L/min" },
  production: { us: "75 gal/day", metric: "280 L/day" },
  volume: { us: "60 gal", metric: "230 L" },
  temperature: { us: "54 °F", metric: "12 °C" },
  hardness: { us: "22 gpg", metric: "377 mg/L" },
  alkalinity: { us: "190 mg/L", metric: "190 mg/L" },
  concentration: { us: "0.5 mg/L or <0.1", metric: "0.5 mg/L or <0.1" },
  traceConcentration: { us: "3 µg/L", metric: "3 µg/L" },
  conductivity: { us: "620 µS/cm", metric: "620 µS/cm" },
  turbidity: { us: "0.8 NTU", metric: "0.8 NTU" },
  transmittance: { us: "92 %", metric: "92 %" },
  percent: { us: "6 %", metric: "6 %" },
  share: { us: "25 %", metric: "25 %" },
  ratio: { us: "3 to 1", metric: "3 to 1" },
  surfaceLoad: { us: "8 gpm/ft2", metric: "20 m/h" },
  mass: { us: "40 lb", metric: "18 kg" },
  duration: { us: "30 min", metric: "30 min" },
  stopwatch: { us: "75 s or 1:15", metric: "75 s or 1:15" },
  ph: { us: "7.2", metric: "7.2" },
  count: { us: "3", metric: "3" },
  power: { us: "40 W", metric: "40 W" },
  voltage: { us: "120 V", metric: "230 V" },
};
/** One example of the quantity as a person of that profile would write it. */
export const exampleOf = (q: Quantity, profile: UnitSystem): string => examples[q][profile];
