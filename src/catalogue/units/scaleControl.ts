import type { UnitModel } from "../../core/families";
import { pair, serial } from "./shared";

/** What all of them state alike. */
const alike = {
  family: "scaleControl",
  variant: "media tank",
  branch: false,
  maxPressure: 690,
  effects: ["scaleControl"],
  power: false,
  serials: [serial],
  recipes: ["scale-control"],
  head: pair,
} satisfies Partial<UnitModel>;

/** Scale-control tanks, made up, with descriptive codes. */
export const scaleControls: readonly UnitModel[] = [
  {
    code: "SC-24",
    name: "Scale-control tank",
    ratedFlow: 45,
    lossPoints: [
      [20, 8],
      [45, 35],
    ],
    massFullKg: 32,
    waterL: 19,
    cost: {
      parts: 540,
      yearly: 80,
    },
    ...alike,
  },
  {
    code: "SC-36",
    name: "Scale-control tank 60",
    ratedFlow: 60,
    lossPoints: [
      [30, 9],
      [60, 36],
    ],
    massFullKg: 44,
    waterL: 26,
    cost: {
      parts: 690,
      yearly: 105,
    },
    ...alike,
  },
  {
    code: "SC-48",
    name: "Scale-control tank 90",
    ratedFlow: 90,
    lossPoints: [
      [45, 10],
      [90, 38],
    ],
    massFullKg: 62,
    waterL: 37,
    cost: {
      parts: 920,
      yearly: 150,
    },
    ...alike,
  },
];
