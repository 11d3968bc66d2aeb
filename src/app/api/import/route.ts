import type { NextRequest } from "next/server";
import { ownCatalogue } from "@/server/actor";
import { audited } from "@/server/audit";
import { importBundle, MAX_BUNDLE } from "@/server/bundle";
import { now } from "@/server/clock";
import { bodyUpTo } from "@/server/request";
import { forPerson, json } from "@/server/respond";
import { inThread } from "@/server/threads";

/** Takes a bundle in. Everything that is wrong with it comes back in words; nothing of a bad one is kept. */
export const POST = (request: NextRequest) =>
  forPerson(request, "importBundle", async (person) => {
    const body = await bodyUpTo(request, MAX_BUNDLE);
    if (!body) return json({ error: "This file is too large: at most 40 MB" }, 413);
    const read = await inThread("bundle", { bytes: body, catalogue: await ownCatalogue(), now: now() });
    if ("error" in read) return json(read, 422);
    const outcome = await importBundle(read, person);
    if (!outcome.ok) return json({ error: outcome.error }, 422);
    await audited("jobImported", { by: person.id, job: read.job, detail: read.head });
    return json(outcome);
  });
