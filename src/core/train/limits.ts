import { lower, print, printMeasured, upper, type Measured, type UnitSystem, type Quantity } from "../units";
import { check, good, stop, unknown, type Verdict } from "../verdict";
import type { WaterKey } from "../water";
import { inSentence } from "../words";

/** One limit of water fed to a unit, canonical units. */
export interface FeedLimit {
  readonly key: WaterKey | "pressure";
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
  /** True where "not detected" by the usual method counts as none (hydrogen sulphide). */
  readonly notDetectedIsNone?: boolean;
}

export interface LimitRow {
  readonly limit: FeedLimit;
  readonly measured?: Measured;
  readonly verdict: Verdict;
}

/** Nameplate values in psi pass: a limit is exceeded above value × 1.001 (handbook 2). */
const ROUNDING = 1.001;

/**
 * Verdict of a measured value against a limit. Missing is Unknown and never zero; `<x` satisfies a maximum of at least x, else Unknown;
 * ND without a limit is Unknown; a range is judged on its bad end (handbook 2, Limits of water fed to each family).
 */
export function judgeLimit(measured: Measured | undefined, limit: FeedLimit, profile: UnitSystem): Verdict {
  const rule = `feed-${limit.key}`;
  const say = (n: number) => print(n, limit.quantity, profile);
  const allowed =
    limit.min !== undefined && limit.max !== undefined
      ? `${say(limit.min)} to ${say(limit.max)}`
      : limit.max !== undefined
        ? `at most ${say(limit.max)}`
        : `at least ${say(limit.min!)}`;
  if (!measured)
    return unknown(rule, `${limit.label} not known; ${allowed} allowed`, [limit.survey], "Test it");
  const shown = printMeasured(measured, limit.quantity, profile);
  if (measured.is === "notDetected" && limit.notDetectedIsNone)
    return good(rule, `${limit.label} not detected`);
  if (measured.is === "notDetected")
    return unknown(
      rule,
      `${limit.label} not detected, but by what limit is not said`,
      [limit.survey],
      "Enter the detection limit, for example <0.05",
    );
  const high = upper(measured)!;
  const low = lower(measured)!;
  const remedy = limit.remedy ?? `Bring ${inSentence(limit.label)} to ${allowed} before this unit`;
  if (limit.max !== undefined && high > limit.max * ROUNDING) {
    if (measured.is === "below")
      return unknown(
        rule,
        `${limit.label} ${shown} could still be over ${say(limit.max)}`,
        [limit.survey],
        "Test it with a finer method",
      );
    const straddles =
      measured.is === "range" && low <= limit.max * ROUNDING
        ? "; the range spans the limit, measure it again"
        : "";
    if (limit.checkMax !== undefined && high <= limit.checkMax * ROUNDING)
      return check(rule, `${limit.label} ${shown}, ${allowed} is Good${straddles}`, remedy);
    return stop(
      rule,
      `${limit.label} ${shown}, ${limit.checkMax !== undefined ? `at most ${say(limit.checkMax)}` : allowed} allowed${straddles}`,
      remedy,
    );
  }
  if (limit.min !== undefined && low < limit.min / ROUNDING) {
    if (measured.is === "below")
      return unknown(
        rule,
        `${limit.label} ${shown} could be under ${say(limit.min)}`,
        [limit.survey],
        "Measure it",
      );
    if (limit.checkMin !== undefined && low >= limit.checkMin / ROUNDING)
      return check(rule, `${limit.label} ${shown}, ${allowed} is Good`, remedy);
    return stop(
      rule,
      `${limit.label} ${shown}, ${limit.checkMin !== undefined ? `at least ${say(limit.checkMin)}` : allowed} needed`,
      remedy,
    );
  }
  return good(rule, `${limit.label} ${shown}, ${allowed} allowed`);
}
