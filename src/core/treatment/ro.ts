import { PATM } from "../units";

export interface RoRated {
  readonly permeate: number;
  readonly pressure: number;
  readonly tds: number;
  readonly recovery: number;
  /** Restrictor's own flow at rated pressure, L/min. */ readonly concentrate: number;
}
/** At the membrane: pressure after the pre-filters, kPa. */
export interface RoSite {
  readonly pressure: number;
  readonly temperature: number;
  readonly tds: number;
}
export interface RoPoint {
  readonly permeate: number;
  readonly concentrate: number;
  readonly recovery: number;
  /** Concentrate over permeate; absent when nothing permeates. */ readonly waste?: number;
}

/** Osmotic pressure, kPa: 0.06895·TDS·(T + 273.15)/298.15 (handbook 2, RO). */
export const osmoticPressure = (tds: number, temperature: number): number =>
  (0.06895 * tds * (temperature + 273.15)) / 298.15;

/** Concentration factor at a recovery: −ln(1 − R)/R, 1 at R = 0. */
export const concentrationFactor = (recovery: number): number =>
  recovery === 0 ? 1 : -Math.log1p(-recovery) / recovery;

/** Permeate at a temperature over permeate at 25 °C. */
export function temperatureFactor(temperature: number): number {
  return Math.exp((temperature >= 25 ? 2640 : 3020) * (1 / 298.15 - 1 / (temperature + 273.15)));
}

/** Net driving pressure at rated conditions, kPa; not above zero means the unit's data are wrong. */
export const ratedDrivingPressure = (rated: RoRated): number =>
  rated.pressure - osmoticPressure(rated.tds, 25) * concentrationFactor(rated.recovery);

/**
 * Permeate, concentrate and recovery at a site and a back pressure, L/min, the root of Qp(R)/(Qp(R) + Qc) −
 * R in [0, 0.999], by Newton's steps inside bisection's bracket. Undefined when the unit's own data give no
 * driving pressure or the restrictor passes nothing (handbook 2, RO).
 */
export function roPoint(rated: RoRated, site: RoSite, backPressure = 0): RoPoint | undefined {
  const ndpRated = ratedDrivingPressure(rated);
  const concentrate = rated.concentrate * Math.sqrt(Math.max(0, site.pressure) / rated.pressure);
  if (!(ndpRated > 0) || !(rated.concentrate > 0)) return undefined;
  const tcf = temperatureFactor(site.temperature);
  const pi = osmoticPressure(site.tds, site.temperature);
  const permeateAt = (r: number) =>
    (rated.permeate * tcf * Math.max(0, site.pressure - backPressure - pi * concentrationFactor(r))) /
    ndpRated;
  if (permeateAt(0) <= 0) return { permeate: 0, concentrate, recovery: 0 };
  // Newton's steps on Qp(R)·(1 − R) − R·Qc, which has the same root, kept inside the bracket that bisection would keep.
  let low = 0;
  let high = 0.999;
  let recovery = permeateAt(0) / (permeateAt(0) + concentrate);
  for (let i = 0; i < 60 && high - low > 1e-15; i += 1) {
    const q = permeateAt(recovery);
    const miss = q * (1 - recovery) - recovery * concentrate;
    if (miss > 0) low = recovery;
    else high = recovery;
    const factorSlope =
      recovery < 1e-6 ? 0.5 : (recovery / (1 - recovery) + Math.log1p(-recovery)) / recovery ** 2;
    const slope =
      (q > 0 ? -((rated.permeate * tcf * pi) / ndpRated) * factorSlope * (1 - recovery) : 0) -
      q -
      concentrate;
    const next = recovery - miss / slope;
    const kept = next > low && next < high ? next : (low + high) / 2;
    if (Math.abs(kept - recovery) < 1e-15) break;
    recovery = kept;
  }
  const permeate = permeateAt(recovery);
  return permeate > 0
    ? { permeate, concentrate, recovery, waste: concentrate / permeate }
    : { permeate: 0, concentrate, recovery: 0 };
}

export interface BladderTank {
  readonly totalLitres: number;
  /** Gauge, empty, kPa. */ readonly precharge: number;
}

/** Pressure in the tank holding a volume, gauge kPa (isothermal bladder). */
export const tankPressure = (tank: BladderTank, litres: number): number =>
  ((tank.precharge + PATM) * tank.totalLitres) / (tank.totalLitres - litres) - PATM;

/** Litres in the tank at a pressure, gauge kPa. */
export const tankLitres = (tank: BladderTank, pressure: number): number =>
  tank.totalLitres * (1 - (tank.precharge + PATM) / (pressure + PATM));

/** The automatic shut-off closes at this share of the feed, unless the unit states another. */
export const SHUT_OFF = 0.67;

export interface TankFill {
  readonly fullLitres: number;
  readonly minutes: number;
  readonly wasteLitres: number;
  readonly wastePerLitre: number;
  readonly shutOffKPa: number;
}
export type NeverFills = {
  readonly never: "tank" | "permeate";
  readonly shutOffKPa: number;
  readonly ceilingKPa: number;
};

