import { jobsAsked } from "@/phases/jobs/asked";
import { jobsCsv, listedJobs, WHOLE } from "@/phases/jobs/listed";
import { attachment, forPerson } from "@/server/respond";

/** The whole list of jobs that an address asks for, as CSV. */
export const GET = (request: Request) =>
  forPerson(request, "viewJobs", async ({ profile }) => {
    const asked = jobsAsked(Object.fromEntries(new URL(request.url).searchParams));
    const { rows } = await listedJobs(asked, 0, WHOLE, profile);
    return attachment("text/csv; charset=utf-8", "jobs.csv", jobsCsv(rows));
  });
