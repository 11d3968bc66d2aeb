import type { Recipe } from "@/core/run/recipe";

/** A recipe that no catalogue has; its steps ask for figures of the unit. */
export const swirlRecipe: Recipe = {
  id: "swirl",
  version: 1,
  title: "Swirl separator",
  families: ["swirl"],
  steps: [
    {
      id: "hang",
      stage: "place",
      kind: "do",
      title: "Hang {unit} upright",
      why: "Sand falls only in one that hangs upright.",
      work: 10,
      water: "any",
    },
    {
      id: "many",
      stage: "join",
      kind: "do",
      title: "Tie the upper turns",
      why: "From three turns on it shakes.",
      work: 5,
      water: "any",
      when: [{ unit: "swirl.turns", atLeast: 3 }],
    },
    {
      id: "few",
      stage: "join",
      kind: "do",
      title: "Fit the lower plate",
      why: "With fewer turns sand climbs.",
      work: 5,
      water: "any",
      when: [{ unit: "swirl.turns", below: 3 }],
    },
    {
      id: "sand",
      stage: "prove",
      kind: "read",
      title: "Count the grains",
      why: "What passes is what the house gets.",
      work: 5,
      water: "any",
      read: { reading: "grains", place: "The first tap", when: "after" },
    },
  ],
};
