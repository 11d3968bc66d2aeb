import type { UnitModel } from "@/core/families";
import type { NextRequest } from "next/server";
import { revalidatePath } from "next/cache";
import { z } from "@/core/zod";
import { cellAt, unitFields, unitSchemaWith, type KnownRecipes } from "@/catalogue/units";

import { addVersions } from "@/data/queries/catalogue";
import { reasonsOf } from "@/phases/catalogue/read";
import { catalogueRecipes, catalogueUnits, newestRecipes, nextVersion, ownEntries } from "@/server/catalogue";
import { now } from "@/server/clock";
import { database } from "@/server/database";
import { bodyUpTo } from "@/server/request";
import { forPerson, json } from "@/server/respond";

const shapeWith = (recipes: KnownRecipes) =>
  z.strictObject({
    units: z.array(unitSchemaWith(recipes)).min(1, "Choose at least one unit").max(2000),
    why: z.string().trim().min(3, "Say in a few words where these figures come from").max(300),
  });

/**
 * Takes units of a file in: new ones, and new versions of those that differ, all or none. Taking the same
 * again writes nothing.
 */
export const POST = (request: NextRequest) =>
  forPerson(request, "manageCatalogue", async (person) => {
    const body = await bodyUpTo(request, 4 * 1024 * 1024);
    let raw: unknown;
    try {
      raw = JSON.parse(body?.toString("utf8") ?? "");
    } catch {
      return json({ error: "This could not be read" }, 400);
    }
    const { recipes } = newestRecipes(await catalogueRecipes(true));
    const parsed = shapeWith(recipes).safeParse(raw);
    if (!parsed.success) return json({ error: reasonsOf(parsed.error)[0] ?? "This could not be read" }, 422);
    const units = await catalogueUnits(true);
    const chosen = parsed.data.units as UnitModel[];
    if (new Set(chosen.map((u) => u.code)).size !== chosen.length)
      return json({ error: "One unit is in it twice" }, 422);
    const fresh = chosen.filter((u) => {
      const at = units.get(u.code)?.versions[0];
      return !at || unitFields.some((f) => JSON.stringify(cellAt(at, f)) !== JSON.stringify(cellAt(u, f)));
    });
    const rows = fresh.map((figures) => ({
      figures,
      version: nextVersion(units.get(figures.code)),
      why: parsed.data.why,
    }));
    if (rows.length > 0 && !(await addVersions(database(), rows, person.name, new Date(now()))))
      return json({ error: "Somebody changed one of these units meanwhile. Read the file again" }, 409);
    await ownEntries(true);
    revalidatePath("/catalogue", "layout");
    return json({ taken: rows.length });
  });
