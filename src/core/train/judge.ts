import {
  familyOf,
  judgeLimit,
  limitFor,
  markAfter,
  waterAfter,
  type BranchFacts,
  type DesignUnit,
  type FeedLimit,
  type Figure,
  type LimitRow,
  type LineMark,
  type StationContext,
  type TrainSchools,
  type UnitModel,
} from "../families";
import { assumedSupplyCurve, supplyCurve, supplyPressure, type SupplyCurve } from "../plumbing";
import type { DemandTables, SiteFacts } from "../site";
import { lossCurve, unitLoss } from "../treatment";
import { value, type Measured } from "../units";
import { worstLevel, type Level, type Verdict } from "../verdict";
import { needsOf, totalHardness, type Findings, type Water } from "../water";
import { judgeDemand, peakRule, type Demand } from "./demand";
import { houseRules, judgeOrder, judgePressure, type HousePressure } from "./house";
import { houseHardness, judgeHouseHardness, judgeNeeds, needRules } from "./needs";
import { headlineOf, stationVerdicts, type Station } from "./station";

export interface TrainInput {
  readonly facts: SiteFacts;
  readonly units: readonly { readonly unit: DesignUnit; readonly model: UnitModel }[];
  readonly schools: TrainSchools;
  readonly tables: {
    readonly demand: DemandTables;
    /** Limits of feed water by family. */
    readonly limits: Readonly<Partial<Record<string, readonly FeedLimit[]>>>;
    /** Roughness and inside diameters, mm, by pipe and nominal size. */
    readonly pipes: Readonly<
      Record<string, { readonly C: number; readonly idMm: Readonly<Record<string, number>> }>
    >;
  };
}

export interface TrainJudgement {
  readonly stations: readonly Station[];
  readonly demand: readonly Figure[];
  readonly peak?: number;
  readonly continuous?: number;
  readonly dailyLitres?: number;
  readonly house: {
    readonly water: Water;
    readonly mark: LineMark;
    readonly pressurePeak?: number;
    readonly verdicts: readonly Verdict[];
  };
  readonly level: Level;
}

/** The rules that a train as a whole is judged by. */
export const trainRules = [peakRule, ...needRules, houseHardness, ...houseRules];

function supplyCurveOf(facts: SiteFacts, pipes: TrainInput["tables"]["pipes"]): SupplyCurve | undefined {
  if (facts.source && facts.source !== "municipal" && facts.wellCutIn !== undefined)
    return { static: facts.wellCutIn, k: 0, assumed: false };
  if (facts.staticPressure === undefined) return undefined;
  const { pressure: flowing, flow } = facts.flowing ?? {};
  const measured =
    flowing === undefined || flow === undefined
      ? undefined
      : supplyCurve({ static: facts.staticPressure, flowing, flow });
  if (measured) return measured;
  const line = facts.pipe === undefined ? undefined : pipes[facts.pipe];
  const idMm = facts.pipeSize === undefined ? undefined : line?.idMm[facts.pipeSize];
  return line && idMm !== undefined
    ? assumedSupplyCurve(facts.staticPressure, { C: line.C, idMm })
    : undefined;
}

/** What a train stands on before its first unit: demand by the schools, and the supply. */
export interface Ground extends Omit<TrainInput, "units"> {
  readonly demand: Demand;
  readonly curve?: SupplyCurve;
  /** What the water needs, with or without an RO behind it; worked out once it is asked for. */
  readonly needs: (roWanted: boolean) => Findings;
}

/** How far the water has come: what it is, what drives it, and what it passed. */
export interface Reached extends BranchFacts {
  readonly water: Water;
  readonly mark: LineMark;
  /** kPa at continuous flow. */
  readonly pressure?: number;
  /** kPa lost so far at peak flow. */
  readonly lossPeak?: number;
  readonly upstream: readonly UnitModel[];
}

/** The ground of a train: everything that does not depend on its units. */
export function groundOf(input: Omit<TrainInput, "units">): Ground {
  const { facts, schools, tables } = input;
  const supply = supplyCurveOf(facts, tables.pipes);
  const known = new Map<boolean, Findings>();
  const needs = (roWanted: boolean): Findings => {
    const found = known.get(roWanted) ?? needsOf(facts.water, { source: facts.source, roWanted });
    known.set(roWanted, found);
    return found;
  };
  return {
    needs,
    facts,
    schools,
    tables,
    demand: judgeDemand(facts, tables.demand, schools.peak),
    curve: supply && facts.reducer !== undefined ? { ...supply, cap: facts.reducer } : supply,
  };
}

/** Where the water stands before the first unit. */
export function beforeFirst({ facts, demand, curve }: Ground): Reached {
  return {
    water: facts.water,
    mark: "raw",
    upstream: [],
    // An assumed peak would be an invention: without fixtures the Line's pressure is that of the supply at rest.
    pressure: curve && supplyPressure(curve, demand.continuous ?? 0),
    lossPeak: demand.peak === undefined ? undefined : 0,
  };
}

