import type { FeedLimit } from "../core/families";
import type { TapLimit } from "../core/train";
import { housePressures, waterValues, type TapSettings, type WaterKey } from "../core/water";

/** A limit of a value of the water; what it is called and measured in stands with the value. */
const limit = (key: WaterKey, more: Partial<FeedLimit>): FeedLimit => ({
  key,
  ...waterValues[key],
  survey: `water.${key}`,
  ...more,
});
const c = (key: WaterKey, max: number, more: Partial<FeedLimit> = {}): FeedLimit =>
  limit(key, { max, ...more });
const t = (min: number, max: number): FeedLimit => limit("temperature", { min, max });
const pressure = {
  key: "pressure",
  label: "Pressure",
  quantity: "pressure",
  survey: "source.static",
} as const;
const p = (min: number, max: number): FeedLimit => ({ ...pressure, min, max });

/** Limits of water fed to each family, defaults (handbook 2). A unit's own figure, by the same key, wins. */
export const feedLimits: Readonly<Partial<Record<string, readonly FeedLimit[]>>> = {
  uv: [
    c("iron", 0.3),
    c("manganese", 0.05),
    c("hardness", 120),
    c("turbidity", 1),
    c("tannin", 0.1),
    limit("uvt", { min: 85, checkMin: 75 }),
  ],
  uvPoint: [
    c("iron", 0.3),
    c("manganese", 0.05),
    c("hardness", 120),
    c("turbidity", 1),
    limit("uvt", { min: 85, checkMin: 75 }),
    t(2, 38),
  ],
  ro: [
    c("chlorine", 0.1),
    c("iron", 0.1),
    c("manganese", 0.05),
    c("hardness", 170, { checkMax: 350, remedy: "Softener ahead of the RO" }),
    c("tds", 2000),
    c("turbidity", 1),
    limit("ph", { min: 3, max: 11 }),
    t(4, 38),
  ],
  softener: [
    c("iron", 3, { label: "Iron, dissolved" }),
    c("chlorine", 2, { label: "Chlorine" }),
    c("sulphide", 0.05),
    c("turbidity", 5),
    t(1, 43),
    p(138, housePressures.housingMost),
  ],
  manualSoftener: [
    c("iron", 3, { label: "Iron, dissolved" }),
    c("chlorine", 2, { label: "Chlorine" }),
    c("sulphide", 0.05),
    c("turbidity", 5),
    t(1, 43),
    p(138, housePressures.housingMost),
  ],
  conditioner: [
    c("iron", 0.3),
    c("manganese", 0.05),
    c("sulphide", 0.05),
    c("hardness", 1280),
    limit("ph", { min: 6.5, max: 8.5 }),
    c("copper", 1.3),
    t(5, 43),
    p(100, 690),
  ],
  scaleControl: [
    c("iron", 0.3),
    c("manganese", 0.05),
    c("sulphide", 0.05),
    c("hardness", 1280),
    limit("ph", { min: 6.5, max: 8.5 }),
    t(5, 43),
    p(100, 690),
  ],
  carbonTank: [c("turbidity", 5), t(2, 43), p(138, housePressures.housingMost)],
  mediaFilter: [c("turbidity", 5), t(2, 43), p(138, housePressures.housingMost)],
  doser: [t(2, 38), { ...pressure, max: housePressures.housingMost }],
  cartridge: [t(2, 38), { ...pressure, max: 621 }],
  pointFilter: [t(2, 38)],
};

/**
 * Limits of the water that people drink (handbook 2, Needs; handbook 10, ruling 1), with those that the
 * company sets.
 */
export const tapLimitsWith = ({ copper, chlorine, sodium }: TapSettings): readonly TapLimit[] => [
  { ...waterValues.nitrate, key: "nitrate", max: 44, over: "Stop" },
  { ...waterValues.lead, key: "lead", max: 5, over: "Stop" },
  { ...waterValues.tds, key: "tds", max: 500, over: "Check" },
  { ...waterValues.copper, key: "copper", max: copper, over: "Stop", onlyMeasured: true },
  { ...waterValues.chlorine, key: "chlorine", max: chlorine, over: "Stop", onlyMeasured: true },
  { ...waterValues.sodium, key: "sodium", max: sodium, over: "Check", onlyMeasured: true },
];
