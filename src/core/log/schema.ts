import { z } from "../zod";
import { rigSchema } from "../rig/schema";
import type { FieldSpec, NamedShape, Shape } from "./fields";
import type { Intent, LogKind } from "./kind";
import { logKinds } from "./list";

/** Lower-case hex SHA-256. */
export const hashSchema = z.string().regex(/^[0-9a-f]{64}$/);
export const ulidSchema = z.string().regex(/^[0-9A-HJKMNP-TV-Z]{26}$/);
const amount = z.number().min(-1e12).max(1e12);
const level = z.enum(["Good", "Check", "Stop", "Unknown"]);
/** What a rule kept of its case: names and numbers, a few levels deep. */
const facts = z.record(z.string().max(40), z.json());
const name = z.string().max(120);
const words = z.string().max(2000);

const named: Readonly<Record<NamedShape, z.ZodType>> = {
  measured: z.union([
    z.strictObject({ is: z.literal("value"), value: amount }),
    z.strictObject({ is: z.literal("below"), limit: amount }),
    z.strictObject({ is: z.literal("notDetected") }),
    z.strictObject({ is: z.literal("above"), limit: amount }),
    z.strictObject({ is: z.literal("detected") }),
    z.strictObject({ is: z.literal("range"), low: amount, high: amount }),
  ]),
  facts,
  verdict: z.strictObject({
    level,
    facts,
    rule: name,
    missing: z.array(name).max(60).optional(),
    settle: z.array(name).max(60).optional(),
    within: z.strictObject({ levels: z.array(level).max(4), judged: level }).optional(),
    school: name.optional(),
  }),
  derived: z.strictObject({
    label: name,
    value: amount,
    quantity: name,
    suffix: name.optional(),
    spread: amount.optional(),
    formula: words,
  }),
  rig: rigSchema,
  // Steps are carried as they were composed; their shape is the recipe's.
  step: z.looseObject({
    id: name,
    stage: name,
    kind: name,
    title: words,
    why: words,
    work: z.number().min(0).max(100_000),
    water: name,
    cautions: z.array(words).max(60),
    needs: z.array(name).max(400),
  }),
  readingContext: z.record(z.string().max(40), z.json()),
};

/** The check of one field. Its messages stand beside the field on a form. */
export function schemaOf(field: FieldSpec): z.ZodType {
  switch (field.is) {
    case "id":
      return z.string().min(1).max(80);
    case "ulid":
      return ulidSchema;
    case "hash":
      return hashSchema;
    case "line":
      return z
        .string()
        .trim()
        .min(1, "Fill this in: up to 200 characters")
        .max(200, "At most 200 characters");
    case "reason":
      return z.string().trim().min(3, "Give the reason in a few words").max(500, "At most 500 characters");
    case "moment":
      return z.iso.datetime();
    case "date":
      return z.iso.date("Write the day as year-month-day, for example 2026-11-20");
    case "yesNo":
      return z.boolean();
    case "text":
      return z.string().trim().max(field.most, `At most ${field.most} characters`);
    case "label":
      return z.string().trim().min(1, field.empty).max(field.most, `At most ${field.most} characters`);
    case "pattern":
      return z.string().max(field.most).regex(new RegExp(field.pattern));
    case "oneOf":
      return z.enum(field.options);
    case "whole":
      return z.number().int().min(field.from).max(field.to);
    case "number":
      return z.number().min(field.from).max(field.to);
    case "list":
      return z.array(schemaOf(field.of)).max(field.most);
    case "map":
      return z.record(z.string().max(field.keyMost), schemaOf(field.of));
    case "object":
      return objectOf(field.of);
    case "optional":
      return schemaOf(field.of).optional();
    case "named":
      return named[field.shape];
  }
}

const shapeOf = (shape: Shape): z.ZodRawShape =>
  Object.fromEntries(Object.entries(shape).map(([key, field]) => [key, schemaOf(field)]));
/** The check of an object of a shape; it refuses what the shape does not name. */
export const objectOf = (shape: Shape) => z.strictObject(shapeOf(shape));

const intentOf = ({ kind, asked }: LogKind) =>
  z.strictObject({
    kind: z.literal(kind),
    id: ulidSchema,
    claimed: z.iso.datetime().optional(),
    ...shapeOf(asked),
  });
const [firstIntent, ...otherIntents] = logKinds.map(intentOf);
/** An intent as it comes from outside, checked against the shape of its kind. */
export const intentSchema = z.discriminatedUnion("kind", [
  firstIntent!,
  ...otherIntents,
]) as unknown as z.ZodType<Intent>;

/** The checks of what entries keep, by kind. */
export const keptSchemas: Readonly<Record<string, z.ZodType>> = Object.fromEntries(
  logKinds.map(({ kind, kept }) => [kind, objectOf(kept)]),
);