// Nodes and weights of the five-point Gauss–Legendre rule on [−1, 1].
const gauss: readonly (readonly [number, number])[] = [
  [0, 128 / 225],
  [0.5384693101056831, 0.47862867049936647],
  [-0.5384693101056831, 0.47862867049936647],
  [0.906179845938664, 0.23692688505618908],
  [-0.906179845938664, 0.23692688505618908],
];

/**
 * Time and waste to fill the tank from `from` litres to the shut-off (handbook 2, RO): ∫ dV/Qp(p(V)).
 * Without a pump the shut-off closes at 0.67 of the feed, with a permeate pump at 0.85 and the membrane
 * sees no back pressure. `never: "tank"` when the shut-off pressure does not exceed the pre-charge, `never:
 * "permeate"` when the permeate stalls first and the drain runs for ever. Undefined when the unit's data
 * are refused.
 */
export function tankFill(of: {
  readonly rated: RoRated;
  readonly site: RoSite;
  readonly tank: BladderTank;
  readonly permeatePump: boolean;
  /** The unit's own shut-off ratio without a pump. */ readonly shutOff?: number;
  readonly from?: number;
}): TankFill | NeverFills | undefined {
  const { rated, site, tank } = of;
  if (!roPoint(rated, site)) return undefined;
  const shutOffKPa = (of.permeatePump ? 0.85 : (of.shutOff ?? SHUT_OFF)) * site.pressure;
  const ceilingKPa = site.pressure - osmoticPressure(site.tds, site.temperature);
  if (shutOffKPa <= tank.precharge) return { never: "tank", shutOffKPa, ceilingKPa };
  if (of.permeatePump ? ceilingKPa <= 0 : ceilingKPa <= shutOffKPa)
    return { never: "permeate", shutOffKPa, ceilingKPa };
  const full = tankLitres(tank, shutOffKPa);
  const from = Math.min(of.from ?? 0, full);
  // Panels grow finer towards full, where the permeate may nearly stall and the integrand rises steeply.
  const panels = 20;
  const edge = (i: number): number => from + (full - from) * (1 - (1 - i / panels) ** 2);
  let minutes = 0;
  let wasteLitres = 0;
  for (let i = 0; i < panels; i += 1) {
    const half = (edge(i + 1) - edge(i)) / 2;
    const centre = edge(i) + half;
    for (const [x, w] of gauss) {
      const point = roPoint(rated, site, of.permeatePump ? 0 : tankPressure(tank, centre + x * half));
      if (!point || point.permeate <= 0) return { never: "permeate", shutOffKPa, ceilingKPa };
      minutes += (w * half) / point.permeate;
      wasteLitres += (w * half * point.concentrate) / point.permeate;
    }
  }
  return { fullLitres: full, minutes, wasteLitres, wastePerLitre: wasteLitres / (full - from), shutOffKPa };
}

export interface FillPoint {
  readonly minutes: number;
  readonly litres: number;
  /** L/min into the tank at that moment. */ readonly permeate: number;
}

/**
 * Volume and permeate over time while a tank fills, from empty to its shut-off, or to 0.98 of the pressure
 * at which the permeate stalls where it never gets there (handbook 2, RO). Empty when nothing goes into the
 * tank or the unit's data are refused.
 */
export function fillCurve(
  of: {
    readonly rated: RoRated;
    readonly site: RoSite;
    readonly tank: BladderTank;
    readonly permeatePump: boolean;
    readonly shutOff?: number;
  },
  panels = 40,
): FillPoint[] {
  const { rated, site, tank, permeatePump } = of;
  const flowAt = (litres: number): number =>
    roPoint(rated, site, permeatePump ? 0 : tankPressure(tank, litres))?.permeate ?? 0;
  const ceiling = site.pressure - osmoticPressure(site.tds, site.temperature);
  const shutOff = (permeatePump ? 0.85 : (of.shutOff ?? SHUT_OFF)) * site.pressure;
  const end = tankLitres(tank, permeatePump || ceiling > shutOff ? shutOff : 0.98 * ceiling);
  if (!(end > 0) || !(flowAt(0) > 0)) return [];
  const points: FillPoint[] = [{ minutes: 0, litres: 0, permeate: flowAt(0) }];
  const half = end / panels / 2;
  let minutes = 0;
  for (let i = 0; i < panels; i += 1) {
    const centre = (2 * i + 1) * half;
    for (const [x, w] of gauss) {
      const q = flowAt(centre + x * half);
      if (!(q > 0)) return points;
      minutes += (w * half) / q;
    }
    points.push({ minutes, litres: centre + half, permeate: flowAt(centre + half) });
  }
  return points;
}

/**
 * Pressure a booster delivers, kPa: max(feed, min(feed + boost, set point)); undefined below its least
 * inlet pressure.
 */
export function boosted(
  feed: number,
  pump: { readonly boost: number; readonly setPoint: number; readonly minInlet: number },
): number | undefined {
  return feed < pump.minInlet ? undefined : Math.max(feed, Math.min(feed + pump.boost, pump.setPoint));
}

/** Rejection, %: 100·(feed − product)/feed; undefined for a feed not above zero. */
export const rejection = (feedTds: number, productTds: number): number | undefined =>
  feedTds > 0 ? (100 * (feedTds - productTds)) / feedTds : undefined;
