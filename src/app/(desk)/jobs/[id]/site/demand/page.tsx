import Link from "@/ui/Link";
import type { Route } from "next";
import { draftBasis } from "@/core/record";
import { siteFacts } from "@/core/site";
import { groundOf } from "@/core/train";
import { JobShell } from "@/phases/job/JobShell";
import { frameOf } from "@/phases/job/frame";
import { openJob, titled } from "@/phases/job/load";
import { Demand } from "@/phases/site/Demand";

export const generateMetadata = titled("Demand");

/** Fixtures, peak flow, and what the peak does. */
export default async function DemandPage({ params }: PageProps<"/jobs/[id]/site/demand">) {
  const opened = await openJob((await params).id);
  const { can, job, person, judged, known } = opened;
  const ground = groundOf({
    facts: siteFacts(job.answers),
    schools: known.schoolsWith(draftBasis(job).schools ?? {}),
    tables: known.tables,
  });
  return (
    <JobShell {...frameOf(opened, "site")}>
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
        readOnly={!can("surveyAnswered")}
      />
    </JobShell>
  );
}
