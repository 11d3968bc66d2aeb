import type { UnitModel } from "../../core/families";

/** What all of them state alike. */
const alike = {
  family: "pointFilter",
  branch: true,
  maxPressure: 690,
  power: false,
  serials: [],
} satisfies Partial<UnitModel>;

/** Filters at a tap, made up, with descriptive codes. */
export const pointFilters: readonly UnitModel[] = [
  {
    code: "PF-1",
    name: "Under-sink filter, one cartridge",
    variant: "single cartridge",
    ratedFlow: 4,
    lossPoints: [[4, 40]],
    effects: ["carbon"],
    massFullKg: 3,
    recipes: ["point-filter"],
    cost: {
      parts: 70,
      yearly: 35,
    },
    ...alike,
  },
  {
    code: "PF-2",
    name: "Under-sink filter, sediment + carbon",
    variant: "two cartridges",
    ratedFlow: 4,
    lossPoints: [[4, 55]],
    effects: ["sediment", "carbon"],
    massFullKg: 5,
    recipes: ["point-filter"],
    cost: {
      parts: 110,
      yearly: 55,
    },
    ...alike,
  },
  {
    code: "PI-1",
    name: "In-line carbon filter",
    variant: "in-line",
    connects: "product",
    ratedFlow: 2.5,
    lossPoints: [[2.5, 35]],
    effects: ["carbon"],
    massFullKg: 1,
    recipes: ["in-line"],
    cost: {
      parts: 32,
      yearly: 32,
    },
    ...alike,
  },
  {
    code: "FD-1",
    name: "Faucet diverter with washable ceramic",
    variant: "faucet diverter",
    connects: "faucet",
    ratedFlow: 1.5,
    lossPoints: [[1.5, 60]],
    effects: ["sediment", "carbon"],
    massFullKg: 2,
    recipes: ["faucet-diverter"],
    cost: {
      parts: 48,
      yearly: 28,
    },
    ...alike,
  },
  {
    code: "SH-1",
    name: "Shower filter",
    variant: "shower",
    connects: "faucet",
    ratedFlow: 8,
    lossPoints: [[8, 45]],
    effects: ["carbon"],
    massFullKg: 1,
    recipes: ["shower"],
    cost: {
      parts: 42,
      yearly: 30,
    },
    ...alike,
  },
  {
    code: "RM-1",
    name: "Remineralising cartridge on the product line",
    variant: "remineralising",
    connects: "product",
    ratedFlow: 2,
    lossPoints: [[2, 20]],
    effects: ["minerals"],
    massFullKg: 1,
    recipes: ["in-line"],
    cost: {
      parts: 38,
      yearly: 30,
    },
    ...alike,
  },
];
