import type { Measured } from "../units";
import { totalHardness, type Water, type WaterKey } from "../water";
import type { TrainJudgement } from "./judge";

/** One value on its way through the train: as it enters, then behind each unit. */
export interface ProfileRow {
  readonly key: WaterKey;
  readonly values: readonly (Measured | undefined)[];
  /** True where a unit changed it. */ readonly changed: readonly boolean[];
}
export interface WaterProfile {
  /** Keys of the units, in the water's order; the first value of a row stands before them. */ readonly stations: readonly string[];
  readonly rows: readonly ProfileRow[];
}

const same = (a: Measured | undefined, b: Measured | undefined): boolean =>
  JSON.stringify(a) === JSON.stringify(b);
const at = (water: Water, key: WaterKey): Measured | undefined =>
  key === "hardness" ? totalHardness(water) : water[key];

/**
 * The water behind every unit: what is known of each value there, of those known anywhere. A branch unit
 * stands on the water that its branch leaves with.
 */
export function waterProfile(judged: TrainJudgement, keys: readonly WaterKey[], raw: Water): WaterProfile {
  const rows = keys.flatMap((key): ProfileRow[] => {
    const values = [at(raw, key), ...judged.stations.map((s) => at(s.waterOut, key))];
    return values.every((v) => v === undefined)
      ? []
      : [
          {
            key,
            values,
            changed: [false, ...judged.stations.map((s) => !same(at(s.waterIn, key), at(s.waterOut, key)))],
          },
        ];
  });
  return { stations: judged.stations.map((s) => s.key), rows };
}
