import type { RecipeStep } from "../../core/run/recipe";

/** Proves the stop that a unit hangs on, before anything is opened behind it (handbook 9, Where a unit connects). */
export const stopProved = {
  id: "stops",
  stage: "place",
  kind: "check",
  title: "Prove the stop: shut, and the tap runs dry",
  why: "A mixer lets hot across; a stop that leaks floods the cabinet.",
  work: 5,
  water: "any",
  check: {
    question:
      "Stop shut and tap open: dry within a minute, and nothing across from hot? If not, shut the house's own valve instead.",
  },
  details: ["A towel and a bowl under the joint"],
  when: [{ at: ["sink", "supply"] }],
} satisfies RecipeStep;
