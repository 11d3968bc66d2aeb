import {
  hasCarbon,
  isKnownAbove,
  isKnownAtMost,
  isOver,
  isPlumbing,
  reducedTo,
  type TrainSchools,
} from "../families";
import { supplyPressure, type SupplyCurve } from "../plumbing";
import type { SiteFacts } from "../site";
import { boosted } from "../treatment";
import type { Measured } from "../units";
import type { Verdict } from "../verdict";
import { housePressures } from "../water";
import { rule } from "../words";
import type { Station } from "./station";

const { housingMost, reduceAbove, fixtureGood, fixtureLeast } = housePressures;
/** What a line may take at peak, kPa (handbook 3). */
const LOSS_GOOD = 100;
const LOSS_MOST = 170;
/** Beyond so many times the measured flow the supply's curve is a guess. */
const MEASURED_REACH = 1.5;
const REDUCING_VALVE = "A pressure-reducing valve";
const EXPANSION = "A closed system may need an expansion tank.";

interface OrderFacts {
  readonly first: "carbon" | "softener";
  readonly school: TrainSchools["order"];
  readonly disinfected?: boolean;
  /** The carbon takes the sulphide that the softener must not see. */
  readonly sulphide?: boolean;
}
const orderRule = rule<OrderFacts>("carbon-softener-order", {
  reason: ({ school, disinfected, sulphide }, _say, level) => {
    if (level === "Unknown")
      return "whether there is disinfectant is not known: it decides which stands first";
    if (sulphide)
      return level === "Good"
        ? "carbon first: it takes the sulphide, which fouls resin"
        : "softener stands first, but sulphide fouls its resin";
    if (school !== "disinfectant")
      return level === "Good"
        ? `${school} first, by the school chosen`
        : `the school chosen puts the ${school} first`;
    if (level === "Good")
      return disinfected
        ? "carbon first: chlorine harms resin"
        : "softener first: no disinfectant above 0.5 mg/L";
    return disinfected
      ? "softener stands first, but chlorine harms its resin"
      : "carbon stands first, but no disinfectant above 0.5 mg/L is known";
  },
  remedy: ({ school, disinfected, sulphide }, _say, level) => {
    if (level === "Unknown") return "Test free chlorine and chloramine";
    if (sulphide) return "Carbon first";
    if (school !== "disinfectant")
      return `${school === "carbon" ? "Carbon" : "Softener"} first, or keep it with a reason`;
    return disinfected ? "Carbon first" : "Softener first, or keep it with a reason";
  },
});
const uvLast = rule<{ readonly after: readonly string[] }>("uv-last", {
  reason: ({ after }) => `${after.join(", ")} stands after the UV chamber`,
  remedy: () => "UV is the last unit in the house's line",
});

/** A dosing pump without carbon behind it. */
export const carbonBehind = rule<Record<string, never>>("doser-carbon", {
  reason: () => "no carbon stands behind the dosing pump: its chlorine reaches the taps",
  remedy: () => "A carbon tank behind the retention tank",
});

/**
 * Is there disinfectant in the water that comes: undefined where nobody tested it; in a private source
 * there is none unless somebody did (handbook 10, ruling 6).
 */
function isDisinfected({ water, source }: SiteFacts): boolean | undefined {
  const { chlorine, chloramine } = water;
  if (isKnownAbove(chlorine, 0.5) || isKnownAbove(chloramine, 0.5)) return true;
  const none = (m: Measured | undefined) => m?.is === "notDetected" || isKnownAtMost(m, 0.5);
  if (none(chlorine) && none(chloramine)) return false;
  const ofOwn = source !== undefined && source !== "municipal";
  return ofOwn && chlorine === undefined && chloramine === undefined ? false : undefined;
}

/**
 * Which of carbon and softener stands first: by sulphide that the carbon takes, else by the school, else by
 * disinfectant (handbook 10, rulings 6 and 7).
 */
