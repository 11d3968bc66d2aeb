import type { NextRequest } from "next/server";
import { isShowable } from "@/phases/record/showable";
import { knowledge } from "@/server/actor";
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
    const read = await inThread("bundle", body);
    if ("error" in read) return json(read, 422);
    if (!isShowable(read.job, read.entries, await knowledge(), now()))
      return json({ error: "Its entries hold what no page of Brant can show: nothing was changed" }, 422);
    const outcome = await importBundle(read, person);
    if (!outcome.ok) return json({ error: outcome.error }, 422);
    await audited("jobImported", { by: person.id, job: read.job, detail: read.head });
    return json(outcome);
  });
