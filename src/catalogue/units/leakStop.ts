import type { UnitModel } from "../../core/families";

/** Leak-stop valves, made up, with descriptive codes. */
export const leakStops: readonly UnitModel[] = [
  {
    code: "LS-1",
    name: "Leak stop with pad",
    family: "leakStop",
    variant: "leak-stop valve",
    branch: true,
    lossPoints: [],
    maxPressure: 862,
    effects: ["protection"],
    massFullKg: 0.3,
    power: false,
    serials: [],
    recipes: ["leak-stop"],
    cost: {
      parts: 34,
      yearly: 4,
    },
  },
];