function judgeCarbonSoftener(
  facts: SiteFacts,
  school: TrainSchools["order"],
  { carbon, first: carbonFirst }: { readonly carbon: Station; readonly first: boolean },
): Verdict {
  const first = carbonFirst ? "carbon" : "softener";
  const sulphide =
    isKnownAbove(facts.water.sulphide, 0.05) && carbon.model.reductions?.sulphide !== undefined;
  if (sulphide) return orderRule.at(carbonFirst ? "Good" : "Check", { first, school, sulphide });
  const disinfected = isDisinfected(facts);
  if (school === "disinfectant" && disinfected === undefined)
    return {
      ...orderRule.unknown({ first, school }, ["water.chlorine", "water.chloramine"]),
      school: "order",
    };
  const wanted = school === "disinfectant" ? (disinfected ? "carbon" : "softener") : school;
  return {
    ...orderRule.at(first === wanted ? "Good" : "Check", { first, school, disinfected }),
    school: "order",
  };
}

/** Where a unit of a kind stands first in the line; undefined where none does. */
function firstOf(line: readonly Station[], is: (model: Station["model"]) => boolean): number | undefined {
  const at = line.findIndex((s) => is(s.model));
  return at === -1 ? undefined : at;
}

/** Order of the units in the house's line (handbook 1, Schools; handbook 2, UV). */
export function judgeOrder(
  facts: SiteFacts,
  school: TrainSchools["order"],
  line: readonly Station[],
): Verdict[] {
  const carbon = firstOf(line, hasCarbon);
  const soft = firstOf(line, (m) => m.softener !== undefined);
  const uv = firstOf(line, (m) => m.uv !== undefined);
  const verdicts: Verdict[] = [];
  if (carbon !== undefined && soft !== undefined && carbon !== soft)
    verdicts.push(judgeCarbonSoftener(facts, school, { carbon: line[carbon]!, first: carbon < soft }));
  const dosed = line.findIndex((s) => s.model.doser);
  if (dosed !== -1 && !line.slice(dosed + 1).some((s) => hasCarbon(s.model)))
    verdicts.push(carbonBehind.check({}));
  const after = uv === undefined ? [] : line.slice(uv + 1).filter((s) => !isPlumbing(s.model));
  if (after.length > 0) verdicts.push(uvLast.stop({ after: after.map((s) => s.model.code) }));
  return verdicts;
}

interface OverFacts {
  readonly pressure: number;
  readonly most: number;
}
const overPressure = rule<OverFacts>("over-pressure", {
  reason: ({ pressure, most }, say) =>
    `${say.beside(pressure, most, "pressure")} at the main, the train takes ${say.of(most, "pressure")}`,
  remedy: () => REDUCING_VALVE,
});
const nightPressure = rule<{ readonly pressure: number; readonly most?: number }>("night-pressure", {
  reason: ({ pressure, most }, say) =>
    most === undefined
      ? `${say.of(pressure, "pressure")} by day: the night peak must be measured`
      : `${say.beside(pressure, most, "pressure")} at night, the train takes ${say.of(most, "pressure")}`,
  remedy: ({ most }) =>
    most === undefined ? "A 24 h gauge with drag hand, or a pressure-reducing valve" : REDUCING_VALVE,
});
const reducingValve = rule<{ readonly setPoint?: number }>("reducing-valve", {
  reason: ({ setPoint }, say, level) =>
    level === "Good"
      ? `a reducing valve holds ${say.of(setPoint!, "pressure")}`
      : `above ${say.of(reduceAbove, "pressure")} at the house`,
  remedy: () => "A pressure-reducing valve: a code item in many places",
  caution: () => EXPANSION,
});

const behindReducer = (facts: SiteFacts, pressure: number | undefined): number | undefined =>
  pressure === undefined || facts.reducer === undefined ? pressure : Math.min(pressure, facts.reducer);

/** Static pressure by day and night against what the line takes, and against what a house should have. */
function judgeStatic(given: SiteFacts, line: readonly Pick<Station, "unit" | "model">[]): Verdict[] {
  // A reducing valve of the design holds as one of the house does.
  const setPoints = line.flatMap((s) => reducedTo(s.unit, s.model) ?? []);
  const reducer = Math.min(given.reducer ?? Infinity, ...setPoints);
  const facts = { ...given, reducer: Number.isFinite(reducer) ? reducer : undefined };
  const most = Math.min(housingMost, ...line.map((s) => s.model.maxPressure ?? housingMost));
  const [day, night] = [facts.staticPressure, facts.nightPressure].map((p) => behindReducer(facts, p));
  const verdicts: Verdict[] = [];
  if (day !== undefined && isOver(day, most)) verdicts.push(overPressure.stop({ pressure: day, most }));
  if (night !== undefined && isOver(night, most))
    verdicts.push(nightPressure.stop({ pressure: night, most }));
  if (day !== undefined && day > reduceAbove && night === undefined)
    verdicts.push(nightPressure.unknown({ pressure: day }, ["source.night"]));
  if (Math.max(facts.staticPressure ?? 0, facts.nightPressure ?? 0) > reduceAbove) {
    const held = facts.reducer !== undefined && !isOver(facts.reducer, reduceAbove);
    verdicts.push(reducingValve.at(held ? "Good" : "Check", { setPoint: facts.reducer }));
  }
  return verdicts;
}

