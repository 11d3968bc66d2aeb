import type { Recipe } from "../../core/run/recipe";
import { threadDry } from "./dry";

/** Shuts a unit's feed when its pad gets wet (handbook 9, K7). */
export const leakStop: Recipe = {
  id: "leak-stop",
  version: 3,
  title: "Leak stop",
  families: ["leakStop"],
  steps: [
    {
      id: "fit",
      stage: "place",
      kind: "do",
      title: "{unit} into the feed, flat and dry under the unit",
      why: "It shuts the feed when its pad gets wet.",
      work: 10,
      water: "off",
      tightening: "Push to the stop, tug, clip",
      details: ["No pad yet"],
      lists: ["ports"],
    },
    threadDry,
    {
      id: "pad",
      stage: "prove",
      kind: "check",
      title: "Pad in, once every joint was found dry",
      why: "A pad wetted on the first day is used up.",
      work: 2,
      water: "on",
      check: { question: "Leak check done, floor dry, pad in, spare left with the customer?" },
    },
  ],
};
