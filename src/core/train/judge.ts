import {
  connectionOf,
  familyOf,
  heldTo,
  judgeLimit,
  limitsFor,
  markAfter,
  placementsOf,
  reducedTo,
  waterAfter,
  type BranchFacts,
  type DesignUnit,
  type FeedLimit,
  type Figure,
  type LimitRow,
  type LineMark,
  type PlacedUnit,
  type Placement,
  type StationContext,
  type UnitModel,
} from "../families";
import { pipeLoss, supplyPressure } from "../plumbing";
import { boosted, lossCurve, unitLoss } from "../treatment";
import { KPA_PER_METRE, value, type Measured } from "../units";
import { worstLevel, type Level, type Verdict } from "../verdict";
import { totalHardness, type Water } from "../water";
import { peakRule } from "./demand";
import type { Ground, TrainInput } from "./ground";
import { groundOf } from "./ground";
import { houseRules, judgeClosed, judgeOrder, judgePressure, type HousePressure } from "./house";
import { fittingRules, judgeFitting, judgeSample } from "./fitting";
import { judgeSiting, sitingRules } from "./siting";
import { judgeScaling, scalingRules } from "./scaling";
import { houseHardness, judgeHouseHardness, judgeNeeds, needRules } from "./needs";
import { judgeOutlets, outletRules, type OutletJudgement } from "./outlets";
import { headlineOf, stationVerdicts, type Station } from "./station";

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
    /** What the line and its pipes take of it, kPa. */
    readonly takenPeak?: number;
    readonly verdicts: readonly Verdict[];
  };
  readonly level: Level;
}

/** The rules that a train as a whole is judged by. */
export const trainRules = [
  peakRule,
  ...needRules,
  ...scalingRules,
  ...fittingRules,
  houseHardness,
  ...outletRules,
  ...sitingRules,
  ...houseRules,
];

/** How far the water has come: what it is, what drives it, and what it passed. */
export interface Reached extends BranchFacts {
  readonly water: Water;
  readonly mark: LineMark;
  /** kPa at continuous flow. */
  readonly pressure?: number;
  /** kPa with nothing running, by day: the main's, behind a reducing valve; a well's at the pump's cut-out. */
  readonly rest?: number;
  /** kPa with nothing running, the highest of a night, where it was measured. */
  readonly night?: number;
  /** kPa that units have taken so far at peak flow. */
  readonly lossPeak?: number;
  /** kPa that pipes have taken so far at peak flow, as far as it is known how they go. */
  readonly pipesPeak?: number;
  readonly upstream: readonly UnitModel[];
  /** L/min that a restrictor ahead lets through at most. */
  readonly held?: number;
  /** On a line behind a membrane, which the house's pressure does not reach. */
  readonly behindMembrane?: boolean;
  /** Height of the unit that the line belongs to, m. */
  readonly riseM?: number;
}

/** Where the water stands before the first unit. */
export function beforeFirst({ facts, demand, curve }: Ground): Reached {
  const pumped = facts.source !== undefined && facts.source !== "municipal";
  const held = (kPa: number | undefined) =>
    kPa === undefined || facts.reducer === undefined ? kPa : Math.min(kPa, facts.reducer);
  return {
    water: facts.water,
    mark: "raw",
    upstream: [],
    // An assumed peak would be an invention: without fixtures the Line's pressure is that of the supply at rest.
    pressure: curve && supplyPressure(curve, demand.continuous ?? 0),
    rest: held(pumped ? facts.wellCutOut : facts.staticPressure),
    night: held(facts.nightPressure),
    lossPeak: demand.peak === undefined ? undefined : 0,
  };
}

