import { rule } from "../words";
import { numberIn, open, type ReadingKind } from "./reading";

interface FaucetFacts {
  readonly flow: number;
  readonly most?: number;
}
const faucetRule = rule<FaucetFacts>("faucet-flow", {
  reason: ({ flow, most }, say) =>
    most === undefined
      ? `${say.of(flow, "flow")}; the unit states no flow`
      : `${say.beside(flow, most, "flow")}, the unit takes ${say.of(most, "flow")} at most`,
  remedy: ({ most }) =>
    most === undefined
      ? "Look into the unit's manual"
      : "The restrictor in, arrow with the flow; or the stop throttled and tied",
});

/**
 * Flow at the faucet of a filter or reactor, by a container, against what the unit is rated for (handbook
 * 9, K2 and K10).
 */
export const faucetFlow: ReadingKind = {
  id: "faucetFlow",
  label: "Flow at the faucet",
  fields: [
    { id: "volume", label: "Container", quantity: "volume" },
    { id: "time", label: "Time to fill", quantity: "stopwatch" },
  ],
  judge: (v, { pointMost: most }) => {
    const [litres, minutes] = [numberIn(v, "volume"), numberIn(v, "time")];
    if (litres === undefined || minutes === undefined || minutes <= 0) return open("The flow");
    const flow = litres / minutes;
    const derived = [
      { label: "Flow", value: flow, quantity: "flow" as const, formula: "container volume ÷ time" },
    ];
    if (most === undefined) return { derived, verdict: faucetRule.unknown({ flow }) };
    return { derived, verdict: faucetRule.at(flow <= most ? "Good" : "Stop", { flow, most }) };
  },
  rules: [faucetRule],
};
