import { jobsAsked } from "@/phases/jobs/asked";
import { listedJobs, STRETCH } from "@/phases/jobs/listed";
import { wholeUpTo } from "@/server/request";
import { forPerson, json } from "@/server/respond";

/** A stretch of the list of jobs that an address asks for, from a row of it. */
export const GET = (request: Request) =>
  forPerson(request, "viewJobs", async ({ profile }) => {
    const params = Object.fromEntries(new URL(request.url).searchParams);
    const from = wholeUpTo(1e6, params.from, 0);
    return json(await listedJobs(jobsAsked(params), from, STRETCH, profile));
  });
