import { housePressures } from "../water/pressures";
import { rule } from "../words";
import { numberIn, only, open, type ReadingKind } from "./reading";

const { housingMost, reduceAbove, fixtureGood, fixtureLeast } = housePressures;
/** A gauge reads no closer than a thousandth. */
const ROUNDING = 1.001;

const pressureRule = rule<{ readonly pressure: number; readonly most: number }>("static-pressure", {
  reason: ({ pressure, most }, say, level) => {
    const kPa = (v: number) => say.of(v, "pressure");
    const beside = (limit: number) => say.beside(pressure, limit, "pressure");
    if (pressure > reduceAbove)
      return level === "Stop"
        ? `${beside(most)}, the train takes ${kPa(most)}`
        : `${beside(reduceAbove)} is above ${kPa(reduceAbove)}`;
    if (level === "Stop")
      return `${beside(fixtureLeast)}, at least ${kPa(fixtureLeast)} is needed at a fixture`;
    if (level === "Check") return `${beside(fixtureGood)}, ${kPa(fixtureGood)} is Good`;
    return `${kPa(pressure)}, ${kPa(fixtureGood)} to ${kPa(reduceAbove)} wanted`;
  },
  remedy: ({ pressure }, _say, level) => {
    if (pressure > reduceAbove)
      return level === "Stop"
        ? "A pressure-reducing valve before the train"
        : "Measure the night peak, or add a pressure-reducing valve";
    return level === "Stop"
      ? "Find the restriction, or plan a booster"
      : "Look for a half-shut valve or a clogged strainer";
  },
});

function levelOf(p: number, most: number) {
  if (p > most * ROUNDING || p < fixtureLeast) return "Stop";
  return p > reduceAbove || p < fixtureGood ? "Check" : "Good";
}

export const staticPressure: ReadingKind = {
  id: "staticPressure",
  label: "Static pressure",
  fields: [{ id: "pressure", label: "Gauge reads", quantity: "pressure" }],
  judge: (v, { trainMax: most = housingMost }) => {
    const pressure = numberIn(v, "pressure");
    return pressure === undefined
      ? open("The verdict")
      : only(pressureRule.at(levelOf(pressure, most), { pressure, most }));
  },
  rules: [pressureRule],
};
