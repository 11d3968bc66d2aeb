import { lower, upper, type Measured } from "../units";
import { langelierIndex, totalHardness } from "./hardness";
import type { Water, WaterKey } from "./water";

/** Temperature at which a heater is judged, °C. */
export const HEATER_TEMPERATURE = 60;
/** mg/L of CaCO3 in one mg/L of calcium. */
const CALCIUM_AS_CACO3 = 2.497;
/** The part of the hardness that is taken for calcium where only the hardness is known. */
const CALCIUM_SHARE = 0.7;
/** Beyond so much from zero a water scales or corrodes (handbook 2). */
const BALANCED = 0.5;

/** The scaling index of a water as it is cold, and in a heater. */
export interface Scaling {
  readonly cold: number;
  readonly hot: number;
  /** The calcium was taken from the hardness. */
  readonly calciumTaken: boolean;
}

/** Calcium as mg/L of CaCO3; undefined where neither it nor the hardness is known. */
function calciumOf(water: Water): number | undefined {
  const [calcium, hardness] = [upper(water.calcium), upper(totalHardness(water))];
  if (water.calcium) return calcium === undefined ? undefined : CALCIUM_AS_CACO3 * calcium;
  return hardness === undefined ? undefined : CALCIUM_SHARE * hardness;
}

/** The low end of what was measured, where it has a high end too: with `>x` the index could lie anywhere above. */
const bounded = (m: Measured | undefined): number | undefined => (m?.is === "above" ? undefined : lower(m));

/**
 * The Langelier index of a water at its own temperature and in a heater, or the values that are missing for
 * it (handbook 2; handbook 10, ruling 8).
 */
export function scalingOf(water: Water): {
  readonly index?: Scaling;
  readonly missing: readonly WaterKey[];
} {
  const [ph, tds] = [bounded(water.ph), bounded(water.tds)];
  const [alkalinity, temperature] = [bounded(water.alkalinity), bounded(water.temperature)];
  const calcium = calciumOf(water);
  const needed: readonly (readonly [WaterKey, number | undefined])[] = [
    ["ph", ph],
    ["tds", tds],
    ["alkalinity", alkalinity],
    ["temperature", temperature],
    ["hardness", calcium],
  ];
  const missing = needed.flatMap(([key, value]) => (value === undefined ? [key] : []));
  if (missing.length > 0) return { missing };
  const at = (t: number) =>
    langelierIndex({
      ph: ph!,
      tds: tds!,
      temperature: t,
      calciumAsCaCO3: calcium!,
      alkalinity: alkalinity!,
    });
  const [cold, hot] = [at(temperature!), at(HEATER_TEMPERATURE)];
  return cold === undefined || hot === undefined
    ? { missing }
    : { missing, index: { cold, hot, calciumTaken: water.calcium === undefined } };
}

/** Does a water attack metal: judged as it is cold. */
export const isCorrosive = ({ cold }: Scaling): boolean => cold < -BALANCED;
/** Does it leave scale in a heater: judged hot. */
export const isScaling = ({ hot }: Scaling): boolean => hot > BALANCED;

/** What an index means, in a word or two. */
export function scalingWord(index: Scaling): string {
  const words = [
    ...(isCorrosive(index) ? ["corrosive"] : []),
    ...(isScaling(index) ? ["scaling in the heater"] : []),
  ];
  return words.length > 0 ? words.join(", ") : "balanced";
}
