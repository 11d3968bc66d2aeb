import type { Family } from "./family";
import { judgeRatedFlow } from "./flow";
import { headFigures } from "./head";

/** Scale-control media tank on its own. */
export const scaleControl: Family = {
  id: "scaleControl",
  label: "Scale-control tank",
  figures: { head: headFigures.optional() },
  judge: judgeRatedFlow,
  rules: [],
  connects: () => "line",
  rig: {
    media: true,
    flushed: true,
    gentle: "quarter",
    vent: { name: "dome plug", closure: true },
    apart: true,
  },
  shape: "vessel",
  onFloor: true,
  service: [{ what: "Change the scale-control media", when: "3 to 5 years" }],
  told: [],
  propose: { group: "hardness", sizedByFlow: true },
};
