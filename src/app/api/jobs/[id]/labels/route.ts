import type { NextRequest } from "next/server";
import { portLabels } from "@/core/plumbing/labels";
import { judgedOf } from "@/core/record";
import { jobPaper } from "@/server/jobPaper";
import { inThread } from "@/server/threads";

/** Labels for the ports of a job's units and what is joined to them, PDF; 409 where no unit states its ports. */
export const GET = (request: NextRequest, { params }: RouteContext<"/api/jobs/[id]/labels">) =>
  jobPaper(request, params, "labels", async ({ job, known, about: { company, paper } }) => {
    const labels = portLabels(judgedOf(job, known).stations);
    if (labels.length === 0) return { nothing: "No unit of this design states its ports" };
    return { pdf: await inThread("labels", { jobName: job.name, labels, company, paper }) };
  });
