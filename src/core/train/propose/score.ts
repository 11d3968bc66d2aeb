import type { Verdict } from "../../verdict";
import type { NeedId } from "../../water";
import { carbonBehind } from "../house";
import { isNeedRule, needRuleId } from "../needs";

/** Stops, Checks, Unknowns, cost: compared in this order, worst first (handbook 2). */
export type Score = readonly [stops: number, checks: number, unknowns: number, cost: number];
export const zero: Score = [0, 0, 0, 0];
/** Two scores added, part by part. */
export const add = (a: Score, b: Score): Score => [a[0] + b[0], a[1] + b[1], a[2] + b[2], a[3] + b[3]];
/** Any number of scores added; of none, `zero`. */
export const sum = (...all: readonly Score[]): Score => all.reduce(add, zero);
/** Below zero where `a` is better. */
export const less = (a: Score, b: Score): number => a[0] - b[0] || a[1] - b[1] || a[2] - b[2] || a[3] - b[3];

/** In ranking, water that nothing disinfects counts as so many Stops. */
export const UNSAFE = 10;
const UNSAFE_RULE = needRuleId("disinfection" satisfies NeedId);

/** Is a Check a need left unmet: of the water, or carbon behind a dosing pump, whose chlorine would reach the taps. */
const isUnmet = (rule: string): boolean => isNeedRule(rule) || rule === carbonBehind.id;

/**
 * How many Stops a verdict counts for in ranking: a need left unmet is one, whatever its level says to a
 * planner who chose so.
 */
function stopsOf({ level, rule }: Verdict): number {
  if (level === "Stop") return rule === UNSAFE_RULE ? UNSAFE : 1;
  return level === "Check" && isUnmet(rule) ? 1 : 0;
}

/** The score of some verdicts and a cost. */
export function scoreOf(verdicts: readonly Verdict[], cost: number): Score {
  let [stops, checks, unknowns] = [0, 0, 0];
  for (const v of verdicts) {
    const s = stopsOf(v);
    stops += s;
    if (s === 0 && v.level === "Check") checks += 1;
    else if (v.level === "Unknown") unknowns += 1;
  }
  return [stops, checks, unknowns, cost];
}
