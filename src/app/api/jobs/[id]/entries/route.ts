import type { NextRequest } from "next/server";
import { jobEntriesAfter } from "@/data/queries/jobs";
import { openJob } from "@/phases/job/load";
import { siteShown, type SiteShown } from "@/phases/site/shown";
import { act } from "@/server/act";
import { now } from "@/server/clock";
import { database } from "@/server/database";
import { bodyUpTo, foreignOrigin, wholeUpTo } from "@/server/request";
import { SENT_BY } from "@/server/sentBy";
import { forPerson, json, LATER } from "@/server/respond";

const MOST = 256 * 1024;

/** Entries after a number, so that a second phone catches up. */
export const GET = (request: NextRequest, { params }: RouteContext<"/api/jobs/[id]/entries">) =>
  forPerson(request, "viewJobs", async () => {
    const { id } = await params;
    const after = wholeUpTo(2 ** 31 - 1, request.nextUrl.searchParams.get("after"), 0);
    return json({
      now: now(),
      entries: await jobEntriesAfter(database(), id, after),
    });
  });

const statusOf = { invalid: 400, refused: 409, signedOut: 401, forbidden: 403, unreachable: 503 } as const;

/** What the survey's page shows of a job now. */
async function siteNow(id: string): Promise<SiteShown> {
  const { job, judged, known, person, now: at } = await openJob(id);
  return siteShown(job, judged, known, at, person.profile);
}

/**
 * One intent on a job; with `?show=site` the answer says what the survey's page shows after it. Repeating
 * it changes nothing.
 */
export async function POST(request: NextRequest, { params }: RouteContext<"/api/jobs/[id]/entries">) {
  if (foreignOrigin(request))
    return json({ ok: false, why: "forbidden", error: "This request did not come from Brant" }, 403);
  const body = await bodyUpTo(request, MOST);
  if (!body) return json({ ok: false, why: "invalid", error: "Too much at once: at most 256 kB" }, 413);
  let raw: unknown;
  try {
    raw = JSON.parse(body.toString("utf8"));
  } catch {
    return json({ ok: false, why: "invalid", error: "This is not JSON" }, 400);
  }
  const { id } = await params;
  const outcome = await act(id, raw, request.headers.get(SENT_BY));
  if (!outcome.ok)
    return json(
      { ...outcome, now: now() },
      statusOf[outcome.why],
      outcome.why === "unreachable" ? LATER : {},
    );
  const shown = request.nextUrl.searchParams.get("show") === "site" ? await siteNow(id) : undefined;
  return json({ ...outcome, now: now(), shown });
}
