import { unitLoss } from "../treatment";
import type { Level } from "../verdict";
import { rule, type Say } from "../words";
import { numberIn, open, type Derived, type ReadingContext, type ReadingKind } from "./reading";

interface LossFacts {
  readonly measured: number;
  readonly predicted?: number;
  /** One division of the gauge, where it is too coarse for what is predicted. */
  readonly coarse?: number;
}
/** The largest division of a gauge, as a share of the predicted loss (handbook 10, ruling 21). */
const DIVISION = 0.3;
/** How far measured and predicted loss may be apart (handbook 6). */
const GOOD = 0.3;
const CHECK = 0.6;
/** A gauge is read to a tenth of a psi. */
const onGauge = (v: number, say: Say) => say.of(v, "pressure", say.system === "us" ? 1 : 0);

const lossRule = rule<LossFacts>("train-loss-measured", {
  reason: ({ measured, predicted, coarse }, say) => {
    if (coarse !== undefined)
      return `one division is ${onGauge(coarse, say)}, too coarse for ${onGauge(predicted!, say)} predicted`;
    if (measured < 0) return "the pressure after is higher than before";
    return predicted === undefined || predicted <= 0
      ? "the design predicts no loss to compare with"
      : `${onGauge(measured, say)} lost, ${onGauge(predicted, say)} predicted at this flow`;
  },
  remedy: ({ measured, coarse }, _say, level) => {
    if (coarse !== undefined) return "Read it again on a finer gauge";
    if (level === "Unknown")
      return measured < 0 ? "Read both gauges again at the same flow" : "Test or measure it";
    return level === "Check"
      ? "Look for a valve not fully open, or a bypass partly open"
      : "A valve not fully open, a wrapper left on, or a bypass partly open";
  },
});

/**
 * Within one division of the gauge measured and predicted are the same; the shares apply above that
 * (handbook 10, ruling 21).
 */
function levelOf(measured: number, predicted: number, division: number): Level {
  if (Math.abs(measured - predicted) <= division) return "Good";
  const off = Math.abs(measured / predicted - 1);
  if (off <= GOOD) return "Good";
  return off <= CHECK ? "Check" : "Stop";
}

/**
 * What units and pipes take at a flow, kPa (handbook 3, The network: Hazen–Williams); undefined where no
 * unit states it.
 */
const predictedAt = ({ loss, pipes = 0 }: ReadingContext, flow: number): number | undefined =>
  loss && loss.length > 0
    ? loss.reduce((sum, l) => sum + unitLoss(l.curve, flow / l.parallel), pipes * flow ** 1.852)
    : undefined;

export const trainLoss: ReadingKind = {
  id: "trainLoss",
  label: "Loss across the train",
  fields: [
    { id: "before", label: "Before the train", quantity: "pressure" },
    { id: "after", label: "After the train", quantity: "pressure" },
    { id: "flow", label: "At a flow of", quantity: "flow" },
    { id: "division", label: "One gauge division", quantity: "pressure", optional: true },
  ],
  judge: (v, context) => {
    const [before, after, flow] = [numberIn(v, "before"), numberIn(v, "after"), numberIn(v, "flow")];
    if (before === undefined || after === undefined || flow === undefined) return open("The loss");
    const measured = before - after;
    const predicted = predictedAt(context, flow);
    const derived: Derived[] = [
      { label: "Loss", value: measured, quantity: "pressure", formula: "before − after" },
    ];
    if (predicted !== undefined)
      derived.push({
        label: "Predicted",
        value: predicted,
        quantity: "pressure",
        formula:
          context.pipes === undefined
            ? "Σ a·Q + b·Q² of the units"
            : "Σ a·Q + b·Q² of the units, and k·Q^1.852 of pipes and fittings",
      });
    const facts = { measured, predicted };
    if (measured < 0 || predicted === undefined || predicted <= 0)
      return { derived, verdict: lossRule.unknown(facts) };
    const division = numberIn(v, "division");
    if (division !== undefined && division > DIVISION * predicted)
      return { derived, verdict: lossRule.unknown({ ...facts, coarse: division }) };
    return { derived, verdict: lossRule.at(levelOf(measured, predicted, division ?? 0), facts) };
  },
  provesNothing: true,
  rules: [lossRule],
};
