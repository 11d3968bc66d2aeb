import type { NextRequest } from "next/server";
import { portLabels } from "@/core/plumbing/labels";
import { judgedOf } from "@/core/record";
import { loadJob } from "@/data/queries/jobs";
import { company, knowledge } from "@/server/actor";
import { database } from "@/server/database";
import { attachment, fileName, forPerson, json } from "@/server/respond";
import { inThread } from "@/server/threads";

/** Labels for the ports of a job's units and what is joined to them, PDF (`?paper=A4|LETTER`); 409 where no unit states its ports. */
export const GET = (request: NextRequest, { params }: RouteContext<"/api/jobs/[id]/labels">) =>
  forPerson(request, "viewJobs", async () => {
    const { id } = await params;
    const job = /^[0-9A-HJKMNP-TV-Z]{26}$/.test(id) ? await loadJob(database(), id) : undefined;
    if (!job) return json({ error: "There is no such job" }, 404);
    const [known, settings] = [await knowledge(), await company()];
    const labels = portLabels(judgedOf(job, known).stations);
    if (labels.length === 0) return json({ error: "No unit of this design states its ports" }, 409);
    const pdf = await inThread("labels", {
      jobName: job.name,
      labels,
      company: settings.name,
      paper: request.nextUrl.searchParams.get("paper") === "LETTER" ? "LETTER" : "A4",
    });
    return attachment("application/pdf", `${fileName(job.name)}-labels.pdf`, new Uint8Array(pdf));
  });
