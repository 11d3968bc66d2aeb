import type { NextRequest } from "next/server";
import { inService, toDot } from "@/core/rig";
import { loadJob } from "@/data/queries/jobs";
import { cardInput, rigOfJob } from "@/phases/valves/cardInput";
import { database } from "@/server/database";
import { attachment, fileName, forPerson, json } from "@/server/respond";
import { inThread } from "@/server/threads";

/**
 * The job's rig to take away: `card` as one page of PDF (`?paper=A4|LETTER`), `svg`, `json` (comes back
 * in), `dot` for Graphviz.
 */
export const GET = (request: NextRequest, { params }: RouteContext<"/api/jobs/[id]/valves/[as]">) =>
  forPerson(request, "viewJobs", async () => {
    const { id, as } = await params;
    const job = /^[0-9A-HJKMNP-TV-Z]{26}$/.test(id) ? await loadJob(database(), id) : undefined;
    if (!job) return json({ error: "There is no such job" }, 404);
    const rig = await rigOfJob(job);
    const name = fileName(job.name);
    switch (as) {
      case "json":
        return attachment("application/json", `${name}-rig.json`, `${JSON.stringify(rig, null, 1)}\n`);
      case "dot":
        return attachment("text/vnd.graphviz; charset=utf-8", `${name}-rig.dot`, toDot(rig, inService(rig)));
      case "svg":
        return attachment("image/svg+xml", `${name}-rig.svg`, await inThread("picture", rig));
      case "card": {
        const paper = request.nextUrl.searchParams.get("paper") === "LETTER" ? "LETTER" : "A4";
        const pdf = await inThread("card", await cardInput(job, paper));
        return attachment("application/pdf", `${name}-valve-card.pdf`, new Uint8Array(pdf));
      }
      default:
        return json({ error: "A rig comes as card, svg, json or dot" }, 404);
    }
  });