/** Pressures and flow behind a pump, a reducing valve or a restrictor; behind any other unit as they were. */
function regulated(
  at: Reached,
  unit: DesignUnit,
  model: UnitModel,
): Pick<Reached, "pressure" | "rest" | "night" | "held"> {
  const most = reducedTo(unit, model) ?? Infinity;
  const flow = heldTo(unit, model);
  const behind = (kPa: number | undefined) => {
    if (kPa === undefined) return undefined;
    const lifted = model.booster && !model.ro ? (boosted(kPa, model.booster) ?? kPa) : kPa;
    return Math.min(most, lifted);
  };
  return {
    pressure: behind(at.pressure),
    rest: behind(at.rest),
    night: behind(at.night),
    held: flow === undefined ? at.held : Math.min(at.held ?? Infinity, flow),
  };
}

/** A flow of the house where a restrictor ahead lets no more through. */
const heldBack = (flow: number | undefined, { held }: Pick<Reached, "held">): number | undefined =>
  flow === undefined || held === undefined ? flow : Math.min(flow, held);

/** How far the water has come behind a unit of the line that leaves it as `water`. */
export function reachedAfter(
  ground: Ground,
  at: Reached,
  unit: DesignUnit,
  model: UnitModel,
  water: Water,
): Reached {
  const behind = regulated(at, unit, model);
  const { pressure } = behind;
  const peak = heldBack(ground.demand.peak, behind);
  const continuous = heldBack(ground.demand.continuous, behind);
  const loss = lossCurve(model.lossPoints);
  const lost = (flow: number) => unitLoss(loss, flow / unit.parallel);
  return {
    ...at,
    water,
    mark: markAfter(model, at.mark),
    upstream: [...at.upstream, model],
    ...behind,
    pressure: pressure === undefined ? undefined : pressure - lost(continuous ?? 0),
    lossPeak: at.lossPeak === undefined || peak === undefined ? undefined : at.lossPeak + lost(peak),
  };
}

/**
 * How far the water has come behind a unit on a branch: a pump hands on its lift, a membrane parts what is
 * behind it from the house's pressure.
 */
function reachedOnBranch(
  at: Reached,
  unit: DesignUnit,
  model: UnitModel,
  water: Water,
  handsOn: BranchFacts | undefined,
): Reached {
  const { rest, night, held } = regulated(at, unit, model);
  const set = reducedTo(unit, model);
  return {
    ...at,
    water,
    mark: markAfter(model, at.mark),
    upstream: [...at.upstream, model],
    rest,
    night,
    held,
    // A booster's lift is worked out at the unit it feeds, at that unit's height.
    pressure: set === undefined || at.pressure === undefined ? at.pressure : Math.min(at.pressure, set),
    booster: handsOn?.booster ?? (model.ro ? undefined : at.booster),
    tankFull: handsOn?.tankFull ?? at.tankFull,
    behindMembrane: model.ro ? true : at.behindMembrane,
    riseM: unit.riseM ?? at.riseM,
  };
}

/**
 * What a limit is held against where a unit stands; pressures at its height, of which one that is not known
 * lifts nothing at rest.
 */
function measuredFor(limit: FeedLimit, water: Water, at: Reached, rise: number | undefined) {
  const placed = (kPa: number | undefined, metres: number | undefined): Measured | undefined =>
    kPa === undefined || metres === undefined ? undefined : value(kPa - KPA_PER_METRE * metres);
  const full = at.tankFull === undefined ? undefined : value(at.tankFull);
  switch (limit.key) {
    case "pressure":
      return placed(at.pressure, rise);
    case "pressureRest":
      return at.behindMembrane ? full : placed(at.rest, rise ?? 0);
    case "pressureNight":
      return placed(at.night, rise ?? 0);
    case "hardness":
      return totalHardness(water);
    default:
      return water[limit.key];
  }
}

/**
 * Is a limit of pressure asked about here at all: the night where it was measured, and behind a membrane
 * only what its tank gives.
 */
function isAsked({ key }: FeedLimit, at: Reached): boolean {
  if (key === "pressureNight") return at.night !== undefined && !at.behindMembrane;
  if (key === "pressure") return !at.behindMembrane;
  return key !== "pressureRest" || !at.behindMembrane || at.tankFull !== undefined;
}

