import type { UnitModel } from "../../core/families";
import { serial } from "./shared";

/** What all of them state alike. */
const alike = {
  family: "doser",
  branch: false,
  effects: ["chlorination"],
  maxPressure: 690,
  power: true,
  serials: [serial],
  recipes: ["doser"],
} satisfies Partial<UnitModel>;

/** Chlorine dosing pumps with their retention tanks, made up, with descriptive codes. */
export const dosers: readonly UnitModel[] = [
  {
    code: "CD-450",
    name: "Chlorine dosing pump with a 450 L retention tank",
    variant: "retention tank",
    ratedFlow: 40,
    lossPoints: [[40, 14]],
    massFullKg: 520,
    waterL: 450,
    doser: { residual: 2, retentionLitres: 450, contactMinutes: 10 },
    cost: { parts: 1150, yearly: 60 },
    ...alike,
  },
  {
    code: "CD-300C",
    name: "Chlorine dosing pump with a 300 L coil of pipe",
    variant: "retention coil",
    ratedFlow: 25,
    lossPoints: [[25, 22]],
    massFullKg: 350,
    waterL: 300,
    doser: { residual: 3, retentionLitres: 300, contactMinutes: 10 },
    cost: { parts: 870, yearly: 55 },
    ...alike,
  },
];
