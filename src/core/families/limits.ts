import { lower, upper, type Measured, type Quantity } from "../units";
import type { Level, Verdict } from "../verdict";
import { housePressures, waterKeys, waterValues, type WaterKey } from "../water";
import { inSentence, rule, type AnyRule, type Rule, type Say } from "../words";
import type { OwnLimit, UnitModel } from "./unit";

/**
 * Pressure where a unit stands: flowing for its minimum, at rest and at night for its maximum (handbook 10,
 * ruling 9).
 */
const pressureKeys = ["pressure", "pressureRest", "pressureNight"] as const;
type PressureKey = (typeof pressureKeys)[number];
/** What a limit is of: a value of the water, or the pressure. */
export type LimitKey = WaterKey | PressureKey;

/** One limit of water fed to a unit, canonical units. */
export interface FeedLimit {
  readonly key: LimitKey;
  readonly label: string;
  readonly quantity: Quantity;
  readonly min?: number;
  readonly max?: number;
  /** Between max and this: Check. */
  readonly checkMax?: number;
  /** Between this and min: Check. */
  readonly checkMin?: number;
  /** Survey field that would settle an unknown. */
  readonly survey: string;
  readonly remedy?: string;
  /** "Not detected" is below this, whatever the laboratory. */
  readonly notDetectedBelow?: number;
}

export interface LimitRow {
  readonly limit: FeedLimit;
  readonly measured?: Measured;
  readonly verdict: Verdict;
}

/** Nameplate values in psi pass: a limit is exceeded above value × 1.001 (handbook 2). */
export const ROUNDING = 1.001;

/** Is a value over a limit, with the rounding of a nameplate. */
export const isOver = (value: number, max: number): boolean => value > max * ROUNDING;
/** Is a value under a limit, with the rounding of a nameplate. */
export const isUnder = (value: number, min: number): boolean => value < min / ROUNDING;

type Side = "over" | "under" | "none";
interface LimitFacts {
  readonly label: string;
  readonly quantity: Quantity;
  readonly min?: number;
  readonly max?: number;
  readonly checkMax?: number;
  readonly checkMin?: number;
  readonly measured?: Measured;
  /** Which end it is on the wrong side of. */
  readonly side: Side;
  /** A range that has the limit inside it. */
  readonly spans?: boolean;
  readonly remedy?: string;
}

function allowed({ min, max, quantity }: LimitFacts, say: Say): string {
  if (min !== undefined && max !== undefined) return `${say.of(min, quantity)} to ${say.of(max, quantity)}`;
  return max !== undefined ? `at most ${say.of(max, quantity)}` : `at least ${say.of(min!, quantity)}`;
}

/** A single value with enough digits to show that it is over or under its limit. */
function shown(f: LimitFacts, say: Say): string {
  const { measured, side } = f;
  const limit =
    side === "over" ? (f.checkMax ?? f.max) : side === "under" ? (f.checkMin ?? f.min) : undefined;
  return measured!.is === "value" && limit !== undefined && isClose(measured!.value, limit)
    ? say.beside(measured!.value, limit, f.quantity)
    : say.measured(measured!, f.quantity);
}
const isClose = (value: number, limit: number): boolean => Math.abs(value / limit - 1) < 0.02;

function reason(f: LimitFacts, say: Say, level: Level): string {
  if (!f.measured) return `${f.label} not known; ${allowed(f, say)} allowed`;
  if (f.measured.is === "detected") return `traces of ${inSentence(f.label)}, and nobody has said how much`;
  if (f.measured.is === "notDetected")
    return level === "Good"
      ? `${f.label} not detected`
      : `${f.label} not detected, but by what limit is not said`;
  const what = `${f.label} ${shown(f, say)}`;
  if (level === "Good") return `${what}, ${allowed(f, say)} allowed`;
  if (level === "Unknown")
    return f.side === "over"
      ? `${what} could still be over ${say.of(f.max!, f.quantity)}`
      : `${what} could be under ${say.of(f.min!, f.quantity)}`;
  const spans = f.spans ? "; the range spans the limit, measure it again" : "";
  if (level === "Check") return `${what}, ${allowed(f, say)} is Good${spans}`;
  const { checkMax, checkMin, quantity } = f;
  return f.side === "over"
    ? `${what}, ${checkMax !== undefined ? `at most ${say.of(checkMax, quantity)}` : allowed(f, say)} allowed${spans}`
    : `${what}, ${checkMin !== undefined ? `at least ${say.of(checkMin, quantity)}` : allowed(f, say)} needed`;
}

function remedy(f: LimitFacts, say: Say, level: Level): string {
  if (level === "Unknown") {
    if (!f.measured) return "Test it";
    if (f.measured.is === "notDetected") return "Enter the detection limit, for example <0.05";
    if (f.measured.is === "detected") return "Have the amount measured";
    if (f.measured.is === "above") return "Test it with a kit that reaches higher";
    return f.side === "over" ? "Test it with a finer method" : "Measure it";
  }
  return f.remedy ?? `Bring ${inSentence(f.label)} to ${allowed(f, say)} before this unit`;
}

const ruleOf = (key: LimitKey): Rule<LimitFacts> => rule(`feed-${key}`, { reason, remedy });
const rules = new Map<LimitKey, Rule<LimitFacts>>(
  [...waterKeys, ...pressureKeys].map((key) => [key, ruleOf(key)]),
);
/** The rule of every limit. */
export const limitRules: readonly AnyRule[] = [...rules.values()];