/** Where the water stands behind a run of the line's pipes; as before where nobody knows how they go. */
function throughPipes(ground: Ground, at: Reached, run: number): Reached {
  const pipes = ground.laid?.[run];
  if (!pipes) return at;
  const taken = (flow: number | undefined) =>
    pipes.reduce((kPa, pipe) => kPa + pipeLoss(pipe, heldBack(flow, at) ?? 0), 0);
  return {
    ...at,
    pressure: at.pressure === undefined ? undefined : at.pressure - taken(ground.demand.continuous),
    pipesPeak: (at.pipesPeak ?? 0) + taken(ground.demand.peak),
  };
}

/** A unit's limits, judged on the water and pressure that reach it. */
function judgeLimits(
  ground: Ground,
  model: UnitModel,
  water: Water,
  at: Reached,
  rise: number | undefined,
): LimitRow[] {
  const pumped = ground.facts.source !== undefined && ground.facts.source !== "municipal";
  const ofSource = (limit: FeedLimit): FeedLimit =>
    limit.key === "pressureRest" && pumped ? { ...limit, survey: "source.cutOut" } : limit;
  return limitsFor(ground.tables.limits[model.family] ?? [], model)
    .filter((limit) => isAsked(limit, at))
    .map((asked) => {
      const limit = ofSource(asked);
      const measured = measuredFor(limit, water, at, rise);
      return { limit, measured, verdict: judgeLimit(measured, limit) };
    });
}

/** Judges one unit where the water has come to, and where it comes behind it. */
export function placeUnit(
  ground: Ground,
  at: Reached,
  unit: DesignUnit,
  model: UnitModel,
  placement: Placement = { connects: connectionOf(model) },
): { readonly station: Station; readonly reached: Reached } {
  const { dailyLitres } = ground.demand;
  const peak = heldBack(ground.demand.peak, at);
  const continuous = heldBack(ground.demand.continuous, at);
  const { water, pressure, mark } = at;
  const inLine = placement.connects === "line";
  const rise = unit.riseM ?? (inLine ? 0 : (at.riseM ?? ground.facts.tapRise));
  const ctx: StationContext = {
    unit,
    model,
    placement,
    upstream: at.upstream,
    water,
    facts: ground.facts,
    schools: ground.schools,
    pressureAssumed: ground.curve?.assumed ?? false,
    peak,
    continuous,
    dailyLitres,
    pressure,
    rise,
    held: at.held,
    openFlow: ground.tables.demand.openFlow,
    booster: inLine ? undefined : at.booster,
    tankFull: inLine ? undefined : at.tankFull,
  };
  const own = familyOf(model).judge(ctx);
  const limits = judgeLimits(ground, model, own.limitWater ?? water, at, rise);
  const siting = [
    ...judgeSiting(model, unit.parallel, placement, ground.facts),
    ...judgeFitting(model, placement, ground.facts),
  ];
  const told = { figures: own.figures, verdicts: [...own.verdicts, ...siting], limits };
  const level = worstLevel(stationVerdicts(told));
  const through = inLine ? continuous : model.ratedFlow;
  const waterOut = waterAfter(model, water, through === undefined ? undefined : through / unit.parallel);
  const station: Station = {
    key: unit.key,
    unit,
    model,
    placement,
    level,
    headline: headlineOf(level, stationVerdicts(told)),
    waterIn: water,
    waterOut,
    markIn: mark,
    markOut: markAfter(model, mark),
    pressureIn: pressure,
    takenPeak: at.lossPeak === undefined ? undefined : at.lossPeak + (at.pipesPeak ?? 0),
    ...told,
    cautions: own.cautions,
  };
  return {
    station,
    reached: inLine
      ? reachedAfter(ground, at, unit, model, waterOut)
      : reachedOnBranch(at, unit, model, waterOut, own.handsOn),
  };
}

/**
 * Units where their water passes them: the house's line first, then each branch, what stands on a unit's
 * feed before it and on its product line behind it.
 */
