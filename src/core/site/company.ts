import { z } from "../zod";
import { anchorLoads } from "./anchors";
import { tapPractice, type TapKey } from "../water/tap";

const atTap = z.number().positive("Above nothing").max(1000, "At most 1 000 mg/L");
const tap = z.strictObject({ copper: atTap, chlorine: atTap, sodium: atTap } satisfies Record<
  TapKey,
  z.ZodType
>);

/** Company settings (handbook 1, Schools). Each school is a named choice; the defaults are the handbook's. */
export const companySchema = z.strictObject({
  name: z.string().trim().min(1, "Enter the company's name").max(80),
  /**
   * How the household reaches it, and what it works by: on the record and on what the customer keeps.
   * Settings that were saved before say nothing of them.
   */
  phone: z.string().trim().max(60, "At most 60 letters").default(""),
  address: z.string().trim().max(200, "At most 200 letters").default(""),
  licence: z.string().trim().max(60, "At most 60 letters").default(""),
  profile: z.enum(["us", "metric"]),
  currency: z
    .string()
    .trim()
    .regex(/^[A-Z]{3}$/, "Three capital letters, for example EUR"),
  timeZone: z
    .string()
    .max(60)
    .refine((zone) => {
      try {
        new Intl.DateTimeFormat("en", { timeZone: zone });
        return true;
      } catch {
        return false;
      }
    }, "Not a time zone that is known, for example Europe/Amsterdam"),
  waterOffFrom: z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, "A time of day, for example 09:00"),
  waterOffTo: z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, "A time of day, for example 16:00"),
  roDiscards: z.coerce.number().int("A whole number").min(1, "At least 1").max(5, "At most 5"),
  /**
   * Minutes without a touch after which a screen locks itself, where its person has a PIN; settings that
   * were saved before say nothing of it.
   */
  lockAfter: z.coerce
    .number()
    .int("A whole number of minutes")
    .min(1, "At least 1 minute")
    .max(240, "At most 240 minutes")
    .default(15),
  /** Owners and planners sign in with a second factor; settings that were saved before say nothing of it. */
  secondFactor: z.boolean().default(false),
  schools: z.record(z.string().max(40), z.string().max(40)),
  /** The most that water may hold where people drink it, mg/L; settings that were saved before say nothing of it. */
  tap: tap.default({ ...tapPractice }),
  /** What the anchors that the company uses hold; settings that were saved before say nothing of it. */
  anchors: anchorLoads.default({}),
});
/** A company as it is saved: its hours end after they begin. */
export const savedCompanySchema = companySchema.refine((c) => c.waterOffFrom < c.waterOffTo, {
  path: ["waterOffTo"],
  message: "The hours end before they begin: write the later one here",
});
export type Company = z.infer<typeof companySchema>;
