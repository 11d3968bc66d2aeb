import type { NextRequest } from "next/server";
import { jobEntriesAfter } from "@/data/queries/jobs";
import { act } from "@/server/act";
import { now } from "@/server/clock";
import { database } from "@/server/database";
import { bodyUpTo, foreignOrigin, forPerson, json } from "@/server/respond";

const MOST = 256 * 1024;

/** Entries after a number, so that a second phone catches up. */
export const GET = (request: NextRequest, { params }: RouteContext<"/api/jobs/[id]/entries">) =>
  forPerson(request, "viewJobs", async () => {
    const { id } = await params;
    const after = Number(request.nextUrl.searchParams.get("after") ?? 0);
    return json({
      now: now(),
      entries: await jobEntriesAfter(database(), id, Number.isInteger(after) && after >= 0 ? after : 0),
    });
  });

const statusOf = { invalid: 400, refused: 409, signedOut: 401, forbidden: 403, unreachable: 503 } as const;

/** One intent on a job. Repeating it changes nothing. */
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
  const outcome = await act((await params).id, raw);
  return json({ ...outcome, now: now() }, outcome.ok ? 200 : statusOf[outcome.why]);
}
