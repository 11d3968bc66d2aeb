import { inpOf } from "@/core/plumbing";
import { draftNetwork } from "@/core/record";
import { loadJob } from "@/data/queries/jobs";
import { knowledge } from "@/server/actor";
import { database } from "@/server/database";
import { attachment, fileName, forPerson, json } from "@/server/respond";

/**
 * The pipes of a placed train to take away, as a file that hydraulic engines read: at the design's peak, or
 * at one shower while no fixtures are counted.
 */
export const GET = (request: Request, { params }: RouteContext<"/api/jobs/[id]/network">) =>
  forPerson(request, "viewJobs", async () => {
    const { id } = await params;
    const job = /^[0-9A-HJKMNP-TV-Z]{26}$/.test(id) ? await loadJob(database(), id) : undefined;
    if (!job) return json({ error: "There is no such job" }, 404);
    const network = draftNetwork(job, await knowledge());
    if (!network) return json({ error: "Place all units first: nobody knows yet how its pipes go" }, 409);
    return attachment("text/plain; charset=utf-8", `${fileName(job.name)}-network.inp`, inpOf(network));
  });
