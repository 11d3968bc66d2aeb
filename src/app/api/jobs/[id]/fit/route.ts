import { loadJob } from "@/data/queries/jobs";
import { wallAsked } from "@/phases/fit/wallAsked";
import { designFrom } from "@/phases/train/designText";
import { knowledge } from "@/server/actor";
import { database } from "@/server/database";
import { forPerson, json } from "@/server/respond";

/**
 * A job's wall with the units of a design that is only thought of (`?design=CT-1354+SF-150`), to be placed
 * beside the page; 400 where that is no design.
 */
export const GET = (request: Request, { params }: RouteContext<"/api/jobs/[id]/fit">) =>
  forPerson(request, "viewJobs", async () => {
    const { id } = await params;
    const job = /^[0-9A-HJKMNP-TV-Z]{26}$/.test(id) ? await loadJob(database(), id) : undefined;
    if (!job) return json({ error: "There is no such job" }, 404);
    const units = designFrom(new URL(request.url).searchParams.get("design") ?? "");
    if (!units) return json({ error: "That is no design" }, 400);
    return json(wallAsked(job, await knowledge(), units), 200);
  });
