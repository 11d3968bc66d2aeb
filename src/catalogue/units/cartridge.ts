import type { UnitModel } from "../../core/families";
import { serial } from "./shared";

/** What all of them state alike. */
const alike = {
  family: "cartridge",
  branch: false,
  maxPressure: 621,
  power: false,
  recipes: ["cartridge-rack"],
} satisfies Partial<UnitModel>;

/** Housings with cartridges, made up, with descriptive codes. */
export const cartridges: readonly UnitModel[] = [
  {
    code: "PS-10",
    name: "Sediment housing, 5 µm, 4½ × 10 in",
    variant: "single housing",
    ratedFlow: 45,
    lossPoints: [
      [20, 6],
      [45, 24],
    ],
    microns: 5,
    effects: ["sediment"],
    massFullKg: 6,
    serials: [],
    cost: {
      parts: 95,
      yearly: 36,
    },
    ...alike,
  },
  {
    code: "PS-20",
    name: "Sediment housing, 5 µm, 4½ × 20 in",
    variant: "single housing",
    ratedFlow: 76,
    lossPoints: [
      [40, 9],
      [76, 28],
    ],
    microns: 5,
    effects: ["sediment"],
    massFullKg: 9,
    serials: [],
    cost: {
      parts: 140,
      yearly: 55,
    },
    ...alike,
  },
  {
    code: "PS-202",
    name: "Two sediment housings, 20 and 5 µm",
    variant: "two housings",
    ratedFlow: 76,
    lossPoints: [
      [40, 16],
      [76, 48],
    ],
    microns: 5,
    effects: ["sediment"],
    massFullKg: 18,
    serials: [],
    cost: {
      parts: 270,
      yearly: 95,
    },
    ...alike,
  },
  {
    code: "PS-50",
    name: "Sediment housing, 50 µm, 4½ × 20 in",
    variant: "single housing",
    ratedFlow: 90,
    lossPoints: [
      [45, 6],
      [90, 21],
    ],
    microns: 50,
    effects: ["sediment"],
    massFullKg: 9,
    serials: [],
    cost: {
      parts: 135,
      yearly: 40,
    },
    ...alike,
  },
  {
    code: "SD-100",
    name: "Spin-down screen, 100 µm",
    variant: "spin-down",
    ratedFlow: 95,
    lossPoints: [
      [50, 5],
      [95, 17],
    ],
    microns: 100,
    effects: ["sediment"],
    massFullKg: 3,
    serials: [],
    cost: {
      parts: 85,
      yearly: 6,
    },
    ...alike,
  },
  {
    code: "CB-20",
    name: "Carbon block housing, 4½ × 20 in",
    variant: "single housing",
    ratedFlow: 38,
    lossPoints: [
      [20, 14],
      [38, 42],
    ],
    microns: 5,
    effects: ["sediment", "carbon"],
    massFullKg: 10,
    serials: [],
    cost: {
      parts: 175,
      yearly: 90,
    },
    ...alike,
  },
  {
    code: "CL-20",
    name: "Lead and VOC block housing, 4½ × 20 in",
    variant: "single housing",
    ratedFlow: 26,
    lossPoints: [
      [13, 14],
      [26, 46],
    ],
    microns: 1,
    effects: ["sediment", "carbon"],
    massFullKg: 10,
    serials: [],
    cost: {
      parts: 210,
      yearly: 150,
    },
    ...alike,
  },
  {
    code: "CH-2",
    name: "Two-housing rack, sediment + carbon",
    variant: "two housings",
    ratedFlow: 38,
    lossPoints: [
      [20, 18],
      [38, 54],
    ],
    microns: 5,
    effects: ["sediment", "carbon"],
    massFullKg: 18,
    serials: [serial],
    cost: {
      parts: 310,
      yearly: 130,
    },
    ...alike,
  },
  {
    code: "CH-3",
    name: "Three-housing rack, sediment + carbon",
    variant: "three housings",
    ratedFlow: 57,
    lossPoints: [
      [20, 12],
      [40, 34],
      [57, 62],
    ],
    microns: 5,
    effects: ["sediment", "carbon"],
    massFullKg: 24,
    serials: [serial],
    cost: {
      parts: 420,
      yearly: 190,
    },
    ...alike,
  },
];
