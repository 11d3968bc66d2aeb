import type { NextRequest } from "next/server";
import { judgedOf } from "@/core/record";
import { partsOf } from "@/phases/parts/listed";
import { offcutsFor } from "@/phases/parts/offcuts";
import { partsTexts } from "@/phases/parts/paper";
import { database } from "@/server/database";
import { jobPaper } from "@/server/jobPaper";
import { inThread } from "@/server/threads";

/** The list of parts to take along, PDF, in the unit system of who asks. */
export const GET = (request: NextRequest, { params }: RouteContext<"/api/jobs/[id]/parts">) =>
  jobPaper(request, params, "parts", async ({ job, known, profile, about }) => {
    const offcuts = await offcutsFor(database(), job.id);
    const parts = partsOf(job, judgedOf(job, known), known, { profile, offcuts });
    return { pdf: await inThread("parts", { job, texts: partsTexts(parts, known, profile), ...about }) };
  });
