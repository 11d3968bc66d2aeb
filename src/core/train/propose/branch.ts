import { isOver, isUnder, type UnitModel } from "../../families";
import { boosted } from "../../treatment";
import { KPA_PER_METRE } from "../../units";
import type { Water } from "../../water";
import type { Ground } from "../ground";
import { placeUnit, type Reached } from "../judge";
import type { Station } from "../station";
import type { Placing } from "./placing";
import type { Prices } from "./running";
import { judgeDrunk } from "../outlets";
import { add, less, scoreOf, sum, zero, type Score } from "./score";

/** A drinking-water branch behind a line: an RO, with or without a booster. */
export interface Branch {
  readonly stations: readonly Station[];
  readonly score: Score;
}
export const noBranch: Branch = { stations: [], score: zero };

/** Finds branches behind lines. */
export interface Branches {
  /** The best branch behind a line of `n` units. */
  readonly best: (reached: Reached, n: number) => Branch;
  /** The least that any RO adds behind water, whatever the pressure. */
  readonly floor: (water: Water) => Score;
  /** Ways to build one. */
  readonly ways: number;
}

/** The branches that a catalogue offers, on some ground; each behind equal lines is worked out once. */
export function branchesOn(
  ground: Ground,
  catalogue: readonly UnitModel[],
  prices: Prices,
  placing: Placing,
): Branches {
  const lifetime = (m: UnitModel) => m.cost.parts + prices.years * m.cost.yearly;
  const membranes = catalogue.filter((m) => m.ro).sort((a, b) => lifetime(a) - lifetime(b));
  const boosters = [
    undefined,
    ...catalogue.filter((m) => m.booster && !m.ro).sort((a, b) => a.cost.parts - b.cost.parts),
  ];

  const floors = new Map<string, readonly Score[]>();
  /** What each membrane adds by its water alone: what its feed limits say, and its cost. */
  const floorsIn = (water: Water): readonly Score[] => {
    const key = placing.keyOf(water);
    const known = floors.get(key);
    if (known) return known;
    const each = membranes.map((m) => {
      const at: Reached = { water, mark: "raw", upstream: [] };
      const { station } = placeUnit(ground, at, { key: "x", model: m.code, parallel: 1 }, m);
      return scoreOf(
        // The pressure is not known here; what it says is scored apart.
        station.limits.filter((l) => !l.limit.key.startsWith("pressure")).map((l) => l.verdict),
        lifetime(m),
      );
    });
    floors.set(key, each);
    return each;
  };

  /** What the feed pressure alone says: too little is a Stop, too much a Check. */
  const feedScore = (before: number | undefined, membrane: UnitModel, booster?: UnitModel): Score => {
    const pump = booster?.booster ?? membrane.booster;
    const kPa = before === undefined ? undefined : pump ? boosted(before, pump) : before;
    if (kPa === undefined) return zero;
    if (isUnder(kPa, membrane.ro!.minFeed)) return [1, 0, 0, 0];
    return isOver(kPa, membrane.ro!.maxFeed) ? [0, 1, 0, 0] : zero;
  };

  const known = new Map<string, Branch>();
  const best = (reached: Reached, n: number): Branch => {
    const key = `${n}|${String(reached.pressure)}|${placing.keyOf(reached.water)}`;
    const had = known.get(key);
    if (had) return had;
    const floor = floorsIn(reached.water);
    const rise = ground.facts.tapRise;
    const before =
      reached.pressure === undefined || rise === undefined
        ? undefined
        : reached.pressure - KPA_PER_METRE * rise;
    let found: Branch | undefined;
    for (const booster of boosters)
      for (const [i, membrane] of membranes.entries()) {
        const pumpCost: Score = [0, 0, 0, booster?.cost.parts ?? 0];
        const least = add(add(floor[i]!, feedScore(before, membrane, booster)), pumpCost);
        if (found && less(least, found.score) >= 0) continue;
        const first = booster && placing.place(reached, `u${n + 1}`, booster, 1);
        const key = `u${n + (booster ? 2 : 1)}`;
        const second = placing.place(first?.reached ?? reached, key, membrane, 1);
        const drunk = { name: membrane.code, water: second.station.waterOut };
        const tap = scoreOf(judgeDrunk(ground, reached.water, drunk), 0);
        const score = sum(first?.score ?? zero, second.score, tap);
        if (!found || less(score, found.score) < 0)
          found = { stations: [...(first ? [first.station] : []), second.station], score };
      }
    const branch = found ?? noBranch;
    known.set(key, branch);
    return branch;
  };
  return {
    best,
    floor: (water) => floorsIn(water).reduce((x, y) => (less(y, x) < 0 ? y : x), floorsIn(water)[0] ?? zero),
    ways: Math.max(1, boosters.length * membranes.length),
  };
}
