import type { Recipe } from "../../core/run/recipe";
import { serial } from "./serial";
import { stopProved } from "./stopProved";
import { dryAtStop, dryFirstAtStop, threadDry } from "./dry";

export const uvPoint: Recipe = {
  id: "uv-point",
  version: 3,
  title: "LED UV reactor",
  steps: [
    stopProved,
    {
      id: "fit",
      stage: "place",
      kind: "do",
      title: "Shut-off tee, in-line pre-filter, reactor on its rail",
      why: "The arrow on the pre-filter follows the water.",
      work: 30,
      water: "off",
      details: [
        "Flow restrictor on the outlet side",
        "Faucet cable first, then stem; seal faces up, spout aimed before tightening",
      ],
      cautions: ["stone"],
    },
    serial,
    dryFirstAtStop,
    dryAtStop,
    { ...threadDry, id: "dryOnLine", when: [{ at: ["product", "feed"] }] },
    {
      id: "run",
      stage: "branch",
      kind: "flow",
      title: "Run until no bubbles come",
      why: "Air shields microbes from the light.",
      work: 2,
      water: "on",
      goal: { want: "stand", positions: { valve: "open", faucet: "open" } },
      flow: { minutes: 2, direction: "forward", to: "the sink" },
    },
    {
      id: "indicator",
      stage: "branch",
      kind: "check",
      title: "Indicator on with flow, standby without",
      why: "The reactor lights only while water runs.",
      work: 2,
      water: "on",
      power: "on",
      check: { question: "On with flow, standby without?" },
      cautions: ["groundFault"],
    },
  ],
};
