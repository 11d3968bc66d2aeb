import type { UnitModel } from "../../core/families";
import { serial } from "./shared";

/** What all of them state alike. */
const alike = {
  family: "uvPoint",
  variant: "point of use",
  branch: true,
  maxPressure: 690,
  effects: ["ultraviolet"],
  massFullKg: 2,
  power: true,
  serials: [serial],
  recipes: ["uv-point"],
} satisfies Partial<UnitModel>;

/** UV reactors at a tap, made up, with descriptive codes. */
export const uvPoints: readonly UnitModel[] = [
  {
    code: "PL-1",
    name: "In-line LED UV on the product line",
    connects: "product",
    ratedFlow: 3,
    restrictor: 3,
    lossPoints: [[3, 30]],
    cost: {
      parts: 120,
      yearly: 45,
    },
    ...alike,
  },
  {
    code: "PL-2",
    name: "LED UV reactor with switched faucet",
    ratedFlow: 2,
    restrictor: 2,
    powerBy: ["adapter", "dc"],
    fuse: 3,
    lossPoints: [[2, 30]],
    cost: {
      parts: 180,
      yearly: 45,
    },
    ...alike,
  },
  {
    code: "PL-4",
    name: "LED UV reactor 4",
    ratedFlow: 4,
    restrictor: 3.8,
    powerBy: ["adapter", "dc"],
    fuse: 5,
    lossPoints: [[4, 30]],
    cost: {
      parts: 290,
      yearly: 45,
    },
    ...alike,
  },
];
