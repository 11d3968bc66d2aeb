import type { AnyRule, Sentences } from "../../words";
import { rule } from "../../words";
import type { Compiled, Condition, RuleId } from "../compiled";
import type { Circumstances, Rig } from "../rig";
import type { Given, Layout, Scratch } from "../scratch";

/** Parts of a rig that a rule may speak of. */
export interface Parts {
  readonly rig: Rig;
  readonly circumstances: Circumstances;
  /** Unit keys. */
  readonly units: readonly string[];
  /** Edge ids of openings. */
  readonly openings: readonly string[];
  /** Units that stand side by side count as one. */
  readonly groups: readonly string[];
}

/** A state in the search: degrees, regions, pressure and ways are set. One object, used again for every state. */
export interface Moment {
  readonly c: Compiled;
  readonly t: Scratch;
  readonly given: Given;
  /** The state, from `base` on, by its layout. */
  readonly s: Int32Array;
  readonly base: number;
  readonly l: Layout;
  readonly houseLive: boolean;
  readonly heaterLive: boolean;
}

/** What a verdict of a rule keeps: the parts it concerns, by the names that stand on them. */
export interface RigFacts {
  readonly names: readonly string[];
  readonly subjects: readonly string[];
  readonly source: Rig["source"];
}

/** A rule as its file states it. */
interface RigRuleSpec extends Sentences<RigFacts> {
  readonly id: RuleId;
  /** The name as chapter 4 gives it. */
  readonly name: string;
  /** What it can say, of which parts, at which level; their order is the order of their bits. */
  readonly conditions: (parts: Parts) => readonly Omit<Condition, "rule">[];
  /**
   * Raises what holds in a state; `first` is the number of its first condition. Absent where only a move
   * itself trips it.
   */
  readonly holds?: (m: Moment, first: number) => void;
  /** What helps where it alone stands in the way of every order of moves. */
  readonly wayOut?: string;
  /** It depends on positions alone, so that a goal which names every position can be refused without a search. */
  readonly ofPositions?: boolean;
}

/**
 * A rule of the rig (handbook 4, Rules): its conditions, when they hold, and its sentences. Verdicts,
 * plans, reasons and refusals are derived from it. To add one: a file of this shape, and its name in
 * `list.ts`.
 */
export interface RigRule extends RigRuleSpec {
  /** Its verdicts: the rule's name is `rig-` and its id. */
  readonly verdicts: ReturnType<typeof rule<RigFacts>>;
}

/** Defines a rule of the rig: its conditions, what it raises, and what it says. */
export const rigRule = (spec: RigRuleSpec): RigRule => ({
  ...spec,
  verdicts: rule<RigFacts>(`rig-${spec.id}`, {
    reason: spec.reason,
    remedy: spec.remedy,
    caution: spec.caution,
  }),
});

/** The sentences of some rules, for putting verdicts into words. */
export const sentencesOf = (rules: readonly RigRule[]): readonly AnyRule[] => rules.map((r) => r.verdicts);

/** One condition of a level for each part. */
export const each = (subjects: readonly string[], level: Condition["level"]) =>
  subjects.map((subject) => ({ subject, level }));

/** Can heated water of a region expand into a tank. */
export function expands({ c, t }: Moment, region: number): boolean {
  for (let k = 0; k < c.knots; k += 1) if (c.expansion[k] && t.comp[k] === region) return true;
  return false;
}

/** Does a dose of chlorine stand in a region. */
export function isDosed({ c, t, given }: Moment, region: number): boolean {
  for (let k = 0; k < c.knots; k += 1) if (given.dosed[k] && t.comp[k] === region) return true;
  return false;
}

/** `is` or `are`, as many as are named. */
export const are = ({ names }: RigFacts): string => (names.length > 1 ? "are" : "is");
