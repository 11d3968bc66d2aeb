/**
 * How the train can be passed by (handbook 4, Sequences; handbook 9): three valves round it, each unit's
 * own head with isolating valves, or not at all: a plain shut-off ahead of it, behind which the house is
 * off until the units are open.
 */
export const arrangements = ["threeValve", "heads", "none"] as const;
export type Arrangement = (typeof arrangements)[number];

/** What of a unit decides which valves stand beside it. */
export interface ShutOff {
  /** Its own head shuts it off. */
  readonly hasHead: boolean;
  readonly hasLamp: boolean;
  /** So many of it side by side. */
  readonly parallel: number;
}

/** Where the valves of a house's line are: ahead of all units, behind them, and on both sides of some. */
export interface ShutOffs {
  readonly ahead: boolean;
  readonly behind: boolean;
  readonly atUnit: readonly boolean[];
}

/**
 * Where valves stand in a house's line, its units in the order of the water: the rig has a handle for each,
 * and the pipes a fitting. `isUnsafe`: nobody may drink what the source gives, so that the house is kept
 * off it until what disinfects works (handbook 10, ruling 26).
 */
export function shutOffsOf(arrangement: Arrangement, line: readonly ShutOff[], isUnsafe: boolean): ShutOffs {
  // A unit that has valves of its own needs none more beside it.
  const hasOwnValves = (unit: ShutOff | undefined) => arrangement === "heads" && unit?.hasHead === false;
  const last = line.at(-1);
  const keepsHouseOff = isUnsafe && last?.hasLamp === false;
  const isPassed = arrangement !== "none" || line.length === 0 || keepsHouseOff;
  return {
    ahead: !hasOwnValves(line[0]),
    behind: isPassed && !hasOwnValves(last),
    // A chamber has valves on both sides whatever goes round it.
    atUnit: line.map((u) => !u.hasHead && (u.parallel > 1 || arrangement === "heads" || u.hasLamp)),
  };
}
