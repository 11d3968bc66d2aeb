/** The one shape of every judgement in Brant (handbook 2, Verdicts). */
export type Level = "Good" | "Check" | "Stop" | "Unknown";

export interface Verdict {
  readonly level: Level;
  /** One line with the numbers that decided it. */
  readonly reason: string;
  /** The rule's name: stable, used to keep an override attached to what it overrides. */
  readonly rule: string;
  /** What would make it Good. Absent when it is Good. */
  readonly remedy?: string;
  /** For Unknown: the inputs that are missing, as survey or unit fields. */
  readonly missing?: readonly string[];
  /** Survey fields whose closer measurement would settle it: inside their ranges it is now one level, now another. */
  readonly settle?: readonly string[];
  /** The school that it rests on, where installers differ. */
  readonly school?: string;
  /** Shown beside it where a caution of the handbook belongs here. */
  readonly caution?: string;
}

/** Worst first: Stop, Check, Unknown, Good (handbook 2, Limits). */
const rank: Record<Level, number> = { Stop: 0, Check: 1, Unknown: 2, Good: 3 };

export const byWorst = (a: Pick<Verdict, "level">, b: Pick<Verdict, "level">): number =>
  rank[a.level] - rank[b.level];

/** The worst level among the verdicts; Good for an empty list, because nothing was judged wrong. */
export function worstLevel(verdicts: readonly Pick<Verdict, "level">[]): Level {
  return verdicts.reduce<Level>((worst, v) => (rank[v.level] < rank[worst] ? v.level : worst), "Good");
}

export const good = (rule: string, reason: string): Verdict => ({ level: "Good", rule, reason });
export const check = (rule: string, reason: string, remedy: string): Verdict => ({
  level: "Check",
  rule,
  reason,
  remedy,
});
export const stop = (rule: string, reason: string, remedy: string): Verdict => ({
  level: "Stop",
  rule,
  reason,
  remedy,
});
export const unknown = (
  rule: string,
  reason: string,
  missing: readonly string[],
  remedy = "Test or measure it",
): Verdict => ({ level: "Unknown", rule, reason, missing, remedy });

/** A verdict with the caution that belongs beside it. */
export const cautioned = (verdict: Verdict, caution: string): Verdict => ({ ...verdict, caution });

/** The name an override is kept under: place and rule. */
export const verdictKey = (at: string, rule: string): string => `${at}:${rule}`;
