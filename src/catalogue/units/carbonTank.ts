import type { UnitModel } from "../../core/families";
import { knobs, serial } from "./shared";

/** What all of them state alike. */
const alike = {
  family: "carbonTank",
  variant: "no backwash valve",
  branch: false,
  maxPressure: 862,
  power: false,
  serials: [serial],
  recipes: ["carbon-tank"],
  head: knobs,
} satisfies Partial<UnitModel>;

/** Carbon tanks, made up, with descriptive codes. */
export const carbonTanks: readonly UnitModel[] = [
  {
    code: "CT-1054",
    name: "Carbon tank 10 × 54 in",
    ratedFlow: 45,
    lossPoints: [
      [20, 10],
      [45, 42],
    ],
    effects: ["carbon"],
    massFullKg: 88,
    waterL: 49,
    carbon: {
      mediaLitres: 42.5,
      diameterMm: 254,
      catalytic: false,
      bedVolumes: 40000,
    },
    cost: {
      parts: 520,
      yearly: 0,
    },
    ...alike,
  },
  {
    code: "CT-1252",
    name: "Carbon tank 12 × 52 in",
    ratedFlow: 57,
    lossPoints: [
      [25, 9],
      [57, 40],
    ],
    effects: ["carbon"],
    massFullKg: 118,
    waterL: 65,
    carbon: {
      mediaLitres: 56.6,
      diameterMm: 305,
      catalytic: false,
      bedVolumes: 40000,
    },
    cost: {
      parts: 640,
      yearly: 0,
    },
    ...alike,
  },
  {
    code: "CT-1354",
    name: "Carbon tank 13 × 54 in",
    ratedFlow: 68,
    lossPoints: [
      [30, 9],
      [68, 40],
    ],
    effects: ["carbon"],
    massFullKg: 146,
    waterL: 81,
    carbon: {
      mediaLitres: 70.8,
      diameterMm: 330,
      catalytic: false,
      bedVolumes: 40000,
    },
    cost: {
      parts: 760,
      yearly: 0,
    },
    ...alike,
  },
  {
    code: "CT-1465",
    name: "Carbon tank 14 × 65 in",
    ratedFlow: 83,
    lossPoints: [
      [40, 10],
      [83, 40],
    ],
    effects: ["carbon"],
    massFullKg: 205,
    waterL: 114,
    carbon: {
      mediaLitres: 99.1,
      diameterMm: 356,
      catalytic: false,
      bedVolumes: 40000,
    },
    cost: {
      parts: 980,
      yearly: 0,
    },
    ...alike,
  },
  {
    code: "CT-1665",
    name: "Carbon tank 16 × 65 in",
    ratedFlow: 106,
    lossPoints: [
      [50, 10],
      [106, 42],
    ],
    effects: ["carbon"],
    massFullKg: 268,
    waterL: 147,
    carbon: {
      mediaLitres: 127.4,
      diameterMm: 406,
      catalytic: false,
      bedVolumes: 40000,
    },
    cost: {
      parts: 1240,
      yearly: 0,
    },
    ...alike,
  },
  {
    code: "KT-1054",
    name: "Catalytic carbon tank 10 × 54 in",
    ratedFlow: 45,
    lossPoints: [
      [20, 11],
      [45, 46],
    ],
    effects: ["catalyticCarbon", "carbon"],
    massFullKg: 90,
    waterL: 49,
    carbon: {
      mediaLitres: 42.5,
      diameterMm: 254,
      catalytic: true,
      bedVolumes: 40000,
      bedVolumesFor: {
        chloramine: 25000,
      },
    },
    cost: {
      parts: 760,
      yearly: 0,
    },
    ...alike,
  },
  {
    code: "KT-1252",
    name: "Catalytic carbon tank 12 × 52 in",
    ratedFlow: 57,
    lossPoints: [
      [25, 10],
      [57, 44],
    ],
    effects: ["catalyticCarbon", "carbon"],
    massFullKg: 121,
    waterL: 65,
    carbon: {
      mediaLitres: 56.6,
      diameterMm: 305,
      catalytic: true,
      bedVolumes: 40000,
      bedVolumesFor: {
        chloramine: 25000,
      },
    },
    cost: {
      parts: 940,
      yearly: 0,
    },
    ...alike,
  },
  {
    code: "KT-1354",
    name: "Catalytic carbon tank 13 × 54 in",
    ratedFlow: 68,
    lossPoints: [
      [30, 10],
      [68, 44],
    ],
    effects: ["catalyticCarbon", "carbon"],
    massFullKg: 150,
    waterL: 81,
    carbon: {
      mediaLitres: 70.8,
      diameterMm: 330,
      catalytic: true,
      bedVolumes: 40000,
      bedVolumesFor: {
        chloramine: 25000,
      },
    },
    cost: {
      parts: 1120,
      yearly: 0,
    },
    ...alike,
  },
  {
    code: "KT-1465",
    name: "Catalytic carbon tank 14 × 65 in",
    ratedFlow: 83,
    lossPoints: [
      [40, 11],
      [83, 44],
    ],
    effects: ["catalyticCarbon", "carbon"],
    massFullKg: 211,
    waterL: 114,
    carbon: {
      mediaLitres: 99.1,
      diameterMm: 356,
      catalytic: true,
      bedVolumes: 40000,
      bedVolumesFor: {
        chloramine: 25000,
      },
    },
    cost: {
      parts: 1480,
      yearly: 0,
    },
    ...alike,
  },
  {
    code: "KT-1665",
    name: "Catalytic carbon tank 16 × 65 in",
    ratedFlow: 106,
    lossPoints: [
      [50, 11],
      [106, 46],
    ],
    effects: ["catalyticCarbon", "carbon"],
    massFullKg: 275,
    waterL: 147,
    carbon: {
      mediaLitres: 127.4,
      diameterMm: 406,
      catalytic: true,
      bedVolumes: 40000,
      bedVolumesFor: {
        chloramine: 25000,
      },
    },
    cost: {
      parts: 1890,
      yearly: 0,
    },
    ...alike,
  },
  {
    code: "CT-P10",
    name: "Carbon tank 10 × 48 in, purged instead of soaked",
    ratedFlow: 38,
    lossPoints: [
      [18, 12],
      [38, 45],
    ],
    effects: ["carbon"],
    massFullKg: 76,
    waterL: 42,
    carbon: { mediaLitres: 34, diameterMm: 254, catalytic: false, bedVolumes: 30000 },
    cost: { parts: 610, yearly: 0 },
    ...alike,
    variant: "purged, no soak",
  },
];
