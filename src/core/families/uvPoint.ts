import type { Family } from "./family";
import { judgePointOfUse, pointFlow } from "./flow";

/** UV reactor at one faucet: its disinfection counts for that faucet, never for the house. */
export const uvPoint: Family = {
  id: "uvPoint",
  label: "UV reactor, point of use",
  figures: {},
  judge: judgePointOfUse,
  rules: [pointFlow],
  answers: () => [],
  connects: () => "sink",
  rig: { media: false, flushed: false, gentle: "open" },
  shape: "small",
  service: [{ what: "Change the reactor's lamp", when: "8000 hours of flow" }],
  told: ["Never look at or power a lamp outside its chamber: its light burns eyes and skin."],
};
