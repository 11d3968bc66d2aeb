import { lossCurve, unitLoss } from "../treatment";
import { rule } from "../words";
import type { StationContext, StationJudgement } from "./context";
import { input, known } from "./figure";
import { ROUNDING } from "./limits";

/** Said wherever a verdict waits for the peak flow. */
export const PEAK_UNKNOWN = "the peak flow is not known";
export const COUNT_FIXTURES = "Count the fixtures";
export const PEAK_FIELDS = ["fixture.bathroomGroup"] as const;

/** What keeps a flow-rated unit from being judged. */
type Lacking = "figure" | "peak";
interface RatedFlowFacts {
  readonly rated?: number;
  readonly peak?: number;
  readonly lacking?: Lacking;
}
const IN_CATALOGUE = "Enter the unit's rated flow in the catalogue";

export const ratedFlowRule = rule<RatedFlowFacts>("rated-flow", {
  reason: ({ rated, peak, lacking }, say) => {
    if (lacking === "peak") return PEAK_UNKNOWN;
    if (lacking === "figure") return "the unit states no flow in L/min; bathrooms or people are no flow";
    const over = rated! < peak!;
    return `rated ${say.stated(rated!, "flow", peak!)}, ${over ? "but " : "peak "}${say.of(peak!, "flow")}${over ? " at peak" : ""}`;
  },
  remedy: ({ lacking }) =>
    lacking === "peak"
      ? COUNT_FIXTURES
      : lacking === "figure"
        ? IN_CATALOGUE
        : "A larger unit, or two in parallel",
});
export const cleanLossRule = rule<Record<string, never>>("clean-loss", {
  reason: () => PEAK_UNKNOWN,
  remedy: () => COUNT_FIXTURES,
});

/** Rated flow against peak, and the clean loss at peak, for cartridges, conditioners and other flow-rated units. */
export function judgeRatedFlow(ctx: StationContext): StationJudgement {
  const peak = ctx.peak === undefined ? undefined : ctx.peak / ctx.unit.parallel;
  const rated = ctx.model.ratedFlow;
  const loss = peak === undefined ? undefined : unitLoss(lossCurve(ctx.model.lossPoints), peak);
  const verdict =
    rated === undefined
      ? ratedFlowRule.unknown({ lacking: "figure" })
      : peak === undefined
        ? ratedFlowRule.unknown({ lacking: "peak" }, PEAK_FIELDS)
        : ratedFlowRule.at(rated >= peak ? "Good" : "Stop", { rated, peak });
  const peakInput = input("peak flow", peak, "flow", { figure: "peak" });
  return {
    verdicts: [],
    cautions: [],
    figures: [
      {
        id: "ratedFlow",
        label: "Rated flow",
        quantity: "flow",
        stated: true,
        value: rated,
        verdict,
        working: {
          formula: "rated flow ≥ peak flow through one unit",
          inputs: known([peakInput, input("rated", rated, "flow", { unit: ctx.model.code })]),
        },
      },
      {
        id: "cleanLoss",
        label: "Loss at peak, clean",
        quantity: "pressure",
        value: loss,
        verdict: loss === undefined ? cleanLossRule.unknown({}, PEAK_FIELDS) : undefined,
        working: { formula: "a·Q + b·Q² through the rated points", inputs: known([peakInput]) },
      },
    ],
  };
}
export const ratedFlowRules = [ratedFlowRule, cleanLossRule];

/** What holds the flow through a unit at a stop, a faucet or another unit's line, and how much that is. */
interface Held {
  readonly by: "restrictor" | "membrane" | "fixture" | "own";
  readonly flow?: number;
}
interface PointFacts {
  readonly rated?: number;
  readonly by?: Held["by"];
  readonly flow?: number;
  readonly lamp?: boolean;
}
export const pointFlow = rule<PointFacts>("point-flow", {
  reason: ({ rated, by, flow, lamp }, say, level) => {
    if (rated === undefined) return "the unit states no flow";
    const shown = `rated ${say.stated(rated, "flow", flow)}`;
    if (lamp && by === "own") return `${shown}, and nothing holds the flow to it`;
    if (by === "own") return `${shown}, through its own faucet`;
    const gives = say.of(flow!, "flow");
    const held =
      by === "restrictor"
        ? `a restrictor holds ${gives}`
        : by === "membrane"
          ? `the membrane gives ${gives}`
          : `the open tap gives ${gives}`;
    return level === "Good" ? `${shown}, ${held}` : `${shown}, but ${held}`;
  },
  remedy: ({ rated, lamp }) => {
    if (rated === undefined) return IN_CATALOGUE;
    return lamp
      ? "The flow restrictor between reactor and faucet"
      : "A flow restrictor ahead of it, or a larger unit";
  },
});

/** What holds the flow through a unit that is sized by its outlet. */
function heldAt({ model, held, upstream, openFlow }: StationContext): Held {
  const own = [model.restrictor, held].filter((f) => f !== undefined);
  if (own.length > 0) return { by: "restrictor", flow: Math.min(...own) };
  const membrane = upstream.find((m) => m.ro && !m.ro.tank);
  if (membrane) return { by: "membrane", flow: membrane.ro!.permeate };
  const fixture =
    model.outlet === "kitchen" ? "kitchenSink" : model.outlet === "shower" ? "shower" : undefined;
  return fixture ? { by: "fixture", flow: openFlow[fixture] } : { by: "own" };
}

/**
 * A unit at a stop, a faucet or another unit's line is sized by what its outlet draws, not by the house's
 * peak: what is known to draw more than it is rated for is a Check, for a lamp a Stop, as is a lamp whose
 * flow nothing holds (handbook 9, K2 and K10).
 */
export function judgePointOfUse(ctx: StationContext): StationJudgement {
  const { model } = ctx;
  const rated = model.ratedFlow;
  if (rated === undefined) return { figures: [], verdicts: [pointFlow.unknown({})], cautions: [] };
  const { by, flow } = heldAt(ctx);
  const lamp = model.effects.includes("ultraviolet");
  const facts: PointFacts = { rated, by, flow, lamp };
  const over = flow === undefined ? lamp : flow > rated * ROUNDING;
  return {
    verdicts: [],
    cautions: [],
    figures: [
      {
        id: "ratedFlow",
        label: "Rated flow",
        quantity: "flow",
        stated: true,
        value: rated,
        verdict: pointFlow.at(over ? (lamp ? "Stop" : "Check") : "Good", facts),
        working: {
          formula: "what its outlet draws ≤ rated flow",
          inputs: known([input("rated", rated, "flow", { unit: model.code })]),
        },
      },
    ],
  };
}
