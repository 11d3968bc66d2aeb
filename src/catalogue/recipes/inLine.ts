import type { Recipe } from "../../core/run/recipe";
import { threadDry } from "./dry";
import { minutesOf } from "./unitFigure";

/** A cartridge with two ends, in another unit's line (handbook 9, K1). */
export const inLine: Recipe = {
  id: "in-line",
  version: 4,
  title: "In-line cartridge",
  families: ["pointFilter"],
  steps: [
    {
      id: "fit",
      stage: "place",
      kind: "do",
      title: "{unit} into the line by its two marked ends",
      why: "Backwards it blocks, or passes everything.",
      work: 10,
      water: "off",
      tightening: "Push to the stop, tug, clip",
      details: ["On a product line: unit, then minerals, then lamp, then faucet"],
      lists: ["ports"],
    },
    threadDry,
    {
      id: "run",
      stage: "branch",
      kind: "flow",
      title: "Run the tap until clear",
      why: "The first water carries fines.",
      work: 2,
      water: "on",
      goal: { want: "stand", positions: { valve: "open", faucet: "open" } },
      flow: { minutes: minutesOf("startUp.flush", 5), until: "clear", direction: "forward", to: "the sink" },
    },
  ],
};