interface LeftFacts {
  readonly left?: number;
  readonly assumed?: boolean;
  readonly lacking?: "curve" | "peak";
}
const housePressure = rule<LeftFacts>("house-pressure", {
  reason: ({ left, assumed, lacking }, say, level) => {
    if (lacking === "curve") return "the supply's curve is not known";
    if (lacking === "peak") return "the peak flow is not known";
    const limit = level === "Stop" ? fixtureLeast : fixtureGood;
    const shown = `${say.beside(Math.max(0, left!), limit, "pressure")} left after the train at peak${assumed ? ", 20 m of service line assumed" : ""}`;
    if (level === "Stop") return `${shown}, at least ${say.of(fixtureLeast, "pressure")} needed`;
    return level === "Check" ? `${shown}, ${say.of(fixtureGood, "pressure")} is Good` : shown;
  },
  remedy: ({ lacking }, _say, level) => {
    if (lacking === "curve") return "Measure static and flowing pressure";
    if (lacking === "peak") return "Count the fixtures";
    return level === "Stop" ? "Units with less loss, two in parallel, or a booster" : "Units with less loss";
  },
});
const trainLoss = rule<{ readonly loss: number }>("train-loss", {
  reason: ({ loss }, say, level) => {
    const shown = `the train takes ${say.beside(loss, level === "Stop" ? LOSS_MOST : LOSS_GOOD, "pressure")} at peak`;
    if (level === "Stop") return `${shown}, at most ${say.of(LOSS_MOST, "pressure")}`;
    return level === "Check" ? `${shown}, ${say.of(LOSS_GOOD, "pressure")} is Good` : shown;
  },
  remedy: (_f, _say, level) => (level === "Stop" ? "Larger units, or two in parallel" : "Larger units"),
});
const wellYield = rule<{ readonly peak: number; readonly yields?: number }>("well-yield", {
  reason: ({ peak, yields }, say) =>
    yields === undefined
      ? `${say.of(peak, "flow")} at peak; what the pump yields is not known`
      : `${say.beside(peak, yields, "flow")} at peak, the pump yields ${say.of(yields, "flow")}`,
  remedy: ({ yields }) =>
    yields === undefined ? "Measure the pump's yield" : "A smaller peak, a flow restrictor, or a larger pump",
});
interface ClosedFacts {
  readonly by?: string;
  readonly lacking?: "expansion" | "heater";
}
const closedSystem = rule<ClosedFacts>("closed-system", {
  reason: ({ by, lacking }, _say, level) => {
    if (lacking === "heater") return "the system is closed; whether its heater stores water is not known";
    if (lacking === "expansion")
      return "the system is closed; whether it has an expansion vessel is not known";
    return level === "Good"
      ? "an expansion vessel takes up what the heater warms"
      : `${by} closes the system: what the heater warms finds no room`;
  },
  remedy: ({ lacking }) => (lacking ? "Look at the heater" : "An expansion vessel on the heater's cold side"),
  caution: () => EXPANSION,
});

/** Heaters that hold water while they warm it. */
const storing: ReadonlySet<string> = new Set(["electric", "gas", "heatPump", "indirect"]);

/**
 * A closed system with a heater that stores water asks for an expansion vessel, at every pressure (handbook
 * 10, ruling 11).
 */
