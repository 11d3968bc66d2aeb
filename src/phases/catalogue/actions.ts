"use server";
import type { UnitModel } from "@/core/families";
import { revalidatePath } from "next/cache";
import { z } from "@/core/zod";
import { fieldsOf, figuresFrom, unitFields, unitSchemaWith, type Cell } from "@/catalogue/units";

import { addVersions, removeSheet, setRetired } from "@/data/queries/catalogue";
import { isDenial, personOrDenial } from "@/server/actor";
import { catalogueRecipes, catalogueUnits, newestRecipes, nextVersion, ownEntries } from "@/server/catalogue";
import { now } from "@/server/clock";
import { database } from "@/server/database";
import { cellFrom } from "./figureText";

export interface UnitState {
  readonly error?: string;
  readonly fields?: Readonly<Record<string, string>>;
  readonly saved?: { readonly code: string; readonly version: number };
}

const why = z
  .string()
  .trim()
  .min(3, "Say in a few words what changed and why")
  .max(300, "At most 300 characters");
const sent = z.strictObject({
  base: z.string().max(20).optional(),
  seen: z.number().int().min(0),
  values: z.record(z.string().max(40), z.string().max(400)),
  why: z.string().max(300),
});

/** Writes a new version of a unit, or a new unit; refused in words beside the figure, nothing typed is lost. */
export async function saveUnit(raw: unknown): Promise<UnitState> {
  const person = await personOrDenial("manageCatalogue");
  if (isDenial(person)) return { error: person.error };
  const form = sent.safeParse(raw);
  if (!form.success) return { error: "This could not be read" };
  const { base: code, seen, values } = form.data;
  const units = await catalogueUnits(true);
  const line = code ? units.get(code) : undefined;
  const base = line?.versions[0];
  if (code && !base) return { error: "This unit is not in the catalogue" };
  if (base && (base.version ?? 1) !== seen)
    return {
      error:
        "Somebody changed this unit meanwhile. Reload to see the newer figures; copy what you changed first",
    };
  const fields: Record<string, string> = {};
  const cells: Record<string, Cell> = {};
  const written: Record<string, string> = {};
  const reason = why.safeParse(form.data.why);
  if (!reason.success) fields.why = reason.error.issues[0]!.message;
  for (const f of fieldsOf(values.family ?? base?.family ?? "")) {
    const read = cellFrom(values[f.path] ?? "", f, person.profile, base);
    if ("error" in read) fields[f.path] = read.error;
    else cells[f.path] = read.cell;
    if ("written" in read && read.written !== undefined) written[f.path] = read.written;
  }
  const { recipes } = newestRecipes(await catalogueRecipes());
  const parsed = unitSchemaWith(recipes).safeParse({ ...figuresFrom(cells), written });
  if (!parsed.success)
    for (const i of parsed.error.issues) {
      const path = i.path.filter((p) => typeof p !== "number").join(".");
      const at =
        unitFields.find((f) => f.path === path)?.path ??
        unitFields.find((f) => f.path.startsWith(`${path}.`))?.path ??
        path;
      fields[at] ??= cells[at] == null ? "Fill this in" : i.message;
    }
  if (!parsed.success || Object.keys(fields).length > 0)
    return { error: "Some figures could not be taken", fields };
  const unit = parsed.data as UnitModel;
  if (base ? unit.code !== base.code : units.has(unit.code))
    return {
      error: "Some figures could not be taken",
      fields: {
        code: base
          ? "A unit keeps its code: add a new unit instead"
          : `${unit.code} is in the catalogue already`,
      },
    };
  const version = nextVersion(line);
  if (
    !(await addVersions(
      database(),
      [{ figures: unit, version, why: reason.data! }],
      person.name,
      new Date(now()),
    ))
  )
    return {
      error:
        "Somebody changed this unit meanwhile. Reload to see the newer figures; copy what you changed first",
    };
  await ownEntries(true);
  revalidatePath("/catalogue", "layout");
  return { saved: { code: unit.code, version } };
}

/** Takes a unit out of what is offered for new designs, or back; its figures stay for the designs that hold it. */
export async function retireUnit(code: string, reason: string | undefined): Promise<UnitState> {
  const person = await personOrDenial("manageCatalogue");
  if (isDenial(person)) return { error: person.error };
  if (!(await catalogueUnits(true)).has(code)) return { error: "This unit is not in the catalogue" };
  const said = reason === undefined ? undefined : why.safeParse(reason);
  if (said && !said.success) return { error: said.error.issues[0]!.message };
  await setRetired(
    database(),
    code,
    said?.data === undefined ? undefined : { why: said.data },
    person.name,
    new Date(now()),
  );
  await ownEntries(true);
  revalidatePath("/catalogue", "layout");
  return {};
}

/** Takes a data sheet away from a unit; its content stays in the file store. */
export async function takeSheetAway(id: string): Promise<UnitState> {
  const person = await personOrDenial("manageCatalogue");
  if (isDenial(person)) return { error: person.error };
  await removeSheet(database(), id, new Date(now()));
  revalidatePath("/catalogue", "layout");
  return {};
}
