import { z } from "../zod";
import { uvFlowLimit } from "../treatment";
import { lower } from "../units";
import type { Verdict } from "../verdict";
import { rule } from "../words";
import type { StationContext, StationJudgement } from "./context";
import { hasCarbon, isFineStage, isPlumbing } from "./effects";
import type { Family } from "./family";
import { input, known, type Figure } from "./figure";
import { COUNT_FIXTURES, PEAK_FIELDS, PEAK_UNKNOWN } from "./flow";
import { figured, numberFigure, quantityFigure, yesNoFigure, type Frozen } from "./stated";

const uvFigures = z.strictObject({
  ratedFlow: quantityFigure("UV rated flow", "flow"),
  maxFlow: quantityFigure("UV largest flow", "flow").optional(),
  ratedUvt: figured(z.number().gt(0).max(100), {
    label: "Rated at UVT",
    kind: "quantity",
    quantity: "transmittance",
  }),
  layerCm: quantityFigure("Water layer", "waterLayer"),
  endOfLife: yesNoFigure("Rated at the end of lamp life"),
  dose: numberFigure("Rated dose", "mJ/cm²"),
  minUvt: quantityFigure("Least UVT", "transmittance"),
  /** Absent: by the company's school. */
  lampFirst: yesNoFigure("Lamp before water").optional(),
  /** Minutes that a lamp which goes first burns before its water. */
  lampMinutes: figured(z.number().positive().max(120), {
    label: "Lamp before water, for",
    kind: "number",
    suffix: "min",
  }).optional(),
  /** Absent: the unit says nothing of it, and nothing is judged. */
  stillMinutes: figured(z.number().positive().max(10_000), {
    label: "Lamp without flow, at most",
    kind: "number",
    suffix: "min",
  }).optional(),
});
export type UvData = Frozen<z.infer<typeof uvFigures>>;
declare module "./unit" {
  interface UnitModel {
    readonly uv?: UvData;
  }
}

/** What a chamber has to be able to disinfect beside the peak, to be Good. */
const TO_SPARE = 1.1;

const flowRule = rule<{ readonly limit?: number; readonly peak?: number; readonly atBest?: boolean }>(
  "uv-flow",
  {
    reason: ({ limit, peak, atBest }, say, level) => {
      if (limit === undefined) return "UV transmittance is not known";
      if (atBest)
        return `${say.beside(limit, peak!, "flow")} at most in the clearest water, but ${say.of(peak!, "flow")} flows at peak`;
      if (peak === undefined) return PEAK_UNKNOWN;
      const can = `${say.beside(limit, peak, "flow")} can be disinfected`;
      if (level === "Stop") return `${can}, but ${say.of(peak, "flow")} flows at peak`;
      return `${can}, peak ${say.of(peak, "flow")}${level === "Check" ? ": less than a tenth to spare" : ""}`;
    },
    remedy: ({ limit, peak }, say, level) => {
      if (limit === undefined) return "Test or measure it";
      if (peak === undefined) return COUNT_FIXTURES;
      return level === "Check"
        ? "A larger chamber, or a flow restrictor"
        : `A flow restrictor at ${say.of(limit, "flow")}, a larger chamber, or two in parallel`;
    },
    caution: () => "UV-C burns eyes and skin: never power a lamp outside its chamber.",
  },
);
const prefilter = rule<{ readonly own?: boolean; readonly between?: readonly string[] }>("uv-prefilter", {
  reason: ({ own, between }, _say, level) => {
    if (own) return "the rack's own 5 µm stage stands ahead";
    if (level === "Good") return "a 5 µm stage stands ahead";
    return between
      ? `${between.join(", ")} stands between the 5 µm stage and the chamber`
      : "no 5 µm stage ahead of the chamber";
  },
  remedy: ({ between }) =>
    between
      ? "Move the 5 µm stage directly before the chamber; at most carbon may stand between"
      : "Put a 5 µm housing, 4½ × 20 in, directly before it",
});
/** Transmittance to compute with, %: what was measured, the low end of a range, the least of `>x`. */
function transmittance({ water: { uvt } }: StationContext): number | undefined {
  return uvt?.is === "below" ? undefined : lower(uvt);
}

