import type { UnitSystem } from "../units";
import type { Facts, Level, Verdict } from "../verdict";
import { sayFor, type Say } from "./say";

/** The sentences of a rule: functions of its facts, printed in one unit system. */
export interface Sentences<F> {
  /** One line with the numbers that decided it. */
  readonly reason: (facts: F, say: Say, level: Level) => string;
  /** What would make it Good. */
  readonly remedy?: (facts: F, say: Say, level: Level) => string;
  /** The caution of the handbook that belongs beside it. */
  readonly caution?: (facts: F, say: Say, level: Level) => string;
}

/** A rule of judgement: a stable name, and what it says of its facts. */
export interface Rule<F> extends Sentences<F> {
  readonly id: string;
  readonly good: (facts: F) => Verdict;
  readonly check: (facts: F) => Verdict;
  readonly stop: (facts: F) => Verdict;
  /** A verdict of a level that was computed. */
  readonly at: (level: Level, facts: F) => Verdict;
  /** Not to be judged yet: `missing` are the survey or unit fields that it waits for. */
  readonly unknown: (facts: F, missing?: readonly string[]) => Verdict;
}
/** A rule of which only the sentences are asked. */
export type AnyRule = Rule<never>;

/** Defines a rule: its verdicts carry facts alone, its sentences are made where somebody reads them. */
export function rule<F extends object>(id: string, sentences: Sentences<F>): Rule<F> {
  const at = (level: Level, facts: F, missing?: readonly string[]): Verdict => ({
    rule: id,
    level,
    facts: facts as unknown as Facts,
    missing,
  });
  return {
    id,
    ...sentences,
    at,
    good: (facts) => at("Good", facts),
    check: (facts) => at("Check", facts),
    stop: (facts) => at("Stop", facts),
    unknown: (facts, missing = []) => at("Unknown", facts, missing),
  };
}

/** A verdict in words. */
export interface Told {
  readonly reason: string;
  readonly remedy?: string;
  readonly caution?: string;
}

/** Puts verdicts into words of one unit system. */
export type Tell = (
  verdict: Pick<Verdict, "rule" | "level" | "facts" | "within">,
  system: UnitSystem,
) => Told;

const levelsInOrder: readonly Level[] = ["Good", "Unknown", "Check", "Stop"];
const levelsSaid = (levels: readonly Level[]): string =>
  levelsInOrder.filter((l) => levels.includes(l)).join(" or ");

/**
 * Words for the verdicts of some rules. A verdict of a rule that is not among them says so by its name,
 * instead of failing.
 */
export function telling(rules: readonly AnyRule[]): Tell {
  const known = new Map(rules.map((r) => [r.id, r as unknown as Rule<Facts>]));
  if (known.size !== rules.length) throw new Error("two rules have one name");
  return (verdict, system) => {
    const found = known.get(verdict.rule);
    if (!found) return { reason: `judged by “${verdict.rule}”, a rule that is not known here` };
    const say = sayFor(system);
    const { facts, within } = verdict;
    // Facts were judged at one level; the ranges behind them may have made the verdict a worse one.
    const level = within?.judged ?? verdict.level;
    const inside = within ? `; ${levelsSaid(within.levels)} within what was measured` : "";
    const remedy = level === "Good" ? undefined : found.remedy?.(facts, say, level);
    return {
      reason: `${found.reason(facts, say, level)}${inside}`,
      remedy: remedy || (within ? "Measure it closer" : undefined),
      caution: found.caution?.(facts, say, level) || undefined,
    };
  };
}
