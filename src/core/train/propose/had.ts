import type { UnitModel } from "../../families";

/** Does it take the hardness out. */
export const isSoftener = (m: UnitModel): boolean => m.effects.includes("softening");

/** How a planner wants hard water answered: as is best, by a softener, or by nothing that takes salt. */
export const hardnessWays = ["best", "softener", "noSalt"] as const;
export type HardnessWay = (typeof hardnessWays)[number];

interface Train {
  readonly units: readonly { readonly model: UnitModel }[];
}

/** Trains that were found, the cheapest over the years first; equal ones stay as they were. */
export const byPrice = <P extends { readonly cost: number }>(proposals: readonly P[]): readonly P[] =>
  proposals.toSorted((a, b) => a.cost - b.cost);

/** What was asked for and is in none of the trains. */
export type NotHad =
  | { readonly is: "softener"; readonly because: "unknown" | "soft" | "worse" }
  | { readonly is: "ro"; readonly because: "none" };

/**
 * What was asked for and is in none of the trains, with the reason. `isHard`: is the water hard enough that
 * it needs a softener; undefined where nobody can say.
 */
export function notHad(
  proposals: readonly Train[],
  asked: { readonly way: HardnessWay; readonly withRo: boolean },
  isHard: boolean | undefined,
): readonly NotHad[] {
  const holds = (is: (m: UnitModel) => boolean) => proposals.some((p) => p.units.some((u) => is(u.model)));
  const because = isHard === undefined ? "unknown" : isHard ? "worse" : "soft";
  return [
    ...(asked.way === "softener" && !holds(isSoftener) ? [{ is: "softener", because } as const] : []),
    ...(asked.withRo && !holds((m) => m.ro !== undefined) ? [{ is: "ro", because: "none" } as const] : []),
  ];
}