/**
 * What a chamber can disinfect against the peak; where the transmittance is not known, what is certain at
 * any is still said (handbook 10, ruling 14).
 */
function judgeFlow(limit: number | undefined, peak: number | undefined, most: number): Verdict {
  if (limit === undefined)
    return peak !== undefined && most < peak
      ? flowRule.stop({ limit: most, peak, atBest: true })
      : flowRule.unknown({}, ["water.uvt"]);
  if (peak === undefined) return flowRule.unknown({ limit }, PEAK_FIELDS);
  const level = limit >= peak * TO_SPARE ? "Good" : limit >= peak ? "Check" : "Stop";
  return flowRule.at(level, { limit, peak });
}

function judgePrefilter({ model, upstream }: StationContext): Verdict {
  if (isFineStage(model)) return prefilter.good({ own: true });
  const last = upstream.findLastIndex(isFineStage);
  if (last === -1) return prefilter.stop({});
  const between = upstream.slice(last + 1);
  return between.every((m) => hasCarbon(m) || isPlumbing(m))
    ? prefilter.good({})
    : prefilter.stop({ between: between.map((m) => m.code) });
}

function limitFigure(ctx: StationContext): Figure {
  const data = ctx.model.uv!;
  const from = { unit: ctx.model.code };
  const uvt = transmittance(ctx);
  const byFormula = uvt === undefined ? undefined : uvFlowLimit({ ...data, uvt, ratedDose: data.dose });
  const most = (data.maxFlow ?? data.ratedFlow) * ctx.unit.parallel;
  const limit = byFormula === undefined ? undefined : Math.min(byFormula * ctx.unit.parallel, most);
  return {
    id: "uvLimit",
    label: "UV flow limit here",
    quantity: "flow",
    value: limit,
    verdict: judgeFlow(limit, ctx.peak, most),
    working: {
      formula:
        "rated flow × f(UVT) ÷ f(rated UVT) × age factor, f = (1 − T^d) ÷ (−d·ln T), at most the unit's maximum",
      inputs: known([
        input("rated flow", data.ratedFlow, "flow", from),
        input("UVT here", uvt, "transmittance", { survey: "water.uvt" }),
        input("rated UVT", data.ratedUvt, "transmittance", from),
        input("water layer d", data.layerCm, "waterLayer", from),
        input("age factor", data.endOfLife ? 1 : 0.7, "plain", {
          rule: "1 when rated at the end of lamp life, else 0.7",
        }),
      ]),
    },
  };
}

/** Site flow limit of a UV chamber, its place and its pre-treatment (handbook 2, UV). */
const judge = (ctx: StationContext): StationJudgement => ({
  figures: [limitFigure(ctx)],
  verdicts: [judgePrefilter(ctx)],
  cautions: ["In service only after the pipework behind it was disinfected and the contact time ran."],
});

/** Whole-house chamber with its controller, on its own or in a rack. */
export const uv: Family = {
  id: "uv",
  label: "UV chamber",
  figures: { uv: uvFigures },
  faults: ({ uv: data }) =>
    data?.lampFirst && data.lampMinutes === undefined
      ? [
          {
            path: ["uv", "lampMinutes"],
            message: "A lamp that goes before its water states for how many minutes",
          },
        ]
      : [],
  judge,
  rules: [flowRule, prefilter],
  connects: () => "line",
  rig: { media: false, flushed: false, gentle: "half", vent: { name: "relief button" } },
  shape: "lamp",
  service: [{ what: "Change the lamp, clean the sleeve", when: "9000 hours or 12 months" }],
  followUps: [{ what: "Bacteria sample", when: "5 to 10 days after the start" }],
  told: [
    "Never look at or power a lamp outside its chamber: its light burns eyes and skin.",
    "A water sample for bacteria is due 5 to 10 days after the start.",
  ],
  bypassed: "Bypassed water is not disinfected: do not drink it; boil it or use bottled water.",
  propose: { sizedByFlow: true },
};
