import {
  concentrationFactor,
  osmoticPressure,
  ratedDrivingPressure,
  roPoint,
  temperatureFactor,
} from "../treatment";
import type { Level } from "../verdict";
import { rule } from "../words";
import { numberIn, only, open, type Derived, type ReadingContext, type ReadingKind } from "./reading";

/** Output at rated conditions, percent (handbook 6). */
const GOOD = { low: 80, high: 120 };
const FAIR = { low: 65, high: 135 };
/** How far the waste ratio may be from what is to be expected now. */
const RATIO = 0.3;
/** kPa below which driving pressure says nothing. */
const LEAST_DRIVING = 20;

interface RoFlowFacts {
  /** Percent of rated output. */
  readonly normal?: number;
  readonly waste?: number;
  /** What this unit wastes at its feed, temperature and back pressure of the moment. */
  readonly expectedWaste?: number;
  /** Product runs, and nothing at the drain. */
  readonly blocked?: boolean;
  readonly lacking?: "unit" | "drivingPressure";
}
const flowsRule = rule<RoFlowFacts>("ro-flows", {
  reason: ({ normal, waste, expectedWaste, blocked, lacking }, say) => {
    if (blocked) return "product flows, and nothing at the drain: the restrictor is blocked";
    if (lacking === "unit") return "the unit's rated figures are not known here";
    if (lacking === "drivingPressure") return "too little driving pressure to compare with rated conditions";
    const expected = expectedWaste ? ` where ${say.of(expectedWaste, "ratio")} is to be expected now` : "";
    const wasted = waste === undefined ? "" : `, waste ${say.of(waste, "ratio")}${expected}`;
    return `${normal!.toFixed(0)} % of rated${wasted}`;
  },
  remedy: ({ normal, blocked, lacking }, _say, level) => {
    if (blocked) return "Shut the feed, change the restrictor: a membrane without waste scales in days";
    if (lacking === "unit") return "Test or measure it";
    if (lacking) return "Read the feed pressure at the unit again";
    if (level === "Check") return "Feed pressure, temperature and restrictor";
    return normal! < FAIR.low
      ? "Ask for the feed pressure first; then pre-filters, wrapper, membrane"
      : "Membrane not seated, or the restrictor is wrong";
  },
});

function levelOf(normal: number, ratioOff: number | undefined): Level {
  if (normal < FAIR.low || normal > FAIR.high) return "Stop";
  const ratioBad = ratioOff !== undefined && ratioOff > RATIO;
  return normal < GOOD.low || normal > GOOD.high || ratioBad ? "Check" : "Good";
}

/** Driving pressure at the membrane, kPa, from what was read there. */
function drivingPressure(
  ro: NonNullable<ReadingContext["ro"]>,
  read: { readonly pressure: number; readonly temperature: number; readonly tank: number },
  recovery: number,
): number {
  const osmotic = osmoticPressure(ro.feedTds ?? ro.tds, read.temperature) * concentrationFactor(recovery);
  return read.pressure - ro.preLoss - read.tank - osmotic;
}

/** The waste ratio of a unit as it runs now, never that of a whole fill (handbook 10, ruling 19). */
const wasteNow = (
  ro: NonNullable<ReadingContext["ro"]>,
  read: { readonly pressure: number; readonly temperature: number; readonly tank: number },
): number | undefined =>
  roPoint(
    ro,
    { pressure: read.pressure - ro.preLoss, temperature: read.temperature, tds: ro.feedTds ?? ro.tds },
    read.tank,
  )?.waste;

export const roFlows: ReadingKind = {
  id: "roFlows",
  label: "Product and drain flow",
  fields: [
    { id: "product", label: "Product flow", quantity: "flow" },
    { id: "drain", label: "Drain flow", quantity: "flow" },
    { id: "pressure", label: "Feed pressure at the unit", quantity: "pressure" },
    { id: "temperature", label: "Temperature", quantity: "temperature" },
    { id: "tank", label: "Tank pressure, if its valve is open", quantity: "pressure", optional: true },
  ],
  judge: (v, { ro }) => {
    const [product, drain] = [numberIn(v, "product"), numberIn(v, "drain")];
    const [pressure, temperature] = [numberIn(v, "pressure"), numberIn(v, "temperature")];
    if (product === undefined || drain === undefined) return open("Normalised output");
    if (pressure === undefined || temperature === undefined) return open("Normalised output");
    if (!ro) return only(flowsRule.unknown({ lacking: "unit" }));
    if (drain <= 0 && product > 0) return only(flowsRule.stop({ blocked: true }));
    const waste = product > 0 ? drain / product : undefined;
    const recovery = product + drain > 0 ? product / (product + drain) : 0;
    const derived: Derived[] = [
      {
        label: "Recovery",
        value: 100 * recovery,
        quantity: "percent",
        formula: "product ÷ (product + drain)",
      },
    ];
    if (waste !== undefined)
      derived.push({ label: "Waste", value: waste, quantity: "ratio", formula: "drain ÷ product" });
    const ndp = drivingPressure(ro, { pressure, temperature, tank: numberIn(v, "tank") ?? 0 }, recovery);
    if (ndp <= LEAST_DRIVING) return { derived, verdict: flowsRule.unknown({ lacking: "drivingPressure" }) };
    const atRated = product / (temperatureFactor(temperature) * (ndp / ratedDrivingPressure(ro)));
    const normal = (100 * atRated) / ro.permeate;
    derived.push({
      label: "Output at rated conditions",
      value: normal,
      quantity: "percent",
      formula: "product ÷ (TCF × NDP ÷ rated NDP) ÷ rated permeate",
    });
    const expectedWaste = wasteNow(ro, { pressure, temperature, tank: numberIn(v, "tank") ?? 0 });
    const ratioOff = waste !== undefined && expectedWaste ? Math.abs(waste / expectedWaste - 1) : undefined;
    return { derived, verdict: flowsRule.at(levelOf(normal, ratioOff), { normal, waste, expectedWaste }) };
  },
  rules: [flowsRule],
};
