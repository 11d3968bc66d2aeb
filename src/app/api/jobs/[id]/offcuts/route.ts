import type { NextRequest } from "next/server";
import { mayWriteOn } from "@/core/job";
import { leftBy, partOfOffcut } from "@/core/plumbing/offcut";
import { judgedOf } from "@/core/record";
import { loadJob } from "@/data/queries/jobs";
import { moveParts } from "@/data/queries/stock";
import { partsOf } from "@/phases/parts/listed";
import { offcutsFor } from "@/phases/parts/offcuts";
import { knowledge } from "@/server/actor";
import { now } from "@/server/clock";
import { database } from "@/server/database";
import { notOnJobSaid } from "@/server/permissions";
import { forPerson, json } from "@/server/respond";

const ID = /^[0-9A-HJKMNP-TV-Z]{26}$/;

/** Keeps what a job's cutting leaves of its pipe on the van, once. What offcuts it is cut from it has to have taken before. */
export const POST = (request: NextRequest, { params }: RouteContext<"/api/jobs/[id]/offcuts">) =>
  forPerson(request, "moveStock", async (person) => {
    const { id } = await params;
    const job = ID.test(id) ? await loadJob(database(), id) : undefined;
    if (!job) return json({ error: "There is no such job" }, 404);
    if (!mayWriteOn(job, person)) return json({ error: notOnJobSaid(job) }, 403);
    const known = await knowledge();
    const offcuts = await offcutsFor(database(), job.id);
    const { cuttings } = partsOf(job, judgedOf(job, known), known, { profile: person.profile, offcuts });
    const left = cuttings.flatMap(({ piping, list }) => (list ? leftBy(piping, list) : [])).map(partOfOffcut);
    if (left.length === 0) return json({ error: "Nothing is left that is long enough to keep" }, 409);
    const parts = [...new Set(left)];
    await moveParts(
      database(),
      parts,
      () => parts.map((part) => ({ part, place: "van", delta: left.filter((p) => p === part).length })),
      {
        // A job is cut once: its own id is that of the press.
        id: job.id,
        why: `left of ${job.name}`.slice(0, 200),
        byName: person.name,
        at: new Date(now()),
      },
    );
    return json({ kept: left.length });
  });
