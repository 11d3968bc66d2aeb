"use server";
import { revalidatePath } from "next/cache";
import { z } from "@/core/zod";
import { recipeFromTexts } from "@/core/run/recipeForm";
import { addRecipe } from "@/data/queries/catalogue";
import { isDenial, ownCatalogue, personOrDenial } from "@/server/actor";
import { catalogueRecipes, ownEntries } from "@/server/catalogue";
import { now } from "@/server/clock";
import { database } from "@/server/database";
import { inThread, NotMade, notMadeSaid } from "@/server/threads";
import type { Trial } from "./trial";

export interface RecipeState {
  readonly error?: string;
  readonly fields?: Readonly<Record<string, string>>;
  readonly saved?: { readonly id: string; readonly version: number };
  readonly trial?: Trial;
}

const why = z
  .string()
  .trim()
  .min(3, "Say in a few words what changed and why")
  .max(300, "At most 300 characters");
const ownId = z
  .string()
  .trim()
  .regex(/^[a-z][a-z0-9-]{2,39}$/, "Small letters, digits and dashes, 3 to 40 of them");
const sent = z.strictObject({
  id: z.string().max(40),
  /** The version that was looked at; 0 for a copy. */
  seen: z.number().int().min(0),
  values: z.record(z.string().max(80), z.string().max(4000)),
});
const NOT_TAKEN = "Some of it could not be taken";
const MEANWHILE =
  "Somebody changed this recipe meanwhile. Reload to see the newer steps; copy what you changed first";

/** What a thread made, or why it was not made in time. */
const madeOrSaid = <T>(making: Promise<T>): Promise<T | NotMade> =>
  making.catch((error: unknown) => {
    if (error instanceof NotMade) return error;
    throw error;
  });

/**
 * Keeps a version of a recipe, or a copy under a name of its own; refused in words beside the place,
 * nothing typed is lost.
 */
export async function saveRecipe(raw: unknown): Promise<RecipeState> {
  const person = await personOrDenial("manageCatalogue");
  if (isDenial(person)) return { error: person.error };
  const form = sent.safeParse(raw);
  if (!form.success) return { error: "This could not be read" };
  const { id, seen, values } = form.data;
  const lines = await catalogueRecipes(true);
  const newest = lines.get(id)?.versions[0];
  const named = ownId.safeParse(id);
  const fields: Record<string, string> = {};
  if (seen === 0 && !named.success) fields.id = named.error.issues[0]!.message;
  if (seen === 0 && newest) fields.id = `There is a recipe ${id} already`;
  if (seen > 0 && !newest) return { error: "There is no such recipe" };
  if (seen > 0 && newest!.version !== seen) return { error: MEANWHILE };
  const reason = why.safeParse(values.why ?? "");
  if (!reason.success) fields.why = reason.error.issues[0]!.message;
  const read = recipeFromTexts({ id, version: seen + 1 }, values);
  if ("errors" in read) Object.assign(fields, read.errors);
  if ("errors" in read || Object.keys(fields).length > 0) return { error: NOT_TAKEN, fields };
  const of = { recipe: read.recipe, unit: values.unit, catalogue: await ownCatalogue(true) };
  const refused = await madeOrSaid(inThread("recipeRefusals", of));
  if (refused instanceof NotMade) return { error: notMadeSaid(refused) };
  if (Object.keys(refused).length > 0) return { error: NOT_TAKEN, fields: refused };
  const row = { recipe: read.recipe, why: reason.data!, byName: person.name, createdAt: new Date(now()) };
  if (!(await addRecipe(database(), row))) return { error: MEANWHILE };
  await ownEntries(true);
  revalidatePath("/catalogue", "layout");
  return { saved: { id, version: seen + 1 } };
}

/** The steps of a recipe as they would come on a sample job; nothing is kept. */
export async function tryRecipe(raw: unknown): Promise<RecipeState> {
  const person = await personOrDenial("manageCatalogue");
  if (isDenial(person)) return { error: person.error };
  const form = sent.safeParse(raw);
  if (!form.success) return { error: "This could not be read" };
  const { id, seen, values } = form.data;
  const read = recipeFromTexts({ id, version: seen + 1 }, values);
  if ("errors" in read) return { error: NOT_TAKEN, fields: read.errors };
  const of = { recipe: read.recipe, unit: values.unit, catalogue: await ownCatalogue(true) };
  const trial = await madeOrSaid(inThread("trial", { ...of, house: values.house, system: person.profile }));
  if (trial instanceof NotMade) return { error: notMadeSaid(trial) };
  return trial ? { trial } : { error: NOT_TAKEN, fields: { unit: "Choose a unit to try it with" } };
}
