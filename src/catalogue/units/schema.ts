import { z } from "zod";
import type { UnitModel } from "../../core/train/unit";

const positive = z.number().positive();
const share = z.number().gt(0).lt(1);

/** What a unit of the catalogue must state; figures in canonical units. */
export const unitSchema = z.strictObject({
  code: z.string().regex(/^[A-Z]{1,3}-[A-Z0-9]{1,6}$/), name: z.string().min(3), variant: z.string(),
  family: z.enum(["ro", "cartridge", "carbonTank", "conditioner", "scaleControl", "softener", "manualSoftener", "uv", "uvPoint", "pointFilter", "booster"]),
  branch: z.boolean(), ratedFlow: positive.optional(), lossPoints: z.array(z.tuple([positive, z.number().nonnegative()])), maxPressure: positive.optional(), microns: positive.optional(),
  effects: z.array(z.enum(["sediment", "carbon", "catalyticCarbon", "softening", "scaleControl", "ultraviolet", "reverseOsmosis", "pressure", "minerals"])).min(1),
  cost: z.strictObject({ parts: z.number().nonnegative(), yearly: z.number().nonnegative() }), massFullKg: positive, power: z.boolean(), serials: z.array(z.strictObject({ id: z.string(), label: z.string() })), recipes: z.array(z.string()).min(1),
  ro: z.strictObject({
    permeate: positive, pressure: positive, tds: positive, recovery: share, concentrate: positive.optional(), rejection: share, preLoss: z.number().nonnegative(), maxRecovery: share, minFeed: positive, maxFeed: positive, wasteRatio: positive,
    tank: z.strictObject({ totalLitres: positive, precharge: positive }).optional(), permeatePump: z.boolean().optional(), rinseMinutes: positive.optional(), discards: z.number().int().nonnegative().optional(), carbonStages: z.number().int().nonnegative(),
  }).optional(),
  softener: z.strictObject({ resinFt3: positive, saltLbPerFt3: z.number().min(6).max(15), saltTankKg: positive, refillFlow: positive, calendarOverride: z.boolean(), diameterMm: positive }).optional(),
  uv: z.strictObject({ ratedFlow: positive, maxFlow: positive.optional(), ratedUvt: z.number().gt(0).max(100), layerCm: positive, endOfLife: z.boolean(), dose: positive, minUvt: positive, lampFirst: z.boolean() }).optional(),
  carbon: z.strictObject({ mediaLitres: positive, diameterMm: positive, catalytic: z.boolean(), bedVolumes: positive }).optional(),
  booster: z.strictObject({ boost: positive, setPoint: positive, minInlet: positive }).optional(),
  manual: z.strictObject({ capacityGrams: positive }).optional(),
  limits: z.record(z.string(), z.number()).optional(),
}) satisfies z.ZodType<UnitModel>;
