import { z } from "../zod";
import { rule } from "../words";
import type { StationContext, StationJudgement } from "./context";
import type { Family } from "./family";
import { input, known, type Figure } from "./figure";
import { judgeRatedFlow } from "./flow";
import { headFigures } from "./head";
import { quantityFigure, quantityFrom0, type Frozen } from "./stated";

const mediaFigures = z.strictObject({
  litres: quantityFigure("Media", "volume"),
  diameterMm: quantityFigure("Tank diameter", "length"),
  /** L/min that its backwash takes; absent: it is not backwashed. */
  backwash: quantityFigure("Backwash flow", "flow").optional(),
});
const neutraliserFigures = z.strictObject({
  ph: quantityFigure("Brings pH to", "ph"),
  hardness: quantityFrom0("Adds hardness", "hardness"),
});
declare module "./unit" {
  interface UnitModel {
    readonly media?: Frozen<z.infer<typeof mediaFigures>>;
    readonly neutraliser?: Frozen<z.infer<typeof neutraliserFigures>>;
  }
}

const backwashRule = rule<{ readonly needs: number; readonly gives?: number }>("media-backwash", {
  reason: ({ needs, gives }, say) =>
    gives === undefined
      ? `its backwash takes ${say.of(needs, "flow")}; what the site gives was not measured`
      : `its backwash takes ${say.of(needs, "flow")}, the site gives ${say.beside(gives, needs, "flow")}`,
  remedy: ({ gives }, _say, level) => {
    if (gives === undefined) return "Measure a flowing pressure at a known flow, or the pump's yield";
    return level === "Stop" ? "A narrower tank, or a larger pump: media that is not lifted clogs" : "";
  },
});

/** Flow that the site can give to a backwash, L/min. */
export const siteGives = ({ facts }: StationContext): number | undefined =>
  facts.wellYield ?? facts.flowing?.flow;

function backwashFigure(ctx: StationContext): Figure | undefined {
  const needs = ctx.model.media?.backwash;
  if (needs === undefined) return undefined;
  const gives = siteGives(ctx);
  return {
    id: "backwash",
    label: "Backwash flow",
    quantity: "flow",
    stated: true,
    value: needs,
    verdict:
      gives === undefined
        ? backwashRule.unknown({ needs }, ["source.flowingAt"])
        : backwashRule.at(gives < needs ? "Stop" : "Good", { needs, gives }),
    working: {
      formula: "the unit's backwash flow ≤ the flow that was measured, or the pump's yield",
      inputs: known([input("backwash", needs, "flow", { unit: ctx.model.code })]),
    },
  };
}

/** Rated flow and backwash of a media filter; what it takes out follows from its reductions. */
function judge(ctx: StationContext): StationJudgement {
  const flow = judgeRatedFlow(ctx);
  const backwash = backwashFigure(ctx);
  return { ...flow, figures: backwash ? [...flow.figures, backwash] : flow.figures };
}

/**
 * Tanks of media that take out iron, manganese, sulphide or tannin, or that raise pH; with or without a
 * backwash (handbook 10, ruling 5).
 */
export const mediaFilter: Family = {
  id: "mediaFilter",
  label: "Media filter",
  figures: { media: mediaFigures, neutraliser: neutraliserFigures.optional(), head: headFigures.optional() },
  faults: ({ effects, neutraliser }) =>
    effects.includes("neutralising") !== (neutraliser !== undefined)
      ? [
          {
            path: ["neutraliser"],
            message: "A neutraliser states what it brings the water to, and nothing else does",
          },
        ]
      : [],
  judge,
  rules: [backwashRule],
  connects: () => "line",
  rig: { media: true, flushed: true, gentle: "quarter" },
  shape: "vessel",
  onFloor: true,
  service: [
    { what: "Look at the bed's level, top it up", when: "once a year" },
    { what: "Change the media", when: "3 to 6 years" },
  ],
  told: [],
  propose: { sizedByFlow: true, most: 3 },
};
