import type { NextRequest } from "next/server";
import { judgedOf, placingOfJob } from "@/core/record";
import { tubingOfJob } from "@/core/record/tubing";
import { roomPaper, wallPaper } from "@/phases/fit/wallPaper";
import { partsOf } from "@/phases/parts/listed";
import { jobPaper } from "@/server/jobPaper";
import { inThread } from "@/server/threads";

/**
 * The wall of a job to scale, with its units and pipes, or those at its cold pipe with their tubes, PDF;
 * 409 while they do not stand.
 */
export const GET = (request: NextRequest, { params }: RouteContext<"/api/jobs/[id]/wall">) =>
  jobPaper(request, params, "wall", async ({ job, known, profile, about }) => {
    const judged = judgedOf(job, known);
    const parts = partsOf(job, judged, known, { profile });
    const placing = placingOfJob(parts.fit, job);
    const wall = placing
      ? wallPaper(parts, placing, profile)
      : roomPaper(tubingOfJob(job.answers, judged, job.places), "ownWall", profile);
    if (!wall) return { nothing: "Its units do not stand on a wall that is known" };
    return { pdf: await inThread("wall", { job: { name: job.name, place: job.place }, wall, ...about }) };
  });
