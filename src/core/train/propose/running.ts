import { LITRES_PER_GALLON } from "../../units";
import type { Ground } from "../ground";
import type { Station } from "../station";

/** What a year of running costs beside the unit's own consumables; in the company's currency. */
export interface Prices {
  readonly saltPerKg: number;
  readonly waterPerM3: number;
  /** Years over which trains are compared. */
  readonly years: number;
}

/** A year of running; what cannot be known yet is absent. */
export interface Running {
  readonly saltKg?: number;
  /** Litres to the drain or into brine that nobody uses. */
  readonly wasteLitres?: number;
  readonly consumables: number;
}
type Users = Pick<Ground, "facts" | "schools">;

const figureOf = (s: Station, id: string): number | undefined => s.figures.find((f) => f.id === id)?.value;

/** Litres of brine a year; nothing where there is nothing to remove, undefined where it is not known. */
function brineLitres(s: Station): number | undefined {
  const soft = s.model.softener;
  const [interval, salt] = [figureOf(s, "interval"), figureOf(s, "salt")];
  if (!soft || salt === 0) return 0;
  if (interval === undefined || salt === undefined) return undefined;
  if (interval <= 0) return 0;
  const saltLb = (s.unit.saltLbPerFt3 ?? soft.saltLbPerFt3) * soft.resinFt3 * s.unit.parallel;
  return (saltLb / 3) * LITRES_PER_GALLON * (365.25 / interval);
}

/** Litres a year that a membrane sends to the drain. */
function rejectedLitres(s: Station, { facts, schools }: Users): number | undefined {
  if (!s.model.ro) return 0;
  const waste = figureOf(s, "waste");
  const drinkers = facts.drinkers ?? facts.persons;
  return waste === undefined || drinkers === undefined
    ? undefined
    : drinkers * schools.litresPerDrinker * 365.25 * waste;
}

/** What a station takes in a year. */
export function runningOf(s: Station, users: Users): Running {
  const salt = figureOf(s, "salt");
  const [brine, rejected] = [brineLitres(s), rejectedLitres(s, users)];
  return {
    saltKg: s.model.softener && salt === undefined ? undefined : (salt ?? 0),
    wasteLitres: brine === undefined || rejected === undefined ? undefined : brine + rejected,
    consumables: s.model.cost.yearly * s.unit.parallel,
  };
}

/** What a train costs to buy and a year of it takes; absent where one of its units' share is not known. */
export function costOfTrain(
  stations: readonly Station[],
  facts: Ground["facts"],
  schools: Ground["schools"],
): { readonly parts: number; readonly yearly: Running } {
  const running = stations.map((s) => runningOf(s, { facts, schools }));
  const total = (key: keyof Running) =>
    running.reduce<number | undefined>(
      (all, r) => (all === undefined || r[key] === undefined ? undefined : all + r[key]),
      0,
    );
  return {
    parts: stations.reduce((all, s) => all + s.model.cost.parts * s.unit.parallel, 0),
    yearly: {
      saltKg: total("saltKg"),
      wasteLitres: total("wasteLitres"),
      consumables: total("consumables")!,
    },
  };
}

/** For ranking only, where Unknowns were counted before: what is not known adds nothing. */
export function rankedCost(s: Station, users: Users, p: Prices): number {
  const r = runningOf(s, users);
  const yearly = r.consumables + (r.saltKg ?? 0) * p.saltPerKg + ((r.wasteLitres ?? 0) / 1000) * p.waterPerM3;
  return s.model.cost.parts * s.unit.parallel + p.years * yearly;
}
