import type { NextRequest } from "next/server";
import { judgedOf } from "@/core/record";
import { hungUnits } from "@/phases/fit/template";
import { jobPaper } from "@/server/jobPaper";
import { inThread } from "@/server/threads";

/** Drilling templates of a job's units at 1:1, PDF; 409 where no unit states its holes. */
export const GET = (request: NextRequest, { params }: RouteContext<"/api/jobs/[id]/template">) =>
  jobPaper(request, params, "templates", async ({ job, known, profile, about }) => {
    const units = hungUnits(judgedOf(job, known), profile);
    if (units.length === 0) return { nothing: "No unit of this design states its holes" };
    return {
      pdf: await inThread("templates", { job: { name: job.name, place: job.place }, units, ...about }),
    };
  });
