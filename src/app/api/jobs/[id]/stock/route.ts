import type { NextRequest } from "next/server";
import { z } from "@/core/zod";
import { mayWriteOn } from "@/core/job";
import { movesFor } from "@/core/plumbing/stock";
import { judgedOf } from "@/core/record";
import { loadJob } from "@/data/queries/jobs";
import { moveParts, takenFor } from "@/data/queries/stock";
import { partsOf } from "@/phases/parts/listed";
import { offcutsFor } from "@/phases/parts/offcuts";
import { neededOf } from "@/phases/parts/sources";
import { knowledge } from "@/server/actor";
import { now } from "@/server/clock";
import { database } from "@/server/database";
import { notOnJobSaid } from "@/server/permissions";
import { jsonUpTo } from "@/server/request";
import { forPerson, json } from "@/server/respond";

const ID = /^[0-9A-HJKMNP-TV-Z]{26}$/;
const press = z.strictObject({ id: z.string().regex(ID) });

/**
 * Takes what a job's list asks for out of stock, as far as it lies there, and gives back what it took and
 * asks for no more.
 */
export const POST = (request: NextRequest, { params }: RouteContext<"/api/jobs/[id]/stock">) =>
  forPerson(request, "moveStock", async (person) => {
    const { id } = await params;
    const job = ID.test(id) ? await loadJob(database(), id) : undefined;
    if (!job) return json({ error: "There is no such job" }, 404);
    if (!mayWriteOn(job, person)) return json({ error: notOnJobSaid(job) }, 403);
    const read = press.safeParse(await jsonUpTo(request, 200));
    if (!read.success) return json({ error: "This could not be read" }, 422);
    const known = await knowledge();
    const offcuts = await offcutsFor(database(), job.id);
    const { lines } = partsOf(job, judgedOf(job, known), known, { profile: person.profile, offcuts });
    const needed = neededOf(lines);
    const hadTaken = await takenFor(database(), job.id);
    await moveParts(
      database(),
      [...new Set([...needed.keys(), ...hadTaken.keys()])],
      (heldOf, taken) => movesFor(needed, taken, heldOf),
      {
        id: read.data.id,
        job: job.id,
        why: `for ${job.name}`.slice(0, 200),
        byName: person.name,
        at: new Date(now()),
      },
    );
    return json({ settled: read.data.id });
  });
