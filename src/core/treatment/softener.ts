import { GPG } from "../units";
import { worstLevel, type Level } from "../verdict";

const GAL = 3.785411784;
const LB = 0.45359237;
const saltCurve: readonly (readonly [number, number])[] = [
  [6, 20000],
  [8, 23500],
  [10, 26000],
  [12, 28000],
  [15, 30000],
];

/**
 * Grains per ft³ of resin at a salt setting in lb/ft³, linear between; undefined outside 6–15 (handbook 2,
 * Softener).
 */
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

export interface SoftenerDuty {
  readonly resinFt3: number;
  readonly saltLbPerFt3: number;
  readonly dailyLitres: number;
  /** mg/L as CaCO3. */ readonly compensated: number;
  /** One day kept back. */ readonly reserve: boolean;
}
export interface SoftenerCycle {
  readonly capacityGrains: number;
  readonly loadGrainsPerDay: number;
  /** Absent when nothing has to be removed. */
  readonly daysBetween?: number;
  readonly saltKgPerRegeneration: number;
  readonly brineWaterL: number;
}

/**
 * Capacity, daily load and whole days between regenerations (handbook 2, Softener). Undefined when the salt
 * setting is outside 6–15 lb/ft³.
 */
export function softenerCycle(duty: SoftenerDuty): SoftenerCycle | undefined {
  const perFt3 = capacityPerFt3(duty.saltLbPerFt3);
  if (perFt3 === undefined) return undefined;
  const capacityGrains = perFt3 * duty.resinFt3;
  const loadGrainsPerDay = (duty.dailyLitres / GAL) * (duty.compensated / GPG);
  const saltLb = duty.saltLbPerFt3 * duty.resinFt3;
  const base = {
    capacityGrains,
    loadGrainsPerDay,
    saltKgPerRegeneration: saltLb * LB,
    brineWaterL: (saltLb / 3) * GAL,
  };
  if (loadGrainsPerDay <= 0) return base;
  const usable = duty.reserve ? capacityGrains - loadGrainsPerDay : capacityGrains;
  return { ...base, daysBetween: Math.max(0, Math.floor(usable / loadGrainsPerDay + 1e-9)) };
}

/** The interval the valve really uses: at most 14 days, 4 with iron above 0.3 mg/L (handbook 2, Softener). */
export const intervalUsed = (days: number, iron: number): number =>
  Math.min(days, 14, iron > 0.3 ? 4 : Infinity);

/** kg of salt in a year of 365.25 days; undefined for an interval of 0. */
export const saltPerYear = (kgPerRegeneration: number, interval: number): number | undefined =>
  interval > 0 ? (kgPerRegeneration * 365.25) / interval : undefined;

/** Sodium added, mg/L: 0.46 for each mg/L of hardness removed (handbook 2, What a unit does). */
export const sodiumAdded = (hardnessIn: number, hardnessOut: number): number =>
  0.46 * Math.max(0, hardnessIn - hardnessOut);

/** Litres between regenerations of a manual unit: g of CaCO3 × 1000 / (mg/L). Hardness must be above zero. */
export const manualLitres = (capacityGrams: number, hardness: number): number =>
  (capacityGrams * 1000) / hardness;

/**
 * How an interval is judged: Good 3 to 14 days used, Check 1 or 2, Stop 0; Check where capacity outlasts
 * what a valve without calendar override would allow (handbook 2, Softener).
 */
export function intervalLevel(days: number | undefined, iron: number, calendarOverride: boolean): Level {
  if (days === undefined) return "Good";
  const used = intervalUsed(days, iron);
  if (used <= 0) return "Stop";
  return used < 3 || (days > used && !calendarOverride) ? "Check" : "Good";
}

/**
 * How service flow is judged, gpm per ft³ of resin: continuous up to 5 Good, 7.5 Check; peak up to 10 Good,
 * 15 Check; the worse governs.
 */
export const serviceFlowLevel = (continuous: number, peak: number): Level =>
  continuous > 7.5 || peak > 15 ? "Stop" : continuous > 5 || peak > 10 ? "Check" : "Good";

