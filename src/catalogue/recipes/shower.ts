import type { Recipe } from "../../core/run/recipe";
import { threadDry } from "./dry";
import { minutesOf } from "./unitFigure";

/** Filter between a shower arm and its hose (handbook 9, K9). */
export const shower: Recipe = {
  id: "shower",
  version: 3,
  title: "Shower filter",
  families: ["pointFilter"],
  steps: [
    {
      id: "fit",
      stage: "place",
      kind: "do",
      title: "Adapter with gaskets on both sides, hose back on",
      why: "A gasket seals here, not tape.",
      work: 10,
      water: "any",
      tightening: "Hand-tight",
      lists: ["ports"],
    },
    threadDry,
    {
      id: "run",
      stage: "branch",
      kind: "flow",
      title: "Run the shower until clear",
      why: "The first water carries fines.",
      work: 2,
      water: "on",
      flow: {
        minutes: minutesOf("startUp.flush", 5),
        until: "clear",
        direction: "forward",
        to: "the shower tray",
      },
    },
  ],
};
