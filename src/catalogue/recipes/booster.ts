import type { Recipe } from "../../core/run/recipe";
import { serial } from "./serial";
import { threadDry } from "./dry";

export const booster: Recipe = {
  id: "booster",
  version: 3,
  title: "Booster pump",
  steps: [
    {
      id: "fit",
      stage: "place",
      kind: "do",
      title: "Booster on the feed line, in flow direction",
      why: "Backwards it holds the water back.",
      work: 20,
      water: "off",
      details: ["Pressure switch on the product line, either way round"],
      tightening: "Push to the stop, tug, clip",
    },
    serial,
    threadDry,
    {
      id: "power",
      stage: "power",
      kind: "check",
      title: "Pre-filters full, then pump power",
      why: "A pump without water is ruined in a minute.",
      work: 3,
      water: "on",
      power: "on",
      goal: { want: "stand", positions: { plug: "on" } },
      check: { question: "Water at the pump, outlet protected, pump runs and stops by its switch?" },
      cautions: ["dryPump", "groundFault"],
    },
  ],
};
