import type { NextRequest } from "next/server";
import { loadJob } from "@/data/queries/jobs";
import { allTexts } from "@/phases/run/allTexts";
import type { WholeRun } from "@/phases/run/texts";
import { database } from "@/server/database";
import { forPerson, json } from "@/server/respond";

/** A job and the words of its run: what a phone fetches behind the page that it was shown in short. */
export const GET = (request: NextRequest, { params }: RouteContext<"/api/jobs/[id]/whole">) =>
  forPerson(request, "viewJobs", async ({ profile }) => {
    const job = await loadJob(database(), (await params).id);
    if (!job) return json({ error: "There is no such job" }, 404);
    return json({ job, texts: allTexts(profile) } satisfies WholeRun);
  });
