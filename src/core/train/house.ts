import { isKnownAbove, isOver, type TrainSchools } from "../families";
import { supplyPressure, type SupplyCurve } from "../plumbing";
import type { SiteFacts } from "../site";
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
  readonly disinfected: boolean;
}
const orderRule = rule<OrderFacts>("carbon-softener-order", {
  reason: ({ school, disinfected }, _say, level) => {
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
  remedy: ({ school, disinfected }) => {
    if (school !== "disinfectant")
      return `${school === "carbon" ? "Carbon" : "Softener"} first, or keep it with a reason`;
    return disinfected ? "Carbon first" : "Softener first, or keep it with a reason";
  },
});
const uvLast = rule<{ readonly after: readonly string[] }>("uv-last", {
  reason: ({ after }) => `${after.join(", ")} stands after the UV chamber`,
  remedy: () => "UV is the last unit in the house's line",
});

/** Where a unit with a record stands first in the line; undefined where none does. */
function firstWith(line: readonly Station[], record: "carbon" | "softener" | "uv"): number | undefined {
  const at = line.findIndex((s) => s.model[record] !== undefined);
  return at === -1 ? undefined : at;
}

/** Order of the units in the house's line (handbook 1, Schools; handbook 2, UV). */
export function judgeOrder(
  facts: SiteFacts,
  school: TrainSchools["order"],
  line: readonly Station[],
): Verdict[] {
  const carbon = firstWith(line, "carbon");
  const soft = firstWith(line, "softener");
  const uv = firstWith(line, "uv");
  const verdicts: Verdict[] = [];
  if (carbon !== undefined && soft !== undefined) {
    const { chlorine, chloramine } = facts.water;
    const disinfected = isKnownAbove(chlorine, 0.5) || isKnownAbove(chloramine, 0.5);
    const first = carbon < soft ? "carbon" : "softener";
    const wanted = school === "disinfectant" ? (disinfected ? "carbon" : "softener") : school;
    const said = orderRule.at(first === wanted ? "Good" : "Check", { first, school, disinfected });
    verdicts.push({ ...said, school: "order" });
  }
  if (uv !== undefined && uv !== line.length - 1)
    verdicts.push(uvLast.stop({ after: line.slice(uv + 1).map((s) => s.model.code) }));
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
function judgeStatic(facts: SiteFacts, line: readonly Pick<Station, "model">[]): Verdict[] {
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
const wellYield = rule<{ readonly peak: number; readonly yields: number }>("well-yield", {
  reason: ({ peak, yields }, say) =>
    `${say.beside(peak, yields, "flow")} at peak, the pump yields ${say.of(yields, "flow")}`,
  remedy: () => "A smaller peak, or a larger pump",
});
const beyondMeasured = rule<{ readonly peak: number; readonly measured: number }>("beyond-measured", {
  reason: ({ peak, measured }, say) =>
    `peak ${say.of(peak, "flow")} is beyond 1.5 times the measured ${say.of(measured, "flow")}`,
  remedy: () => "Measure the flowing pressure at a higher flow",
});

const bandLevel = (bad: boolean, fair: boolean) => (bad ? "Stop" : fair ? "Check" : "Good");

export interface HousePressure {
  readonly verdicts: readonly Verdict[];
  /** kPa left after the train at peak; may be below zero. */
  readonly pressurePeak?: number;
}

/** Pressure at the house: what the line takes, and what it leaves at peak (handbook 3, The network). */
export function judgePressure(
  facts: SiteFacts,
  line: readonly Pick<Station, "model">[],
  at: { readonly curve?: SupplyCurve; readonly peak?: number; readonly lossPeak?: number },
): HousePressure {
  const { curve, peak, lossPeak } = at;
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
  if (facts.wellYield !== undefined && peak > facts.wellYield)
    flowing.push(wellYield.stop({ peak, yields: facts.wellYield }));
  if (curve.measuredFlow !== undefined && peak > MEASURED_REACH * curve.measuredFlow)
    flowing.push(beyondMeasured.check({ peak, measured: curve.measuredFlow }));
  const left = supplyPressure(curve, peak) - lossPeak;
  flowing.push(
    housePressure.at(bandLevel(left < fixtureLeast, left < fixtureGood), { left, assumed: curve.assumed }),
    trainLoss.at(bandLevel(lossPeak > LOSS_MOST, lossPeak > LOSS_GOOD), { loss: lossPeak }),
  );
  return { verdicts: [...resting, ...flowing], pressurePeak: left };
}

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
];
