import { z } from "zod";
import { ratedDrivingPressure } from "../../core/train/ro";
import type { Family, UnitModel } from "../../core/train/unit";
import { recipes } from "../recipes";

const positive = z.number().positive();
const share = z.number().gt(0).lt(1);

const stands = z.string().min(3, "Say how the handles stand").max(60);
const angles = z.array(z.number().min(-360).max(360)).min(1).max(4).optional();
const teePositions = z.strictObject({ service: stands, regenerate: stands });

/** The record that each family cannot do without. */
const needed: Readonly<Partial<Record<Family, keyof UnitModel>>> = {
  ro: "ro",
  softener: "softener",
  uv: "uv",
  carbonTank: "carbon",
  booster: "booster",
  manualSoftener: "manual",
};

/** What a unit of the catalogue must state; figures in canonical units. */
export const unitSchema = z
  .strictObject({
    code: z
      .string()
      .regex(
        /^[A-Z]{1,3}-[A-Z0-9]{1,6}$/,
        "One to three capital letters, a dash, up to six letters or digits: SF-150",
      ),
    version: z.number().int().min(1).max(9999).optional(),
    name: z.string().min(3, "At least three letters").max(80),
    variant: z.string().max(60),
    family: z.enum([
      "ro",
      "cartridge",
      "carbonTank",
      "conditioner",
      "scaleControl",
      "softener",
      "manualSoftener",
      "uv",
      "uvPoint",
      "pointFilter",
      "booster",
      "iceMaker",
      "leakStop",
    ]),
    branch: z.boolean(),
    ratedFlow: positive.optional(),
    lossPoints: z.array(z.tuple([positive, z.number().nonnegative()])),
    maxPressure: positive.optional(),
    microns: positive.optional(),
    effects: z
      .array(
        z.enum([
          "sediment",
          "carbon",
          "catalyticCarbon",
          "softening",
          "scaleControl",
          "ultraviolet",
          "reverseOsmosis",
          "pressure",
          "minerals",
          "delivery",
          "protection",
        ]),
      )
      .min(1),
    cost: z.strictObject({ parts: z.number().nonnegative(), yearly: z.number().nonnegative() }),
    massFullKg: positive,
    waterL: positive.optional(),
    fill: z.enum(["quarter", "half", "open"]).optional(),
    head: z
      .strictObject({
        service: stands,
        bypass: stands,
        shut: stands.optional(),
        diagnostic: stands.optional(),
        seenFrom: stands,
        angles: z
          .strictObject({ service: angles, bypass: angles, shut: angles, diagnostic: angles })
          .optional(),
      })
      .optional(),
    tees: z
      .strictObject({
        inlet: teePositions,
        outlet: teePositions,
        seenFrom: stands,
        angles: z
          .strictObject({
            inletService: angles,
            inletRegenerate: angles,
            outletService: angles,
            outletRegenerate: angles,
          })
          .optional(),
      })
      .optional(),
    power: z.boolean(),
    serials: z.array(z.strictObject({ id: z.string(), label: z.string() })),
    recipes: z
      .array(
        z.string().refine((r) => recipes.has(r), { error: (i) => `There is no recipe “${String(i.input)}”` }),
      )
      .min(1, "Attach at least one recipe"),
    ro: z
      .strictObject({
        permeate: positive,
        pressure: positive,
        tds: positive,
        recovery: share,
        concentrate: positive.optional(),
        rejection: share,
        preLoss: z.number().nonnegative(),
        maxRecovery: share,
        minFeed: positive,
        maxFeed: positive,
        wasteRatio: positive,
        tank: z.strictObject({ totalLitres: positive, precharge: positive }).optional(),
        permeatePump: z.boolean().optional(),
        shutOff: share.optional(),
        rinseMinutes: positive.optional(),
        discards: z.number().int().nonnegative().optional(),
        carbonStages: z.number().int().nonnegative(),
      })
      .optional(),
    softener: z
      .strictObject({
        resinFt3: positive,
        saltLbPerFt3: z.number().min(6).max(15),
        saltTankKg: positive,
        refillFlow: positive,
        calendarOverride: z.boolean(),
        diameterMm: positive,
      })
      .optional(),
    uv: z
      .strictObject({
        ratedFlow: positive,
        maxFlow: positive.optional(),
        ratedUvt: z.number().gt(0).max(100),
        layerCm: positive,
        endOfLife: z.boolean(),
        dose: positive,
        minUvt: positive,
        lampFirst: z.boolean(),
        lampMinutes: positive.max(120).optional(),
      })
      .optional(),
    carbon: z
      .strictObject({
        mediaLitres: positive,
        diameterMm: positive,
        catalytic: z.boolean(),
        bedVolumes: positive,
        bedVolumesFor: z
          .strictObject({
            chloramine: positive.optional(),
            voc: positive.optional(),
            pfas: positive.optional(),
          })
          .optional(),
      })
      .optional(),
    booster: z.strictObject({ boost: positive, setPoint: positive, minInlet: positive }).optional(),
    manual: z.strictObject({ capacityGrams: positive }).optional(),
    iceMaker: z.strictObject({ minPressure: positive.optional() }).optional(),
    limits: z.record(z.string(), z.number()).optional(),
  })
  .superRefine((m, ctx) => {
    const record = needed[m.family];
    if (record && m[record as keyof typeof m] === undefined)
      ctx.addIssue({
        code: "custom",
        path: [record],
        message: `A unit of this family states its ${record} figures`,
      });
    if (m.uv?.lampFirst && m.uv.lampMinutes === undefined)
      ctx.addIssue({
        code: "custom",
        path: ["uv", "lampMinutes"],
        message: "A lamp that goes before its water states for how many minutes",
      });
    if (m.ro) {
      const { permeate, pressure, tds, recovery } = m.ro;
      if (
        !(ratedDrivingPressure({ permeate, pressure, tds, recovery, concentrate: m.ro.concentrate ?? 1 }) > 0)
      )
        ctx.addIssue({
          code: "custom",
          path: ["ro", "pressure"],
          message:
            "At this pressure the rated water would not pass the membrane: check rated pressure, dissolved solids and recovery",
        });
      if (m.ro.minFeed >= m.ro.maxFeed)
        ctx.addIssue({
          code: "custom",
          path: ["ro", "minFeed"],
          message: "The least feed is not below the largest",
        });
    }
    if (new Set(m.lossPoints.map(([q]) => q)).size !== m.lossPoints.length)
      ctx.addIssue({ code: "custom", path: ["lossPoints"], message: "Two losses are given for one flow" });
  }) satisfies z.ZodType<UnitModel>;
