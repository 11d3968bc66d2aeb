import type { Verdict } from "../verdict";
import { rule } from "../words";
import { numberIn, open, type ReadingContext, type ReadingJudgement, type ReadingKind } from "./reading";

interface FlowFacts {
  readonly flow: number;
  readonly low?: number;
  readonly high?: number;
}

/**
 * How far to move the handle: near closed a valve's flow follows its opening roughly in proportion;
 * measured again after every move.
 */
function advice({ flow, low, high }: FlowFacts): string | undefined {
  if (low === undefined || high === undefined) return undefined;
  if (flow >= low && flow <= high) return "Leave the handle where it is";
  const share = Math.abs((low + high) / 2 / flow - 1);
  const amount =
    share > 0.6
      ? "more than half of its present opening"
      : share > 0.3
        ? "about a third of its present opening"
        : "a little";
  return `${flow > high ? "Close" : "Open"} the handle by ${amount}, then measure again`;
}

const flowRule = rule<FlowFacts>("timed-flow", {
  reason: ({ flow, low, high }, say, level) => {
    if (low === undefined || high === undefined) return `${say.of(flow, "flow")} measured`;
    const wanted = `${say.of(low, "flow")} to ${say.of(high, "flow")} wanted`;
    if (level === "Good") return `${say.of(flow, "flow")}, ${wanted}`;
    const tooFast = flow > high;
    return `${say.beside(flow, tooFast ? high : low, "flow")} is ${tooFast ? "too fast" : "too slow"}, ${wanted}`;
  },
  remedy: (facts) => advice(facts) ?? "",
});

/** What to do with the hand after a timed flow; undefined where no band is wanted. */
export const handleAdvice = (verdict: Verdict): string | undefined =>
  verdict.rule === flowRule.id ? advice(verdict.facts as unknown as FlowFacts) : undefined;

/** How far outside the band a flow is a Check (handbook 6). */
const NEAR = 0.25;

/**
 * Flow from a container and a stopwatch (handbook 6). Within ± 25 % of the band: Check. Litres and minutes
 * above zero.
 */
export function judgeTimedFlow(litres: number, minutes: number, { band }: ReadingContext): ReadingJudgement {
  const flow = litres / minutes;
  const facts = { flow, low: band?.low, high: band?.high };
  const inside = !band || (flow >= band.low && flow <= band.high);
  const near = !band || (flow >= band.low * (1 - NEAR) && flow <= band.high * (1 + NEAR));
  return {
    derived: [{ label: "Flow", value: flow, quantity: "flow", formula: "container volume ÷ time" }],
    verdict: flowRule.at(inside ? "Good" : near ? "Check" : "Stop", facts),
  };
}

export const timedFlow: ReadingKind = {
  id: "timedFlow",
  label: "Timed container",
  fields: [
    { id: "volume", label: "Container", quantity: "volume" },
    { id: "time", label: "Time to fill", quantity: "stopwatch" },
  ],
  judge: (v, context) => {
    const [litres, minutes] = [numberIn(v, "volume"), numberIn(v, "time")];
    return litres === undefined || minutes === undefined || minutes <= 0
      ? open("The flow")
      : judgeTimedFlow(litres, minutes, context);
  },
  rules: [flowRule],
};
