import { housePressures } from "../water/pressures";
import { rule } from "../words";
import type { Verdict } from "../verdict";
import { numberIn, only, open, type ReadingContext, type ReadingKind } from "./reading";

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

interface FeedFacts {
  readonly pressure: number;
  readonly limit?: number;
  readonly unit?: string;
  readonly side?: "under" | "over";
}
const NOT_STATED = "no unit here states what it takes";
const feedRule = rule<FeedFacts>("unit-pressure", {
  reason: ({ pressure, limit, unit, side }, say, level) => {
    if (level === "Unknown") return `${say.of(pressure, "pressure")}, ${NOT_STATED}`;
    if (limit === undefined) return `${say.of(pressure, "pressure")}, inside what the units take`;
    const words = side === "under" ? "needs at least" : "takes at most";
    return `${say.beside(pressure, limit, "pressure")}, ${unit} ${words} ${say.of(limit, "pressure")}`;
  },
  remedy: ({ side }, _say, level) => {
    if (level === "Unknown") return "Look into the unit's manual";
    return side === "under"
      ? "Find the restriction, or plan a booster before it"
      : "A pressure-reducing valve before it";
  },
});

/**
 * A pressure against what the units at a stop or pipe take: below the least or above the most of any is a
 * Stop before anything is drilled.
 */
function judgeFeed(pressure: number, { least, most }: NonNullable<ReadingContext["feed"]>): Verdict {
  if (!least && !most) return feedRule.unknown({ pressure });
  if (least && pressure < least.kPa / ROUNDING)
    return feedRule.stop({ pressure, limit: least.kPa, unit: least.unit, side: "under" });
  if (most && pressure > most.kPa * ROUNDING)
    return feedRule.stop({ pressure, limit: most.kPa, unit: most.unit, side: "over" });
  return feedRule.good({ pressure });
}

function levelOf(p: number, most: number) {
  if (p > most * ROUNDING || p < fixtureLeast) return "Stop";
  return p > reduceAbove || p < fixtureGood ? "Check" : "Good";
}

export const staticPressure: ReadingKind = {
  id: "staticPressure",
  label: "Static pressure",
  fields: [{ id: "pressure", label: "Gauge reads", quantity: "pressure" }],
  judge: (v, { trainMax: most = housingMost, feed }) => {
    const pressure = numberIn(v, "pressure");
    if (pressure === undefined) return open("The verdict");
    return only(
      feed ? judgeFeed(pressure, feed) : pressureRule.at(levelOf(pressure, most), { pressure, most }),
    );
  },
  rules: [pressureRule, feedRule],
};
