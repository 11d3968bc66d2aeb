import { z } from "../zod";
import type { Family } from "./family";
import { quantityFigure, type Frozen } from "./stated";

const vesselFigures = z.strictObject({
  litres: quantityFigure("Vessel", "volume"),
  precharge: quantityFigure("Pre-charge", "pressure"),
});
declare module "./unit" {
  interface UnitModel {
    readonly vessel?: Frozen<z.infer<typeof vesselFigures>>;
  }
}

/**
 * An expansion vessel on the cold side of a heater: where the system is closed, heated water finds room in
 * it (handbook 10, rulings 11 and 12).
 */
export const expansionVessel: Family = {
  id: "expansionVessel",
  label: "Expansion vessel",
  figures: { vessel: vesselFigures },
  judge: () => ({
    figures: [],
    verdicts: [],
    cautions: ["Its pre-charge is set, empty, to the pressure of the house at rest."],
  }),
  rules: [],
  connects: () => "line",
  rig: { media: false, flushed: false, gentle: "open" },
  shape: "vessel",
  service: [{ what: "Check the vessel's pre-charge, empty", when: "once a year" }],
  told: [],
};
