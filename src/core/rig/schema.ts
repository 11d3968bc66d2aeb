import { z } from "../zod";
import { faultsOf } from "./faults";
import { degrees, MOST_UNITS, openingKinds, roles, type Rig } from "./rig";

const id = z
  .string()
  .regex(/^[A-Za-z][A-Za-z0-9._-]{0,39}$/, "Letters, digits, dot, dash; starting with a letter");
const role = z.enum(roles, "No step knows a part of this role");
const words = z.string().trim().min(1).max(80);
const litres = z.number().nonnegative().max(10_000);

const nodeSchema = z.strictObject({
  id,
  role: role.optional(),
  kind: z.enum(["main", "junction", "port", "house", "heater", "outdoor", "drain", "air"]),
  name: words.optional(),
  litres: litres.optional(),
  narrow: z.boolean().optional(),
  expansion: z.boolean().optional(),
});
const edgeSchema = z.strictObject({
  id,
  role: role.optional(),
  from: id,
  to: id,
  kind: z.enum(["pipe", "valve", "check", "unit", "opening"]),
  unit: id.optional(),
  opening: z.enum(openingKinds).optional(),
  low: z.boolean().optional(),
  high: z.boolean().optional(),
  airGap: z.union([z.boolean(), z.literal("unknown")]).optional(),
  drinking: z.boolean().optional(),
});
const positionSchema = z.strictObject({
  name: z.string().regex(/^[a-z][A-Za-z0-9 -]{0,29}$/, "Small letters first"),
  edges: z.record(id, z.enum(degrees)),
  stands: z.string().max(120).optional(),
  angles: z.array(z.number().min(-360).max(360)).max(4).optional(),
  on: z.boolean().optional(),
});
const handleSchema = z.strictObject({
  id,
  role: role.optional(),
  unit: id.optional(),
  name: words,
  kind: z.enum(["lever", "head", "tee", "tap", "vent", "cap", "switch", "automatic"]),
  place: words,
  normal: z.string(),
  positions: z.array(positionSchema).min(2).max(8),
  powers: id.optional(),
  watches: id.optional(),
  tied: z.boolean().optional(),
});
const unitSchema = z.strictObject({
  key: id,
  of: id.optional(),
  name: words,
  family: z.string().max(30),
  media: z.boolean(),
  gentle: z.enum(["quarter", "half", "open"]),
  slow: z.boolean().optional(),
  flush: z.boolean(),
  marks: z.array(z.enum(["filtered", "softened", "conditioned", "disinfected", "permeate", "reject"])),
  uv: z.strictObject({ lampFirst: z.boolean(), stillMinutes: z.number().positive().optional() }).optional(),
  doses: z.boolean().optional(),
  pump: z.strictObject({ pressureSwitch: z.boolean() }).optional(),
  tank: z.strictObject({ edge: id, rinseShut: z.boolean() }).optional(),
  clock: z.boolean().optional(),
  group: id.optional(),
  on: id.optional(),
});

/** A rig as data: what goes out as JSON comes back in (handbook 4, Model). */
export const rigSchema = z
  .strictObject({
    nodes: z.array(nodeSchema).min(2).max(120),
    edges: z.array(edgeSchema).min(1).max(200),
    handles: z.array(handleSchema).max(40),
    units: z.array(unitSchema).max(MOST_UNITS),
    source: z.enum(["safe", "unsafe", "unknown"]),
    fullFlow: z.number().positive().max(10_000).optional(),
  })
  .superRefine((rig, ctx) => {
    for (const fault of faultsOf(rig)) ctx.addIssue({ code: "custom", message: fault });
  }) satisfies z.ZodType<Rig>;

/** A rig as it comes out of the schema: its lists may be written to. */
export type RigData = z.infer<typeof rigSchema>;
