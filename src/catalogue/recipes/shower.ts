import type { Recipe } from "../../core/run/recipe";
import { threadDry } from "./dry";

export const shower: Recipe = {
  id: "shower",
  version: 2,
  title: "Shower filter",
  steps: [
    {
      id: "fit",
      stage: "place",
      kind: "do",
      title: "Adapter with gaskets on both sides",
      why: "A gasket seals here, not tape.",
      work: 10,
      water: "any",
      tightening: "Hand-tight",
    },
    threadDry,
    {
      id: "run",
      stage: "branch",
      kind: "flow",
      title: "Run the shower",
      why: "The first water carries fines.",
      work: 2,
      water: "on",
      flow: { minutes: 5, direction: "forward", to: "the shower tray" },
    },
  ],
};
