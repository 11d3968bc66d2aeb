import type { FeedLimit } from "../core/train/limits";
import type { Family } from "../core/train/unit";

const PSI125 = 862;
const t = (low: number, high: number): FeedLimit => ({
  key: "temperature",
  label: "Temperature",
  quantity: "temperature",
  min: low,
  max: high,
  survey: "water.temperature",
});
const p = (low: number, high: number): FeedLimit => ({
  key: "pressure",
  label: "Pressure",
  quantity: "pressure",
  min: low,
  max: high,
  survey: "source.static",
});
const c = (key: FeedLimit["key"], label: string, max: number, more: Partial<FeedLimit> = {}): FeedLimit => ({
  key,
  label,
  quantity: key === "hardness" ? "hardness" : key === "turbidity" ? "turbidity" : "concentration",
  max,
  survey: `water.${key}`,
  ...more,
});

/** Limits of water fed to each family, defaults (handbook 2). A unit's own figure, by the same key, wins. */
export const feedLimits: Readonly<Partial<Record<Family, readonly FeedLimit[]>>> = {
  uv: [
    c("iron", "Iron", 0.3),
    c("manganese", "Manganese", 0.05),
    c("hardness", "Hardness", 120),
    c("turbidity", "Turbidity", 1),
    c("tannin", "Tannin", 0.1),
    {
      key: "uvt",
      label: "UV transmittance",
      quantity: "transmittance",
      min: 85,
      checkMin: 75,
      survey: "water.uvt",
    },
  ],
  uvPoint: [
    c("iron", "Iron", 0.3),
    c("manganese", "Manganese", 0.05),
    c("hardness", "Hardness", 120),
    c("turbidity", "Turbidity", 1),
    {
      key: "uvt",
      label: "UV transmittance",
      quantity: "transmittance",
      min: 85,
      checkMin: 75,
      survey: "water.uvt",
    },
  ],
  ro: [
    c("chlorine", "Free chlorine", 0.1),
    c("iron", "Iron", 0.1),
    c("manganese", "Manganese", 0.05),
    c("hardness", "Hardness", 170, { checkMax: 350, remedy: "Softener ahead of the RO" }),
    c("tds", "Dissolved solids", 2000),
    c("turbidity", "Turbidity", 1),
    { key: "ph", label: "pH", quantity: "ph", min: 3, max: 11, survey: "water.ph" },
    t(4, 38),
  ],
  softener: [
    c("iron", "Iron, dissolved", 3),
    c("chlorine", "Chlorine", 2),
    c("sulphide", "Hydrogen sulphide", 0.05, { notDetectedIsNone: true }),
    c("turbidity", "Turbidity", 5),
    t(1, 43),
    p(138, PSI125),
  ],
  manualSoftener: [
    c("iron", "Iron, dissolved", 3),
    c("chlorine", "Chlorine", 2),
    c("sulphide", "Hydrogen sulphide", 0.05, { notDetectedIsNone: true }),
    c("turbidity", "Turbidity", 5),
    t(1, 43),
    p(138, PSI125),
  ],
  conditioner: [
    c("iron", "Iron", 0.3),
    c("manganese", "Manganese", 0.05),
    c("sulphide", "Hydrogen sulphide", 0.05, { notDetectedIsNone: true }),
    c("hardness", "Hardness", 1280),
    { key: "ph", label: "pH", quantity: "ph", min: 6.5, max: 8.5, survey: "water.ph" },
    c("copper", "Copper", 1.3),
    t(5, 43),
    p(100, 690),
  ],
  scaleControl: [
    c("iron", "Iron", 0.3),
    c("manganese", "Manganese", 0.05),
    c("sulphide", "Hydrogen sulphide", 0.05, { notDetectedIsNone: true }),
    c("hardness", "Hardness", 1280),
    { key: "ph", label: "pH", quantity: "ph", min: 6.5, max: 8.5, survey: "water.ph" },
    t(5, 43),
    p(100, 690),
  ],
  carbonTank: [c("turbidity", "Turbidity", 5), t(2, 43), p(138, PSI125)],
  cartridge: [
    t(2, 38),
    { key: "pressure", label: "Pressure", quantity: "pressure", max: 621, survey: "source.static" },
  ],
};
