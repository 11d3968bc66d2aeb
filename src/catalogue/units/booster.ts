import type { UnitModel } from "../../core/families";
import { serial } from "./shared";

/** What all of them state alike. */
const alike = {
  family: "booster",
  variant: "with pressure switch",
  branch: true,
  lossPoints: [],
  maxPressure: 862,
  effects: ["pressure"],
  power: true,
  serials: [serial],
  recipes: ["booster"],
} satisfies Partial<UnitModel>;

/** Booster pumps, made up, with descriptive codes. */
export const boosters: readonly UnitModel[] = [
  {
    code: "BP-2",
    name: "Booster pump 200",
    massFullKg: 3,
    booster: {
      boost: 200,
      setPoint: 400,
      minInlet: 35,
    },
    cost: {
      parts: 130,
      yearly: 0,
    },
    ...alike,
  },
  {
    code: "BP-3",
    name: "Booster pump 300",
    massFullKg: 4,
    booster: {
      boost: 300,
      setPoint: 450,
      minInlet: 35,
    },
    cost: {
      parts: 160,
      yearly: 0,
    },
    ...alike,
  },
  {
    code: "BP-5",
    name: "Booster pump 450",
    massFullKg: 6,
    booster: {
      boost: 450,
      setPoint: 550,
      minInlet: 35,
    },
    cost: {
      parts: 240,
      yearly: 0,
    },
    ...alike,
  },
];
