import { rejection as rejected } from "../treatment";
import { rule } from "../words";
import { numberIn, only, open, type Derived, type ReadingKind } from "./reading";

/** Percent kept back (handbook 6). */
const GOOD = 90;
const LEAST = 80;
const TOO_GOOD = 98;
/** A meter of dissolved solids is right to so much of what it reads. */
const METER = 0.02;

const rejectionRule = rule<{ readonly percent?: number; readonly spread?: number }>("rejection", {
  reason: ({ percent, spread }, _say, level) => {
    if (percent === undefined) return "a feed of no dissolved solids gives no rejection";
    const kept = `${percent.toFixed(1)} ± ${spread!.toFixed(1)} % kept back`;
    if (level === "Stop") return `${kept}, at least ${LEAST} %`;
    if (level === "Good") return kept;
    return percent > TOO_GOOD ? `${kept}: unusually good for a new line` : `${kept}, ${GOOD} % is Good`;
  },
  remedy: ({ percent }, _say, level) => {
    if (percent === undefined) return "Measure the feed again";
    if (level === "Stop") return "Membrane not seated, seal missing, or tubes swapped";
    return percent > TOO_GOOD
      ? "Read both again with a rinsed cell"
      : "Rinse on, then measure again; check that the membrane is seated";
  },
});

const levelOf = (r: number) => {
  if (r < LEAST) return "Stop";
  return r < GOOD || r > TOO_GOOD ? "Check" : "Good";
};

export const rejection: ReadingKind = {
  id: "rejection",
  label: "Dissolved solids",
  fields: [
    { id: "feed", label: "Feed", quantity: "concentration" },
    { id: "product", label: "Product", quantity: "concentration" },
    { id: "temperature", label: "Temperature", quantity: "temperature", optional: true },
  ],
  judge: (v) => {
    const [feed, product] = [numberIn(v, "feed"), numberIn(v, "product")];
    if (feed === undefined || product === undefined) return open("Rejection");
    const percent = rejected(feed, product);
    if (percent === undefined) return only(rejectionRule.unknown({}));
    // Two readings of ± 2 % each: the product's share of the feed carries both.
    const spread = ((100 * product) / feed) * Math.hypot(METER, METER);
    const derived: Derived[] = [
      {
        label: "Rejection",
        value: percent,
        quantity: "percent",
        spread,
        formula: "100 × (feed − product) ÷ feed, meter ± 2 %",
      },
    ];
    return { derived, verdict: rejectionRule.at(levelOf(percent), { percent, spread }) };
  },
  rules: [rejectionRule],
};
