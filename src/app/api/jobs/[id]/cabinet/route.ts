import type { NextRequest } from "next/server";
import { judgedOf } from "@/core/record";
import { tubingOfJob } from "@/core/record/tubing";
import { roomPaper } from "@/phases/fit/wallPaper";
import { jobPaper } from "@/server/jobPaper";
import { inThread } from "@/server/threads";

/**
 * The cabinet under a job's sink to scale, with what stands in it and its tubes, PDF; 409 while nothing
 * stands there.
 */
export const GET = (request: NextRequest, { params }: RouteContext<"/api/jobs/[id]/cabinet">) =>
  jobPaper(request, params, "cabinet", async ({ job, known, profile, about }) => {
    const wall = roomPaper(tubingOfJob(job.answers, judgedOf(job, known), job.places), "cabinet", profile);
    if (!wall) return { nothing: "Nothing stands in a cabinet that is measured" };
    return { pdf: await inThread("wall", { job: { name: job.name, place: job.place }, wall, ...about }) };
  });
