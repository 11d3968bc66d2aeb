import { z } from "../zod";
import type { StationContext, StationJudgement } from "./context";
import type { Family } from "./family";
import { input, known } from "./figure";
import { quantityFigure, type Frozen } from "./stated";
import type { DesignUnit, UnitModel } from "./unit";

const reducerFigures = z.strictObject({ setPoint: quantityFigure("Set point, as delivered", "pressure") });
declare module "./unit" {
  interface UnitModel {
    readonly reducer?: Frozen<z.infer<typeof reducerFigures>>;
  }
}

/** What a reducing valve is set to, kPa; undefined for any other unit. */
export const reducedTo = (unit: DesignUnit, model: UnitModel): number | undefined =>
  model.reducer && (unit.set ?? model.reducer.setPoint);

function judge({ unit, model }: StationContext): StationJudgement {
  return {
    verdicts: [],
    cautions: ["It closes the system: a heater that stores water needs an expansion vessel."],
    figures: [
      {
        id: "setPoint",
        label: "Set to",
        quantity: "pressure",
        value: reducedTo(unit, model),
        working: {
          formula: "as the design sets it, else as delivered",
          inputs: known([input("as delivered", model.reducer!.setPoint, "pressure", { unit: model.code })]),
        },
      },
    ],
  };
}

/** A pressure-reducing valve, of the house or of one branch (handbook 10, ruling 12). */
export const reducer: Family = {
  id: "reducer",
  label: "Reducing valve",
  figures: { reducer: reducerFigures },
  judge,
  rules: [],
  connects: () => "line",
  rig: { media: false, flushed: false, gentle: "open" },
  shape: "small",
  service: [{ what: "Read the pressure behind the reducing valve", when: "once a year" }],
  told: [],
};
