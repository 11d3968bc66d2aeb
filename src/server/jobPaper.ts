import type { NextRequest } from "next/server";
import type { JobState, Knowledge } from "@/core/job";
import type { UnitSystem } from "@/core/units";
import { loadJob } from "@/data/queries/jobs";
import { company, knowledge } from "./actor";
import { now } from "./clock";
import { database } from "./database";
import { attachment, fileName, forPerson, json } from "./respond";

/** What every paper of a job says of itself, and the sheet that it is printed on. */
export interface PaperAbout {
  readonly company: string;
  readonly zone: string;
  readonly paper: "A4" | "LETTER";
  readonly printed: number;
}

/** What a paper of a job is made from. */
export interface ForPaper {
  readonly job: JobState;
  readonly known: Knowledge;
  /** Of who asks. */
  readonly profile: UnitSystem;
  readonly about: PaperAbout;
}

/**
 * Answers with a job's paper as PDF (`?paper=A4|LETTER`), called after the job and `what`; 404 where there
 * is no such job, 409 where `make` says in words why there is nothing to print.
 */
export const jobPaper = (
  request: NextRequest,
  params: Promise<{ readonly id: string }>,
  what: string,
  make: (given: ForPaper) => Promise<{ readonly pdf: Uint8Array } | { readonly nothing: string }>,
): Promise<Response> =>
  forPerson(request, "viewJobs", async ({ profile }) => {
    const { id } = await params;
    const job = /^[0-9A-HJKMNP-TV-Z]{26}$/.test(id) ? await loadJob(database(), id) : undefined;
    if (!job) return json({ error: "There is no such job" }, 404);
    const [known, settings] = [await knowledge(), await company()];
    const made = await make({
      job,
      known,
      profile,
      about: {
        company: settings.name,
        zone: settings.timeZone,
        paper: request.nextUrl.searchParams.get("paper") === "LETTER" ? "LETTER" : "A4",
        printed: now(),
      },
    });
    if ("nothing" in made) return json({ error: made.nothing }, 409);
    return attachment("application/pdf", `${fileName(job.name)}-${what}.pdf`, new Uint8Array(made.pdf));
  });
