import { z } from "../zod";
import { boosted } from "../treatment";
import { KPA_PER_METRE } from "../units";
import { rule } from "../words";
import type { StationContext, StationJudgement } from "./context";
import type { Family } from "./family";
import { input, known } from "./figure";
import { quantityFigure, type Frozen } from "./stated";

/** A pump's figures; a pump that is built into another unit states the same. */
export const pumpFigures = z.strictObject({
  boost: quantityFigure("Boost", "pressure"),
  setPoint: quantityFigure("Set point", "pressure"),
  minInlet: quantityFigure("Least inlet pressure", "pressure"),
});
declare module "./unit" {
  interface UnitModel {
    readonly booster?: Frozen<z.infer<typeof pumpFigures>>;
  }
}

const inletRule = rule<{ readonly inlet?: number; readonly out?: number; readonly least: number }>(
  "booster-inlet",
  {
    reason: ({ inlet, out, least }, say) => {
      if (inlet === undefined) return "the pressure at the pump cannot be predicted yet";
      return out === undefined
        ? `${say.beside(inlet, least, "pressure")} at the pump, at least ${say.of(least, "pressure")} needed`
        : `lifts ${say.of(inlet, "pressure")} to ${say.of(out, "pressure")}`;
    },
    remedy: ({ inlet }) => (inlet === undefined ? "Measure it" : "A place nearer the main"),
    caution: () => "A pump is powered only after there is water in it.",
  },
);

/** Pressure at a place on a branch: the Line's, less the height, kPa; undefined where either is not known. */
export function pressureAtPlace(ctx: StationContext): {
  readonly pressure?: number;
  readonly rise?: number;
  readonly missing: readonly string[];
} {
  const { rise } = ctx;
  return {
    rise,
    pressure:
      ctx.pressure === undefined || rise === undefined ? undefined : ctx.pressure - KPA_PER_METRE * rise,
    missing: [
      ...(ctx.pressure === undefined ? ["source.static"] : []),
      ...(rise === undefined ? ["sink.rise"] : []),
    ],
  };
}

/** Inlet and discharge of a booster at its place (handbook 2, Booster). */
function judge(ctx: StationContext): StationJudgement {
  const pump = ctx.model.booster!;
  const { pressure: inlet, missing } = pressureAtPlace(ctx);
  const out = inlet === undefined ? undefined : boosted(inlet, pump);
  const facts = { inlet, out, least: pump.minInlet };
  const from = { unit: ctx.model.code };
  return {
    verdicts: [],
    cautions: [],
    handsOn: { booster: pump },
    figures: [
      {
        id: "discharge",
        label: "Discharge",
        quantity: "pressure",
        value: out,
        verdict:
          inlet === undefined
            ? inletRule.unknown(facts, missing)
            : inletRule.at(out === undefined ? "Stop" : "Good", facts),
        working: {
          formula:
            "max(inlet, min(inlet + boost, set point)), inlet = pressure on the Line − water column of the height",
          inputs: known([
            input("inlet", inlet, "pressure", { survey: "source.static" }),
            input("boost", pump.boost, "pressure", from),
            input("set point", pump.setPoint, "pressure", from),
          ]),
        },
      },
    ],
  };
}

/** A pump on another unit's feed line. */
export const booster: Family = {
  id: "booster",
  label: "Booster pump",
  figures: { booster: pumpFigures },
  judge,
  rules: [inletRule],
  connects: () => "feed",
  rig: { media: false, flushed: false, gentle: "open" },
  shape: "pump",
  service: [{ what: "Listen that it stops by its switch", when: "at every filter change" }],
  told: [],
};
