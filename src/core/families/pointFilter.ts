import { yesNoFigure } from "./stated";
import type { Family } from "./family";
import { judgePointOfUse, pointFlow } from "./flow";

declare module "./unit" {
  interface UnitModel {
    readonly washable?: boolean;
  }
}

/** Point-of-use filters: under the sink, in line, at a faucet or shower; remineralising cartridges. */
export const pointFilter: Family = {
  id: "pointFilter",
  label: "Point-of-use filter",
  figures: { washable: yesNoFigure("Washable ceramic").optional() },
  judge: judgePointOfUse,
  rules: [pointFlow],
  connects: () => "sink",
  rig: { media: false, flushed: true, gentle: "open" },
  shape: "small",
  service: [{ what: "Change the cartridge", when: "6 to 12 months" }],
  told: [],
};
