import type { Recipe } from "../../core/run/recipe";
import { threadDry } from "./dry";

export const inLine: Recipe = {
  id: "in-line",
  version: 3,
  title: "In-line cartridge",
  steps: [
    {
      id: "fit",
      stage: "place",
      kind: "do",
      title: "{unit} into the line, arrow with the flow",
      why: "Backwards it blocks, or passes everything.",
      work: 10,
      water: "off",
      tightening: "Push to the stop, tug, clip",
      details: ["On a product line: unit, then remineraliser, then UV, then faucet"],
    },
    threadDry,
    {
      id: "run",
      stage: "branch",
      kind: "flow",
      title: "Run the tap",
      why: "The first water carries fines.",
      work: 2,
      water: "on",
      goal: { want: "stand", positions: { valve: "open", faucet: "open" } },
      flow: { minutes: 5, direction: "forward", to: "the sink" },
    },
  ],
};
