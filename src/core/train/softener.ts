import { GPG } from "../units";

const GAL = 3.785411784;
const LB = 0.45359237;
const saltCurve: readonly (readonly [number, number])[] = [[6, 20000], [8, 23500], [10, 26000], [12, 28000], [15, 30000]];

/** Grains per ft³ of resin at a salt setting in lb/ft³, linear between; undefined outside 6–15 (handbook 2, Softener). */
export function capacityPerFt3(saltLbPerFt3: number): number | undefined {
  const first = saltCurve[0]!;
  if (saltLbPerFt3 < first[0]) return undefined;
  for (let i = 1; i < saltCurve.length; i += 1) {
    const [s1, c1] = saltCurve[i]!;
    const [s0, c0] = saltCurve[i - 1]!;
    if (saltLbPerFt3 <= s1) return c0 + ((saltLbPerFt3 - s0) / (s1 - s0)) * (c1 - c0);
  }
  return undefined;
}

export interface SoftenerDuty { readonly resinFt3: number; readonly saltLbPerFt3: number; readonly dailyLitres: number; /** mg/L as CaCO3. */ readonly compensated: number; /** One day kept back. */ readonly reserve: boolean }
export interface SoftenerCycle {
  readonly capacityGrains: number;
  readonly loadGrainsPerDay: number;
  /** Absent when nothing has to be removed. */
  readonly daysBetween?: number;
  readonly saltKgPerRegeneration: number;
  readonly brineWaterL: number;
}

/**
 * Capacity, daily load and whole days between regenerations (handbook 2, Softener). Undefined when the salt setting is outside 6–15 lb/ft³.
 */
export function softenerCycle(duty: SoftenerDuty): SoftenerCycle | undefined {
  const perFt3 = capacityPerFt3(duty.saltLbPerFt3);
  if (perFt3 === undefined) return undefined;
  const capacityGrains = perFt3 * duty.resinFt3;
  const loadGrainsPerDay = (duty.dailyLitres / GAL) * (duty.compensated / GPG);
  const saltLb = duty.saltLbPerFt3 * duty.resinFt3;
  const base = { capacityGrains, loadGrainsPerDay, saltKgPerRegeneration: saltLb * LB, brineWaterL: (saltLb / 3) * GAL };
  if (loadGrainsPerDay <= 0) return base;
  const usable = duty.reserve ? capacityGrains - loadGrainsPerDay : capacityGrains;
  return { ...base, daysBetween: Math.max(0, Math.floor(usable / loadGrainsPerDay + 1e-9)) };
}

/** The interval the valve really uses: at most 14 days, 4 with iron above 0.3 mg/L (handbook 2, Softener). */
export const intervalUsed = (days: number, iron: number): number => Math.min(days, 14, iron > 0.3 ? 4 : Infinity);

/** kg of salt in a year of 365.25 days; undefined for an interval of 0. */
export const saltPerYear = (kgPerRegeneration: number, interval: number): number | undefined => (interval > 0 ? (kgPerRegeneration * 365.25) / interval : undefined);

/** Sodium added, mg/L: 0.46 for each mg/L of hardness removed (handbook 2, What a unit does). */
export const sodiumAdded = (hardnessIn: number, hardnessOut: number): number => 0.46 * Math.max(0, hardnessIn - hardnessOut);

/** Litres between regenerations of a manual unit: g of CaCO3 × 1000 / (mg/L). Hardness must be above zero. */
export const manualLitres = (capacityGrams: number, hardness: number): number => (capacityGrams * 1000) / hardness;
