"use server";
import { revalidatePath } from "next/cache";
import { z } from "@/core/zod";
import { loadJob } from "@/data/queries/jobs";
import { dropTemplate, keepTemplate, templatesOf } from "@/data/queries/templates";
import { isDenial, personOrDenial } from "@/server/actor";
import { now } from "@/server/clock";
import { database } from "@/server/database";
import type { FormOutcome } from "@/ui/useForm";

/** Templates that a company may keep. */
const MOST = 100;
const sent = z.strictObject({
  name: z.string().trim().min(1, "Give it a name").max(60, "At most 60 letters"),
  job: z.string().length(26),
});

/** Keeps a job's design as it stands under a name, for jobs to begin with; in place of what had the name. */
export async function saveTemplate(raw: unknown): Promise<FormOutcome> {
  const person = await personOrDenial("jobCopied");
  if (isDenial(person)) return { ok: false, error: person.error };
  const read = sent.safeParse(raw);
  if (!read.success) return { ok: false, error: "", fields: { name: read.error.issues[0]!.message } };
  const { name } = read.data;
  const [job, templates] = await Promise.all([loadJob(database(), read.data.job), templatesOf(database())]);
  if (!job) return { ok: false, error: "There is no such job" };
  if (job.units.length === 0) return { ok: false, error: "Its design has no units yet: add them first" };
  if (templates.length >= MOST && !templates.some((t) => t.name === name))
    return { ok: false, error: "", fields: { name: `${MOST} are kept already: take one away first` } };
  await keepTemplate(
    database(),
    { name, units: job.units },
    { job: job.name, by: person.name, at: new Date(now()) },
  );
  revalidatePath("/jobs");
  return { ok: true, said: "Kept: a new job can begin with it" };
}

/** Takes a template away. */
export async function forgetTemplate(name: unknown): Promise<FormOutcome> {
  const person = await personOrDenial("jobCopied");
  if (isDenial(person)) return { ok: false, error: person.error };
  if (typeof name !== "string") return { ok: false, error: "This could not be read" };
  await dropTemplate(database(), name);
  revalidatePath("/jobs");
  return { ok: true };
}
