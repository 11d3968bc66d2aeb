import type { Recipe } from "../../core/run/recipe";
import { stopProved } from "./stopProved";
import { dryAtStop, dryFirstAtStop } from "./dry";

export const pointFilter: Recipe = {
  id: "point-filter",
  version: 3,
  title: "Under-sink filter",
  steps: [
    stopProved,
    {
      id: "fit",
      stage: "place",
      kind: "do",
      title: "Bracket level, adapter on the cold stop, tubes to the stop",
      why: "Leave the drop clearance below the cartridge.",
      work: 25,
      water: "off",
      details: ["Cartridge into the head and turned until it has no play"],
    },
    dryFirstAtStop,
    dryAtStop,
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
