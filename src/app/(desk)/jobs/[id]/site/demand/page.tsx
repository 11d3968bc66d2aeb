import Link from "@/ui/Link";
import type { Route } from "next";
import { draftBasis } from "@/core/record";
import { siteFacts } from "@/core/site";
import { groundOf } from "@/core/train";
import { JobShell } from "@/phases/job/JobShell";
import { openJob } from "@/phases/job/load";
import { stationsOf } from "@/phases/job/stations";
import { Demand } from "@/phases/site/Demand";
import { may } from "@/server/permissions";

export const metadata = { title: "Demand" };

/** Fixtures, peak flow, and what the peak does. */
export default async function DemandPage({ params }: PageProps<"/jobs/[id]/site/demand">) {
  const { job, person, judged, known, now } = await openJob((await params).id);
  const ground = groundOf({
    facts: siteFacts(job.answers),
    schools: known.schoolsWith(draftBasis(job).schools ?? {}),
    tables: known.tables,
  });
  return (
    <JobShell
      id={job.id}
      name={job.name}
      about={job.place}
      phase="site"
      stations={stationsOf(job, judged, "site", now, person.profile)}
    >
      <div className="mb-6 flex flex-wrap items-start justify-between gap-4">
        <h1>Demand</h1>
        <Link className="button quiet" prefetch={false} href={`/jobs/${job.id}/site#household` as Route}>
          Back to the survey
        </Link>
      </div>
      <Demand
        job={job}
        judged={judged}
        ground={ground}
        profile={person.profile}
        readOnly={!may(person.role, "surveyAnswered")}
      />
    </JobShell>
  );
}
