"use server";
import { revalidatePath } from "next/cache";
import { z } from "@/core/zod";
import { dropView, keepView, viewsOf } from "@/data/queries/jobList";
import { isDenial, personOrDenial } from "@/server/actor";
import { now } from "@/server/clock";
import { database } from "@/server/database";
import { jobsAsked, queryOf } from "./asked";

export type ViewOutcome =
  | { readonly ok: true }
  | { readonly ok: false; readonly error: string; readonly fields?: Readonly<Record<string, string>> };

/** Choices that one person may keep. */
const MOST = 30;
const sent = z.strictObject({
  name: z.string().trim().min(1, "Give it a name").max(60, "At most 60 letters"),
  query: z.string().max(500),
});

/** Keeps a choice of the list under a name of one's own, in place of what had it. */
export async function saveView(raw: unknown): Promise<ViewOutcome> {
  const person = await personOrDenial("manageSelf");
  if (isDenial(person)) return { ok: false, error: person.error };
  const read = sent.safeParse(raw);
  if (!read.success) return { ok: false, error: "", fields: { name: read.error.issues[0]!.message } };
  const { name } = read.data;
  const query = queryOf(jobsAsked(Object.fromEntries(new URLSearchParams(read.data.query))));
  const views = await viewsOf(database(), person.id);
  if (views.length >= MOST && !views.some((v) => v.name === name))
    return { ok: false, error: "", fields: { name: `${MOST} are kept already: forget one first` } };
  await keepView(database(), person.id, { name, query }, new Date(now()));
  revalidatePath("/jobs");
  return { ok: true };
}

/** Forgets a choice of one's own. */
export async function forgetView(name: unknown): Promise<ViewOutcome> {
  const person = await personOrDenial("manageSelf");
  if (isDenial(person)) return { ok: false, error: person.error };
  if (typeof name !== "string") return { ok: false, error: "This could not be read" };
  await dropView(database(), person.id, name);
  revalidatePath("/jobs");
  return { ok: true };
}