/** How far the water has come behind a unit of the line that leaves it as `water`. */
export function reachedAfter(
  ground: Ground,
  at: Reached,
  unit: DesignUnit,
  model: UnitModel,
  water: Water,
): Reached {
  const { peak, continuous } = ground.demand;
  const loss = lossCurve(model.lossPoints);
  const lost = (flow: number) => unitLoss(loss, flow / unit.parallel);
  return {
    ...at,
    water,
    mark: markAfter(model, at.mark),
    upstream: [...at.upstream, model],
    pressure: at.pressure === undefined ? undefined : at.pressure - lost(continuous ?? 0),
    lossPeak: at.lossPeak === undefined || peak === undefined ? undefined : at.lossPeak + lost(peak),
  };
}

/** What a limit is held against where a unit stands. */
function measuredFor(limit: FeedLimit, water: Water, pressure: number | undefined): Measured | undefined {
  if (limit.key === "pressure") return pressure === undefined ? undefined : value(pressure);
  return limit.key === "hardness" ? totalHardness(water) : water[limit.key];
}

/** A unit's limits, judged on the water and pressure that reach it. */
function judgeLimits(
  ground: Ground,
  model: UnitModel,
  water: Water,
  pressure: number | undefined,
): LimitRow[] {
  return (ground.tables.limits[model.family] ?? []).map((family) => {
    const limit = limitFor(family, model);
    const measured = measuredFor(limit, water, pressure);
    return { limit, measured, verdict: judgeLimit(measured, limit) };
  });
}

/** Judges one unit where the water has come to, and where it comes behind it. */
export function placeUnit(
  ground: Ground,
  at: Reached,
  unit: DesignUnit,
  model: UnitModel,
): { readonly station: Station; readonly reached: Reached } {
  const { peak, continuous, dailyLitres } = ground.demand;
  const { water, pressure, mark } = at;
  const ctx: StationContext = {
    unit,
    model,
    upstream: at.upstream,
    water,
    facts: ground.facts,
    schools: ground.schools,
    pressureAssumed: ground.curve?.assumed ?? false,
    peak,
    continuous,
    dailyLitres,
    pressure,
    booster: model.branch ? at.booster : undefined,
    tankFull: model.branch ? at.tankFull : undefined,
  };
  const own = familyOf(model).judge(ctx);
  const limits = judgeLimits(ground, model, own.limitWater ?? water, pressure);
  const told = { figures: own.figures, verdicts: own.verdicts, limits };
  const level = worstLevel(stationVerdicts(told));
  const waterOut = waterAfter(
    model,
    water,
    continuous === undefined ? undefined : continuous / unit.parallel,
  );
  const station: Station = {
    key: unit.key,
    unit,
    model,
    level,
    headline: headlineOf(level, stationVerdicts(told)),
    waterIn: water,
    waterOut,
    markIn: mark,
    markOut: markAfter(model, mark),
    pressureIn: pressure,
    ...told,
    cautions: own.cautions,
  };
  return {
    station,
    reached: model.branch
      ? { ...at, booster: own.handsOn?.booster ?? at.booster, tankFull: own.handsOn?.tankFull ?? at.tankFull }
      : reachedAfter(ground, at, unit, model, waterOut),
  };
}

/** Verdicts of the house as a whole behind the stations that stand. */
export function judgeHouse(ground: Ground, stations: readonly Station[], end: Reached): HousePressure {
  const line = stations.filter((s) => !s.model.branch);
  const needs = ground.needs(stations.some((s) => s.model.effects.includes("reverseOsmosis")));
  const pressures = judgePressure(ground.facts, line, {
    curve: ground.curve,
    peak: ground.demand.peak,
    lossPeak: end.lossPeak,
  });
  return {
    verdicts: [
      ...judgeOrder(ground.facts, ground.schools.order, line),
      ...judgeNeeds(needs, stations, end.water),
      ...judgeHouseHardness(stations, end.water),
      ...pressures.verdicts,
    ],
    pressurePeak: pressures.pressurePeak,
  };
}

/**
 * Judges every unit against the water as it arrives there, the flow and the pressure, and the train as a whole (handbook 2).
 * Pure: the same input gives the same judgement, in the browser while editing and on the server when signing.
 */
export function judgeTrain(input: TrainInput): TrainJudgement {
  const ground = groundOf(input);
  let reached = beforeFirst(ground);
  const stations = input.units.map(({ unit, model }) => {
    const placed = placeUnit(ground, reached, unit, model);
    reached = placed.reached;
    return placed.station;
  });
  const house = judgeHouse(ground, stations, reached);
  const { figures, ...flows } = ground.demand;
  return {
    stations,
    demand: figures,
    ...flows,
    house: { water: reached.water, mark: reached.mark, ...house },
    level: worstLevel([...stations, ...house.verdicts]),
  };
}

/** Every verdict of a judgement with the place it belongs to, as overrides and signing address them. */
export function allVerdicts(judgement: TrainJudgement): { readonly at: string; readonly verdict: Verdict }[] {
  return [
    ...judgement.stations.flatMap((s) => stationVerdicts(s).map((verdict) => ({ at: s.key, verdict }))),
    ...judgement.house.verdicts.map((verdict) => ({ at: "house", verdict })),
  ];
}
