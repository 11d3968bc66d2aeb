import { rule } from "../words";
import { numberIn, only, open, type ReadingKind } from "./reading";

/** kPa (handbook 2 and 3). */
const HOUSING_MOST = 862;
const HIGH = 552;
const GOOD = 200;
const LEAST = 140;
const ROUNDING = 1.001;

const pressureRule = rule<{ readonly pressure: number; readonly most: number }>("static-pressure", {
  reason: ({ pressure, most }, say, level) => {
    const kPa = (v: number) => say.of(v, "pressure");
    const beside = (limit: number) => say.beside(pressure, limit, "pressure");
    if (pressure > HIGH)
      return level === "Stop"
        ? `${beside(most)}, the train takes ${kPa(most)}`
        : `${beside(HIGH)} is above ${kPa(HIGH)}`;
    if (level === "Stop") return `${beside(LEAST)}, at least ${kPa(LEAST)} is needed at a fixture`;
    if (level === "Check") return `${beside(GOOD)}, ${kPa(GOOD)} is Good`;
    return `${kPa(pressure)}, ${kPa(GOOD)} to ${kPa(HIGH)} wanted`;
  },
  remedy: ({ pressure }, _say, level) => {
    if (pressure > HIGH)
      return level === "Stop"
        ? "A pressure-reducing valve before the train"
        : "Measure the night peak, or add a pressure-reducing valve";
    return level === "Stop"
      ? "Find the restriction, or plan a booster"
      : "Look for a half-shut valve or a clogged strainer";
  },
});

function levelOf(p: number, most: number) {
  if (p > most * ROUNDING || p < LEAST) return "Stop";
  return p > HIGH || p < GOOD ? "Check" : "Good";
}

export const staticPressure: ReadingKind = {
  id: "staticPressure",
  label: "Static pressure",
  fields: [{ id: "pressure", label: "Gauge reads", quantity: "pressure" }],
  judge: (v, { trainMax: most = HOUSING_MOST }) => {
    const pressure = numberIn(v, "pressure");
    return pressure === undefined
      ? open("The verdict")
      : only(pressureRule.at(levelOf(pressure, most), { pressure, most }));
  },
  rules: [pressureRule],
};
