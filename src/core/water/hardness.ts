import { GPG, lower, upper, type Measured } from "../units";
import type { Water } from "./water";

/** mg/L as CaCO3 from calcium and magnesium in mg/L (handbook 2, Water test). */
export const hardnessFromIons = (calcium: number, magnesium: number): number =>
  2.497 * calcium + 4.118 * magnesium;

/** Total hardness: the tested figure, else from both ions; undefined when neither is known. */
export function totalHardness(water: Water): Measured | undefined {
  if (water.hardness) return water.hardness;
  const { calcium, magnesium } = water;
  const [caHigh, mgHigh, caLow, mgLow] = [upper(calcium), upper(magnesium), lower(calcium), lower(magnesium)];
  if (caLow === undefined || mgLow === undefined) return undefined;
  const low = hardnessFromIons(caLow, mgLow);
  if (caHigh === undefined || mgHigh === undefined) return { is: "above", limit: low };
  const high = hardnessFromIons(caHigh, mgHigh);
  return low === high ? { is: "value", value: high } : { is: "range", low, high };
}

/** The word for a hardness in mg/L as CaCO3. */
export function hardnessWord(hardness: number): string {
  if (hardness < 17) return "soft";
  if (hardness < 60) return "slightly hard";
  if (hardness < 120) return "moderately hard";
  return hardness < 180 ? "hard" : "very hard";
}

export interface CompensationSchool {
  /** gpg counted for each mg/L of iron, 3 to 5. */ readonly ironGpg: number;
  /** gpg for each mg/L of manganese. */ readonly manganeseGpg: number;
}
export const defaultCompensation: CompensationSchool = { ironGpg: 4, manganeseGpg: 2 };

/** Hardness for softener sizing, mg/L as CaCO3: hardness + gpg·(kFe·Fe + kMn·Mn) (handbook 2, Water test). */
export function compensatedHardness(
  of: { readonly hardness: number; readonly iron: number; readonly manganese: number },
  school: CompensationSchool = defaultCompensation,
): number {
  return of.hardness + GPG * (school.ironGpg * of.iron + school.manganeseGpg * of.manganese);
}

/**
 * Langelier index at a temperature in °C, or undefined where TDS, calcium (as CaCO3) or alkalinity is not above zero.
 * LSI = pH − pHs, pHs = (9.3 + A + B) − (C + D) (handbook 2, Water test).
 */
export function langelierIndex(of: {
  readonly ph: number;
  readonly tds: number;
  readonly temperature: number;
  readonly calciumAsCaCO3: number;
  readonly alkalinity: number;
}): number | undefined {
  if (of.tds <= 0 || of.calciumAsCaCO3 <= 0 || of.alkalinity <= 0) return undefined;
  const a = (Math.log10(of.tds) - 1) / 10;
  const b = -13.12 * Math.log10(of.temperature + 273) + 34.55;
  const c = Math.log10(of.calciumAsCaCO3) - 0.4;
  const d = Math.log10(of.alkalinity);
  return of.ph - (9.3 + a + b - (c + d));
}
