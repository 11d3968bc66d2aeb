import type { Recipe } from "../../core/run/recipe";
import { threadDry } from "./dry";

export const iceMaker: Recipe = {
  id: "ice-maker",
  version: 2,
  title: "Ice-maker branch",
  families: ["iceMaker"],
  steps: [
    {
      id: "fit",
      stage: "place",
      kind: "do",
      title: "Branch into the RO's tank line, before the post filter's faucet line",
      why: "A {thin} line starves the ice maker.",
      figures: {
        thin: { us: "1/4 in", metric: "6.35 mm" },
        tube: { us: "3/8 in", metric: "9.5 mm" },
      },
      work: 20,
      water: "off",
      tightening: "Push to the stop, tug, clip",
      lists: ["ports"],
      details: ["{tube} tube all the way", "A shut-off at the branch, shut until the discards are done"],
    },
    {
      id: "open",
      stage: "tail",
      kind: "do",
      title: "Open the branch",
      why: "Discards must not end as ice.",
      work: 3,
      water: "on",
      details: ["Only after the last discard"],
      goal: { want: "stand", positions: { valve: "open" } },
    },
    // Its tube has no water before its valve is opened.
    { ...threadDry, stage: "tail" },
    {
      id: "first",
      stage: "tail",
      kind: "check",
      title: "Throw the first ice away",
      why: "It was made from what stood in the tube.",
      work: 2,
      water: "on",
      check: { question: "Told to the customer: the first three batches are thrown away?" },
    },
  ],
};