/**
 * Verdict of a measured value against a limit. Missing is Unknown and never zero; `<x` satisfies a maximum
 * of at least x, else Unknown; `>x` satisfies a minimum of at most x, is over a maximum of at most x, else
 * Unknown; a trace and ND without a limit are Unknown; a range is judged on its bad end (handbook 2, Limits
 * of water fed to each family).
 */
export function judgeLimit(measured: Measured | undefined, limit: FeedLimit): Verdict {
  const own = rules.get(limit.key)!;
  const { label, quantity, min, max, checkMin, checkMax, survey } = limit;
  const facts = (side: Side, spans?: boolean): LimitFacts => ({
    label,
    quantity,
    min,
    max,
    checkMin,
    checkMax,
    measured,
    side,
    spans,
    remedy: limit.remedy,
  });
  if (!measured) return own.unknown(facts("none"), [survey]);
  if (measured.is === "notDetected") {
    const isKept = max !== undefined && (limit.notDetectedBelow ?? Infinity) <= max;
    return isKept ? own.good(facts("none")) : own.unknown(facts("none"), [survey]);
  }
  if (measured.is === "detected") return own.unknown(facts("none"), [survey]);
  const high = upper(measured) ?? Infinity;
  const low = lower(measured)!;
  if (max !== undefined && isOver(high, max)) {
    const isOpen = measured.is === "above" && low < max;
    if (measured.is === "below" || isOpen) return own.unknown(facts("over"), [survey]);
    const spans = measured.is === "range" && !isOver(low, max);
    const near = checkMax !== undefined && !isOver(high, checkMax);
    return own.at(near ? "Check" : "Stop", facts("over", spans || undefined));
  }
  if (min !== undefined && isUnder(low, min)) {
    if (measured.is === "below" || measured.is === "above") return own.unknown(facts("under"), [survey]);
    const near = checkMin !== undefined && !isUnder(low, checkMin);
    return own.at(near ? "Check" : "Stop", facts("under"));
  }
  return own.good(facts("none"));
}

type Band = Pick<FeedLimit, "min" | "max" | "checkMin" | "checkMax">;

/**
 * A unit's own limit as a band: a bare number is the end that the family's limit has, its maximum where it
 * has both.
 */
function ownBand(own: OwnLimit, limit: Band): Band {
  if (typeof own !== "number") return own;
  const onlyLeast = limit.max === undefined && limit.min !== undefined;
  return onlyLeast ? { min: own } : { max: own };
}

/** A family's limit with what the unit itself says of it: its own limit takes the place of the whole band. */
export function limitFor(limit: FeedLimit, model: UnitModel): FeedLimit {
  const own = model.limits?.[limit.key];
  const { min: _, max: __, checkMin: ___, checkMax: ____, ...rest } = limit;
  if (own !== undefined) return { ...rest, ...ownBand(own, limit) };
  const least = limit.key === "uvt" ? model.uv?.minUvt : undefined;
  if (least === undefined) return limit;
  // A chamber that asks for more than its family moves the whole band; one that takes less moves the end of its Check.
  return least >= (limit.min ?? 0) ? { ...rest, min: least } : { ...limit, checkMin: least };
}

const PRESSURE = { label: "Pressure", quantity: "pressure", survey: "source.static" } as const;

/**
 * The pressures that a unit takes, flowing, at rest and at night: its own figures, else its family's; at
 * most what a house's line takes.
 */
function pressureLimits(family: FeedLimit | undefined, model: UnitModel): FeedLimit[] {
  const base: FeedLimit = family ?? { key: "pressure", ...PRESSURE, max: housePressures.housingMost };
  const { min, max, checkMin, checkMax, ...rest } = limitFor(base, model);
  const most = Math.min(
    max ?? housePressures.housingMost,
    model.maxPressure ?? Infinity,
    model.ro?.maxFeed ?? Infinity,
  );
  const flowing: FeedLimit = { ...rest, label: "Pressure, flowing", min, checkMin };
  const highest = { ...rest, max: most, checkMax, remedy: "A pressure-reducing valve ahead of it" };
  return [
    ...(min === undefined ? [] : [flowing]),
    { ...highest, key: "pressureRest", label: "Pressure at rest" },
    { ...highest, key: "pressureNight", label: "Pressure at night", survey: "source.night" },
  ];
}

/** What a unit itself limits and its family does not. */
const ownLimits = (family: readonly FeedLimit[], model: UnitModel): FeedLimit[] =>
  waterKeys
    .filter((key) => model.limits?.[key] !== undefined && !family.some((l) => l.key === key))
    .map((key) => ({
      key,
      ...waterValues[key],
      survey: `water.${key}`,
      ...ownBand(model.limits![key]!, {}),
    }));

/** Every limit of what is fed to a unit: its family's with what the unit itself says, and its pressures. */
export const limitsFor = (family: readonly FeedLimit[], model: UnitModel): FeedLimit[] => [
  ...family.filter((l) => l.key !== "pressure").map((l) => limitFor(l, model)),
  ...ownLimits(family, model),
  ...pressureLimits(
    family.find((l) => l.key === "pressure"),
    model,
  ),
];
