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
  {
    code: "LS-2",
    name: "Leak stop for a wide tube, with two pads",
    family: "leakStop",
    variant: "leak-stop valve, wide",
    branch: true,
    lossPoints: [],
    maxPressure: 862,
    effects: ["protection"],
    massFullKg: 0.5,
    power: false,
    serials: [],
    recipes: ["leak-stop"],
    cost: { parts: 46, yearly: 6 },
  },
];
