import type { UnitModel } from "../../core/families";
import { knobs, serial } from "./shared";

/** What all of them state alike. */
const alike = {
  family: "conditioner",
  variant: "media tank",
  branch: false,
  maxPressure: 690,
  effects: ["scaleControl"],
  power: false,
  serials: [serial],
  recipes: ["conditioner"],
  head: knobs,
} satisfies Partial<UnitModel>;

/** Salt-free conditioners, made up, with descriptive codes. */
export const conditioners: readonly UnitModel[] = [
  {
    code: "CN-40",
    name: "Salt-free conditioner 40",
    ratedFlow: 40,
    lossPoints: [
      [20, 11],
      [40, 38],
    ],
    massFullKg: 46,
    waterL: 28,
    cost: {
      parts: 890,
      yearly: 95,
    },
    ...alike,
  },
  {
    code: "CN-60",
    name: "Salt-free conditioner 60",
    ratedFlow: 60,
    lossPoints: [
      [30, 12],
      [60, 42],
    ],
    massFullKg: 60,
    waterL: 36,
    cost: {
      parts: 1120,
      yearly: 130,
    },
    ...alike,
  },
  {
    code: "CN-80",
    name: "Salt-free conditioner 80",
    ratedFlow: 80,
    lossPoints: [
      [40, 13],
      [80, 45],
    ],
    massFullKg: 84,
    waterL: 50,
    cost: {
      parts: 1420,
      yearly: 170,
    },
    ...alike,
  },
  {
    code: "CN-110",
    name: "Salt-free conditioner 110",
    ratedFlow: 110,
    lossPoints: [
      [55, 13],
      [110, 46],
    ],
    massFullKg: 112,
    waterL: 67,
    cost: {
      parts: 1850,
      yearly: 230,
    },
    ...alike,
  },
  {
    code: "CN-P10",
    name: "Salt-free conditioner, purged instead of soaked",
    ratedFlow: 38,
    lossPoints: [[38, 30]],
    massFullKg: 40,
    waterL: 26,
    cost: { parts: 560, yearly: 0 },
    ...alike,
    variant: "purged, no soak",
  },
];
