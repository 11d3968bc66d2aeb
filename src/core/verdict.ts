import type { Measured } from "./units/measured";

/**
 * What a verdict keeps of the case it judged: numbers in canonical units, names, what was measured, another
 * verdict.
 */
export type Fact = string | number | boolean | undefined | Measured | Verdict | Facts | readonly Fact[];
export interface Facts {
  readonly [name: string]: Fact;
}

/** The one shape of every judgement in Brant (handbook 2, Verdicts). */
export type Level = "Good" | "Check" | "Stop" | "Unknown";

/**
 * A judgement: which rule, how it came out, and the facts that decided it. Its sentence is made by the rule
 * where somebody reads it.
 */
export interface Verdict {
  readonly level: Level;
  /** The rule's name: stable, used to keep an override attached to what it overrides. */
  readonly rule: string;
  /** Numbers in canonical units, and names. */
  readonly facts: Facts;
  /** For Unknown: the inputs that are missing, as survey or unit fields. */
  readonly missing?: readonly string[];
  /** Survey fields whose closer measurement would settle it: inside their ranges it is now one level, now another. */
  readonly settle?: readonly string[];
  /** The levels that it takes inside those ranges, and the one that its facts were judged at. */
  readonly within?: { readonly levels: readonly Level[]; readonly judged: Level };
  /** The school that it rests on, where installers differ. */
  readonly school?: string;
}

/** Worst first: Stop, Check, Unknown, Good (handbook 2, Limits). */
const rank: Record<Level, number> = { Stop: 0, Check: 1, Unknown: 2, Good: 3 };

/** Sorts verdicts worst first. */
export const byWorst = (a: Pick<Verdict, "level">, b: Pick<Verdict, "level">): number =>
  rank[a.level] - rank[b.level];

/** The worst level among the verdicts; Good for an empty list, because nothing was judged wrong. */
export function worstLevel(verdicts: readonly Pick<Verdict, "level">[]): Level {
  return verdicts.reduce<Level>((worst, v) => (rank[v.level] < rank[worst] ? v.level : worst), "Good");
}

/** The name an override is kept under: place and rule. */
export const verdictKey = (at: string, rule: string): string => `${at}:${rule}`;