export const RESIN_SIZES: readonly number[] = [0.75, 1, 1.25, 1.5, 2, 2.5, 3];
export const SALT_SETTINGS: readonly number[] = [6, 8, 10, 12, 15];

export interface SoftenerSite {
  readonly dailyLitres: number;
  /** mg/L as CaCO3. */ readonly compensated: number;
  readonly iron: number;
  readonly reserve: boolean;
  /** L/min; where they are not known service flow is not judged. */ readonly peak?: number;
  readonly continuous?: number;
  readonly calendarOverride?: boolean;
  /** Equal tanks side by side. */ readonly parallel?: number;
}
export interface SoftenerChoice {
  readonly resinFt3: number;
  readonly saltLbPerFt3: number;
  /** Days between regenerations as the valve uses them; absent when nothing has to be removed. */ readonly interval?: number;
  readonly levels: readonly Level[];
  readonly level: Level;
  /** In a year; absent for an interval of 0. */ readonly saltKg?: number;
  /** Brine make-up in a year, L. */ readonly brineL?: number;
}

/** One size at one salt setting, judged; undefined where the setting is outside 6 to 15 lb/ft³. */
export function softenerChoice(
  resinFt3: number,
  saltLbPerFt3: number,
  site: SoftenerSite,
): SoftenerChoice | undefined {
  const n = site.parallel ?? 1;
  const cycle = softenerCycle({
    resinFt3: resinFt3 * n,
    saltLbPerFt3,
    dailyLitres: site.dailyLitres,
    compensated: site.compensated,
    reserve: site.reserve,
  });
  if (!cycle) return undefined;
  const interval = cycle.daysBetween === undefined ? undefined : intervalUsed(cycle.daysBetween, site.iron);
  const perFt3 = (flow: number) => flow / GAL / (resinFt3 * n);
  const levels: Level[] = [
    intervalLevel(cycle.daysBetween, site.iron, site.calendarOverride ?? true),
    ...(site.peak === undefined || site.continuous === undefined
      ? []
      : [serviceFlowLevel(perFt3(site.continuous), perFt3(site.peak))]),
  ];
  const year = (perRegeneration: number) =>
    interval === undefined ? 0 : saltPerYear(perRegeneration, interval);
  const [saltKg, brineL] = [year(cycle.saltKgPerRegeneration), year(cycle.brineWaterL)];
  return {
    resinFt3,
    saltLbPerFt3,
    interval,
    levels,
    level: worstLevel(levels.map((level) => ({ level }))),
    saltKg,
    brineL,
  };
}

const count = (c: SoftenerChoice, level: Level): number => c.levels.filter((l) => l === level).length;
/** Fewest Stops, then fewest Checks, then smallest size, then least salt in a year (handbook 2, Softener). */
const better = (a: SoftenerChoice, b: SoftenerChoice): number =>
  count(a, "Stop") - count(b, "Stop") ||
  count(a, "Check") - count(b, "Check") ||
  a.resinFt3 - b.resinFt3 ||
  (a.saltKg ?? Infinity) - (b.saltKg ?? Infinity) ||
  a.saltLbPerFt3 - b.saltLbPerFt3;

/** The best setting of one size. */
export const bestSetting = (resinFt3: number, site: SoftenerSite): SoftenerChoice =>
  SALT_SETTINGS.map((salt) => softenerChoice(resinFt3, salt, site)!).sort(better)[0]!;

/** The size and setting to propose, with the next size down and up at their own best settings, where there are any. */
export function proposeSoftener(site: SoftenerSite): {
  readonly best: SoftenerChoice;
  readonly smaller?: SoftenerChoice;
  readonly larger?: SoftenerChoice;
} {
  const each = RESIN_SIZES.map((size) => bestSetting(size, site));
  const best = [...each].sort(better)[0]!;
  const at = each.indexOf(best);
  return {
    best,
    smaller: at > 0 ? each[at - 1]! : undefined,
    larger: at < each.length - 1 ? each[at + 1]! : undefined,
  };
}
