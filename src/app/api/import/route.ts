import type { NextRequest } from "next/server";
import { importBundle, MAX_BUNDLE } from "@/server/bundle";
import { bodyUpTo } from "@/server/request";
import { forPerson, json } from "@/server/respond";

/** Takes a bundle in. Everything that is wrong with it comes back in words. */
export const POST = (request: NextRequest) =>
  forPerson(request, "importBundle", async (person) => {
    const body = await bodyUpTo(request, MAX_BUNDLE);
    if (!body) return json({ error: "This file is too large: at most 40 MB" }, 413);
    const outcome = await importBundle(body, person);
    return outcome.ok ? json(outcome) : json({ error: outcome.error }, 422);
  });
