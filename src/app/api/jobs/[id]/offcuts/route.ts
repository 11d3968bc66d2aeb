import type { NextRequest } from "next/server";
import { mayWriteOn } from "@/core/job";
import { leftBy, offcutOf, partOfOffcut } from "@/core/plumbing/offcut";
import type { TakeOffLine } from "@/core/plumbing/takeOffLine";
import { judgedOf } from "@/core/record";
import { loadJob } from "@/data/queries/jobs";
import { moveParts, takenFor } from "@/data/queries/stock";
import { partsOf } from "@/phases/parts/listed";
import { offcutsFor } from "@/phases/parts/offcuts";
import { knowledge } from "@/server/actor";
import { now } from "@/server/clock";
import { database } from "@/server/database";
import { notOnJobSaid } from "@/server/permissions";
import { forPerson, json } from "@/server/respond";

const ID = /^[0-9A-HJKMNP-TV-Z]{26}$/;

/**
 * Keeps what a job's cutting leaves of its pipe on the van, once; 409 while offcuts that it is cut from
 * still lie in stock, or nothing is left.
 */
export const POST = (request: NextRequest, { params }: RouteContext<"/api/jobs/[id]/offcuts">) =>
  forPerson(request, "moveStock", async (person) => {
    const { id } = await params;
    const job = ID.test(id) ? await loadJob(database(), id) : undefined;
    if (!job) return json({ error: "There is no such job" }, 404);
    if (!mayWriteOn(job, person)) return json({ error: notOnJobSaid(job) }, 403);
    const known = await knowledge();
    const offcuts = await offcutsFor(database(), job.id);
    const { cuttings, lines } = partsOf(job, judgedOf(job, known), known, {
      profile: person.profile,
      offcuts,
    });
    const taken = await takenFor(database(), job.id);
    const isCutUp = (line: TakeOffLine) => offcutOf(line.id) && (line.count ?? 0) > (taken.get(line.id) ?? 0);
    if (lines.some(isCutUp))
      return json({ error: "It is cut from offcuts: take what is in stock for this job first" }, 409);
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
