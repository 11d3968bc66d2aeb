"use server";
import { z } from "@/core/zod";
import { labFields } from "@/catalogue/labNames";
import { rememberLabels } from "@/data/queries/labNames";
import { isDenial, personOrDenial } from "@/server/actor";
import { now } from "@/server/clock";
import { database } from "@/server/database";

const said = z
  .array(
    z.strictObject({
      label: z.string().min(1).max(160),
      field: z.string().refine((f) => f === "none" || labFields.has(f)),
      unit: z.string().max(20).optional(),
      nitrateAs: z.enum(["N", "NO3"]).optional(),
    }),
  )
  .max(300);

/** Remembers for the company what a laboratory's labels mean, so that the next report is understood at once. */
export async function rememberReportLabels(list: unknown): Promise<boolean> {
  const person = await personOrDenial("labReportTaken");
  const parsed = said.safeParse(list);
  if (isDenial(person) || !parsed.success) return false;
  await rememberLabels(
    database(),
    parsed.data.map(({ label, field, unit, nitrateAs }) => ({
      label,
      field,
      unit: unit || undefined,
      nitrateAs,
    })),
    person.name,
    new Date(now()),
  );
  return true;
}
