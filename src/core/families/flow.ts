import { lossCurve, unitLoss } from "../treatment";
import { rule } from "../words";
import type { StationContext, StationJudgement } from "./context";
import { input, known } from "./figure";

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
  /** A point of use: its own restrictor holds the flow. */
  readonly restricted?: boolean;
}
const IN_CATALOGUE = "Enter the unit's rated flow in the catalogue";

export const ratedFlowRule = rule<RatedFlowFacts>("rated-flow", {
  reason: ({ rated, peak, lacking, restricted }, say) => {
    if (lacking === "peak") return PEAK_UNKNOWN;
    if (lacking === "figure" && restricted) return "the unit states no flow";
    if (lacking === "figure") return "the unit states no flow in L/min; bathrooms or people are no flow";
    if (restricted) return `a flow restrictor holds ${say.stated(rated!, "flow")}`;
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

/** A drinking-water unit is sized by its faucet, not by the house's peak. */
export function judgePointOfUse({ model }: StationContext): StationJudgement {
  const rated = model.ratedFlow;
  if (rated === undefined)
    return {
      figures: [],
      verdicts: [ratedFlowRule.unknown({ lacking: "figure", restricted: true })],
      cautions: [],
    };
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
        verdict: ratedFlowRule.good({ rated, restricted: true }),
        working: { formula: "the unit's own restrictor", inputs: [] },
      },
    ],
  };
}
