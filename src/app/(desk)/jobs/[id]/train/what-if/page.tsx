import { withModels } from "@/core/train";
import Link from "@/ui/Link";
import type { Route } from "next";
import { draftBasis, draftPlaced, laidOf } from "@/core/record";
import { JobShell } from "@/phases/job/JobShell";
import { frameOf } from "@/phases/job/frame";
import { openJob, titled } from "@/phases/job/load";
import { WhatIf } from "@/phases/train/WhatIf";

export const generateMetadata = titled("What if");

/** What a changed answer would do to the design. */
export default async function WhatIfPage({ params }: PageProps<"/jobs/[id]/train/what-if">) {
  const opened = await openJob((await params).id);
  const { job, judged, person, known } = opened;
  const given = {
    answers: job.answers,
    units: withModels(job.units, known),
    schools: known.schoolsWith(draftBasis(job).schools ?? {}),
    tables: known.tables,
    profile: person.profile,
    laid: laidOf(job, draftPlaced(job), judged, known),
  };
  return (
    <JobShell {...frameOf(opened, "train")}>
      <div className="mb-6 flex flex-wrap items-start justify-between gap-4">
        <h1>What if</h1>
        <Link className="button quiet" prefetch={false} href={`/jobs/${job.id}/train` as Route}>
          Back to the train
        </Link>
      </div>
      <WhatIf
        jobId={job.id}
        given={given}
        boosters={known.offered.filter((m) => m.family === "booster")}
        seen={job.designSeq}
      />
    </JobShell>
  );
}