export function judgeClosed(facts: SiteFacts, stations: readonly Pick<Station, "model">[]): Verdict[] {
  const has = (family: string) => stations.some((s) => s.model.family === family);
  const by = [
    ...(facts.reducer !== undefined || has("reducer") ? ["the reducing valve"] : []),
    ...(has("checkValve") ? ["the check valve"] : []),
    ...(facts.closed ? ["a check valve or backflow preventer"] : []),
  ][0];
  if (by === undefined) return [];
  const { heater, expansion } = facts;
  if (heater === undefined || heater === "unknown")
    return [closedSystem.unknown({ by, lacking: "heater" }, ["heater.kind"])];
  if (!storing.has(heater)) return [];
  const room = expansion === true || has("expansionVessel");
  if (!room && expansion === undefined)
    return [closedSystem.unknown({ by, lacking: "expansion" }, ["heater.expansion"])];
  return [closedSystem.at(room ? "Good" : "Check", { by })];
}
const beyondMeasured = rule<{ readonly peak: number; readonly measured: number }>("beyond-measured", {
  reason: ({ peak, measured }, say) =>
    `peak ${say.of(peak, "flow")} is beyond 1.5 times the measured ${say.of(measured, "flow")}`,
  remedy: () => "Measure the flowing pressure at a higher flow",
});

/** What a line's own pump and reducing valve make of the supply's pressure, kPa. */
const regulatedBy = (line: readonly Pick<Station, "unit" | "model">[], kPa: number): number =>
  line.reduce((at, { unit, model }) => {
    const lifted = model.booster ? (boosted(at, model.booster) ?? at) : at;
    return Math.min(lifted, reducedTo(unit, model) ?? Infinity);
  }, kPa);

const bandLevel = (bad: boolean, fair: boolean) => (bad ? "Stop" : fair ? "Check" : "Good");

export interface HousePressure {
  readonly verdicts: readonly Verdict[];
  /** kPa left after the train at peak; may be below zero. */
  readonly pressurePeak?: number;
  /** What the line and its pipes take of it, kPa. */
  readonly takenPeak?: number;
}

/** Pressure at the house: what the line takes, and what it leaves at peak (handbook 3, The network). */
export function judgePressure(
  facts: SiteFacts,
  line: readonly Pick<Station, "unit" | "model">[],
  at: {
    readonly curve?: SupplyCurve;
    readonly peak?: number;
    readonly lossPeak?: number;
    /** What its pipes take at the peak, where it is known how they go. */
    readonly pipesPeak?: number;
  },
): HousePressure {
  const { curve, peak, lossPeak, pipesPeak = 0 } = at;
  const resting = judgeStatic(facts, line);
  const open = (verdict: Verdict): HousePressure => ({ verdicts: [...resting, verdict] });
  if (line.length === 0) return { verdicts: resting };
  if (!curve)
    return open(
      housePressure.unknown({ lacking: "curve" }, [
        facts.staticPressure === undefined ? "source.static" : "source.flowing",
      ]),
    );
  if (peak === undefined || lossPeak === undefined)
    return open(housePressure.unknown({ lacking: "peak" }, ["fixture.bathroomGroup"]));
  const flowing: Verdict[] = [];
  const pumped = facts.source !== undefined && facts.source !== "municipal";
  if (pumped && facts.wellYield === undefined) flowing.push(wellYield.unknown({ peak }, ["source.yield"]));
  if (facts.wellYield !== undefined && peak > facts.wellYield)
    flowing.push(wellYield.stop({ peak, yields: facts.wellYield }));
  if (curve.measuredFlow !== undefined && peak > MEASURED_REACH * curve.measuredFlow)
    flowing.push(beyondMeasured.check({ peak, measured: curve.measuredFlow }));
  const left = regulatedBy(line, supplyPressure(curve, peak)) - lossPeak - pipesPeak;
  flowing.push(
    housePressure.at(bandLevel(left < fixtureLeast, left < fixtureGood), { left, assumed: curve.assumed }),
    trainLoss.at(bandLevel(lossPeak > LOSS_MOST, lossPeak > LOSS_GOOD), { loss: lossPeak }),
  );
  return { verdicts: [...resting, ...flowing], pressurePeak: left, takenPeak: lossPeak + pipesPeak };
}

/** What is said of the pressure that a line takes at peak. */
export const lossRules: ReadonlySet<string> = new Set([housePressure.id, trainLoss.id]);

export const houseRules = [
  orderRule,
  uvLast,
  overPressure,
  nightPressure,
  reducingValve,
  housePressure,
  trainLoss,
  wellYield,
  beyondMeasured,
  closedSystem,
  carbonBehind,
];
