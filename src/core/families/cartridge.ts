import type { Family } from "./family";
import { judgeRatedFlow, ratedFlowRule, cleanLossRule } from "./flow";

/** Cartridge housings in a row: sediment, carbon, lead and VOC; spin-down screens. */
export const cartridge: Family = {
  id: "cartridge",
  label: "Cartridge housing",
  figures: {},
  judge: judgeRatedFlow,
  rules: [ratedFlowRule, cleanLossRule],
  connects: () => "line",
  rig: { media: false, flushed: true, gentle: "quarter", vent: { name: "vent screw" } },
  shape: "housing",
  service: [
    {
      what: "Change the sediment cartridge",
      when: {
        text: "6 to 12 months, or at {loss} more loss",
        of: { loss: { us: "10 psi", metric: "70 kPa" } },
      },
    },
    { what: "Change the carbon cartridge, if there is one", when: "6 to 12 months, or by litres" },
  ],
  told: [],
  propose: { sizedByFlow: true, most: 2 },
};
