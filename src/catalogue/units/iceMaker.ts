import type { UnitModel } from "../../core/families";

/** What all of them state alike. */
const alike = {
  family: "iceMaker",
  variant: "ice-maker branch",
  branch: true,
  lossPoints: [],
  maxPressure: 862,
  effects: ["delivery"],
  massFullKg: 0.5,
  power: false,
  serials: [],
  recipes: ["ice-maker"],
} satisfies Partial<UnitModel>;

/** Branches to an ice maker, made up, with descriptive codes. */
export const iceMakers: readonly UnitModel[] = [
  {
    code: "IM-1",
    name: "Ice-maker branch, 3/8 in",
    cost: {
      parts: 28,
      yearly: 0,
    },
    ...alike,
  },
  {
    code: "IM-2",
    name: "Ice-maker branch, 3/8 in, for a low-pressure valve",
    iceMaker: {
      minPressure: 110,
    },
    cost: {
      parts: 36,
      yearly: 0,
    },
    ...alike,
  },
];
