import { z } from "../zod";
import type { StationContext, StationJudgement } from "./context";
import type { Family } from "./family";
import { input, known } from "./figure";
import { quantityFigure, type Frozen } from "./stated";
import type { DesignUnit, UnitModel } from "./unit";

const restrictorFigures = z.strictObject({ flow: quantityFigure("Lets through at most", "flow") });
declare module "./unit" {
  interface UnitModel {
    readonly holds?: Frozen<z.infer<typeof restrictorFigures>>;
  }
}

/** L/min that a restrictor lets through; undefined for any other unit. */
export const heldTo = (unit: DesignUnit, model: UnitModel): number | undefined =>
  model.holds && (unit.set ?? model.holds.flow) * unit.parallel;

function judge({ unit, model }: StationContext): StationJudgement {
  return {
    verdicts: [],
    cautions: [],
    figures: [
      {
        id: "held",
        label: "Lets through at most",
        quantity: "flow",
        value: heldTo(unit, model),
        working: {
          formula: "as the design sets it, else as the unit states it",
          inputs: known([input("stated", model.holds!.flow, "flow", { unit: model.code })]),
        },
      },
    ],
  };
}

/** A flow restrictor: what stands behind it never sees more (handbook 10, ruling 12). */
export const restrictor: Family = {
  id: "restrictor",
  label: "Flow restrictor",
  figures: { holds: restrictorFigures },
  judge,
  rules: [],
  connects: () => "line",
  rig: { media: false, flushed: false, gentle: "open" },
  shape: "small",
  service: [{ what: "Clean the restrictor where the flow has fallen", when: "at every filter change" }],
  told: [],
};
