import type { Family } from "./family";
import { judgeRatedFlow } from "./flow";
import { headFigures } from "./head";

/** Salt-free conditioner: controls scale, removes no hardness. */
export const conditioner: Family = {
  id: "conditioner",
  label: "Salt-free conditioner",
  figures: { head: headFigures.optional() },
  judge: judgeRatedFlow,
  rules: [],
  connects: () => "line",
  rig: { media: true, flushed: true, gentle: "quarter" },
  shape: "vessel",
  onFloor: true,
  service: [{ what: "Change the conditioner's media", when: "3 to 5 years" }],
  told: [],
  propose: { group: "hardness", sizedByFlow: true },
};
