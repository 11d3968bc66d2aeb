import type { NextRequest } from "next/server";
import { catalogueRecipes, catalogueUnits, newestRecipes } from "@/server/catalogue";
import { bodyUpTo } from "@/server/request";
import { inThread } from "@/server/threads";
import { forPerson, json } from "@/server/respond";

const MAX = 4 * 1024 * 1024;

/** Reads a catalogue file and says of each unit what would become of it; writes nothing. */
export const POST = (request: NextRequest) =>
  forPerson(request, "manageCatalogue", async (person) => {
    const body = await bodyUpTo(request, MAX);
    if (!body) return json({ error: "This file is too large: at most 4 MB" }, 413);
    const read = await inThread("readUnits", {
      bytes: body,
      against: {
        units: await catalogueUnits(true),
        recipes: newestRecipes(await catalogueRecipes()).recipes,
        profile: person.profile,
      },
    });
    return json(read, "error" in read ? 422 : 200);
  });
