import type { Recipe } from "../../core/run/recipe";
import { outletSeen } from "./drinking";
import { serial } from "./serial";
import { threadDry } from "./dry";

/** A booster on another unit's feed (handbook 9, K19). */
export const booster: Recipe = {
  id: "booster",
  version: 4,
  title: "Booster pump",
  families: ["booster"],
  steps: [
    {
      id: "relieved",
      stage: "place",
      kind: "turn",
      title: "Feed of its unit shut, and relieved",
      why: "A tube that is pulled under pressure whips.",
      work: 2,
      water: "any",
      turn: { direction: "feed valve shut, faucet open until it stops", seenFrom: "the feed valve" },
      goal: { want: "stand", positions: { valve: "closed" } },
      cautions: ["relieve"],
    },
    {
      id: "fit",
      stage: "place",
      kind: "do",
      title: "Pump on the feed line, arrow with the flow",
      why: "Backwards it holds the water back.",
      work: 20,
      water: "off",
      details: [
        "Pressure switch on the product line, either way round",
        "Where a reservoir is filled: its float valve at the end of that line, or the pump never stops",
        "Wires: power pack to switch, switch to pump",
      ],
      tightening: "Push to the stop, tug, clip",
      lists: ["ports"],
    },
    serial,
    threadDry,
    {
      id: "power",
      stage: "power",
      kind: "check",
      title: "Filled first, then pump power",
      why: "A pump without water is ruined in a minute.",
      work: 3,
      water: "on",
      power: "on",
      goal: { want: "stand", positions: { plug: "on" } },
      check: { question: `${outletSeen}; water at the pump, and it runs without air?` },
      cautions: ["dryPump", "groundFault"],
    },
    {
      id: "switch",
      stage: "tail",
      kind: "check",
      title: "Does the switch stop the pump?",
      why: "A pump that never stops wears out against a closed line.",
      work: 3,
      water: "on",
      check: { question: "Product shut, or float raised: flow stops, and the switch stops the pump?" },
    },
  ],
};