function alongTheWater(
  ground: Ground,
  units: readonly PlacedUnit[],
): { readonly stations: ReadonlyMap<string, Station>; readonly end: Reached } {
  const placed = placementsOf(units);
  const stations = new Map<string, Station>();
  const onPort = (host: string, port: "product" | "feed") =>
    units.filter(({ unit }) => {
      const at = placed.get(unit.key)!;
      return at.host === host && at.connects === port;
    });
  const judge = (at: Reached, { unit, model }: PlacedUnit): Reached => {
    const fed = onPort(unit.key, "feed").reduce(judge, at);
    const { station, reached } = placeUnit(ground, fed, unit, model, placed.get(unit.key));
    stations.set(unit.key, station);
    const behind = onPort(unit.key, "product").reduce(judge, { ...reached, riseM: unit.riseM ?? at.riseM });
    return station.placement.connects === "line" || familyOf(model).ends ? reached : behind;
  };
  const ofLine = units.filter(({ unit }) => placed.get(unit.key)!.connects === "line");
  const ofBranches = units.filter(({ unit }) => {
    const at = placed.get(unit.key)!;
    return at.connects !== "line" && at.host === undefined;
  });
  const last = ofLine.reduce((at, unit, i) => judge(throughPipes(ground, at, i), unit), beforeFirst(ground));
  const end = throughPipes(ground, last, ofLine.length);
  for (const unit of ofBranches) judge({ ...end, riseM: undefined }, unit);
  return { stations, end };
}

/** What is said of the house as a whole, and of each outlet where people drink. */
export interface HouseJudgement extends HousePressure {
  /** Verdicts of a unit's own outlet, by its key. */
  readonly outlets: OutletJudgement["own"];
}

/** Verdicts of the house as a whole behind the stations that stand. */
export function judgeHouse(ground: Ground, stations: readonly Station[], end: Reached): HouseJudgement {
  const line = stations.filter((s) => s.placement.connects === "line");
  const needs = ground.needs(stations.some((s) => s.model.ro));
  const outlets = judgeOutlets(ground, stations, end.water);
  const pressures = judgePressure(ground.facts, line, {
    curve: ground.curve,
    peak: heldBack(ground.demand.peak, end),
    lossPeak: end.lossPeak,
    pipesPeak: end.pipesPeak,
  });
  return {
    verdicts: [
      ...judgeOrder(ground.facts, ground.schools.order, line),
      ...judgeClosed(ground.facts, stations),
      ...judgeSample(ground.facts),
      ...judgeNeeds(needs, stations, { house: end.water, outlets: outlets.own.size > 0 }),
      ...judgeHouseHardness(line, end.water),
      ...(line.length > 0 || stations.length === 0 ? judgeScaling(end.water, line, ground.facts) : []),
      ...outlets.kitchen,
      ...pressures.verdicts,
    ],
    outlets: outlets.own,
    pressurePeak: pressures.pressurePeak,
    takenPeak: pressures.takenPeak,
  };
}

/** A station with what is said of its outlet. */
function withOutlet(station: Station, verdicts: readonly Verdict[] | undefined): Station {
  if (!verdicts || verdicts.length === 0) return station;
  const whole = { ...station, verdicts: [...station.verdicts, ...verdicts] };
  const level = worstLevel(stationVerdicts(whole));
  return { ...whole, level, headline: headlineOf(level, stationVerdicts(whole)) };
}

/**
 * Judges every unit against the water as it arrives there, the flow and the pressure, each outlet where
 * people drink, and the train as a whole (handbook 2; handbook 9, rule 10). Pure: the same input gives the
 * same judgement, in the browser while editing and on the server when signing.
 */
export function judgeTrain(input: TrainInput): TrainJudgement {
  const ground = groundOf(input);
  const { stations: found, end } = alongTheWater(ground, input.units);
  const placed = input.units.flatMap(({ unit }) => found.get(unit.key) ?? []);
  const { outlets, ...house } = judgeHouse(ground, placed, end);
  const stations = placed.map((s) => withOutlet(s, outlets.get(s.key)));
  const { figures, ...flows } = ground.demand;
  return {
    stations,
    demand: figures,
    ...flows,
    house: { water: end.water, mark: end.mark, ...house },
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
