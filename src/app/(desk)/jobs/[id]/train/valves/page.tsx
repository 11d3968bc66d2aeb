import { startOfRun } from "@/core/job";
import Link from "@/ui/Link";
import type { Route } from "next";
import { bypassOf, draftBasis, isShutFor, rigFor } from "@/core/record";
import { JobShell } from "@/phases/job/JobShell";
import { frameOf } from "@/phases/job/frame";
import { openJob, titled } from "@/phases/job/load";
import { BypassForm } from "@/phases/valves/BypassForm";
import { NotDrawn } from "@/phases/valves/NotDrawn";
import { drawingFor } from "@/phases/valves/drawingFor";
import { Planned } from "@/phases/valves/Planned";

export const generateMetadata = titled("Valves");

/** The rig of the design and its orders of moves. */
export default async function ValvesPage({ params }: PageProps<"/jobs/[id]/train/valves">) {
  const opened = await openJob((await params).id);
  const { can, job, known } = opened;
  const rig = rigFor(job, draftBasis(job), known);
  const drawing = await drawingFor(rig, "down");
  const bypass = bypassOf(job, draftBasis(job), known);
  return (
    <JobShell {...frameOf(opened, "train")}>
      <div className="mb-4 flex flex-wrap items-start justify-between gap-4">
        <div>
          <h1>Valves</h1>
          <p className="text-soft">Where the water is, what has happened to it, and which handle now.</p>
        </div>
        <div className="flex flex-wrap gap-3">
          <a className="button quiet" href={`/api/jobs/${job.id}/valves/card`}>
            Valve card
          </a>
          <Link className="button quiet" prefetch={false} href={`/jobs/${job.id}/train` as Route}>
            Back to the train
          </Link>
        </div>
      </div>
      {can("bypassChosen") ? (
        <BypassForm
          jobId={job.id}
          arrangement={bypass.arrangement}
          drainCock={bypass.drainCock}
          own={job.bypass?.own !== undefined}
          seen={job.designSeq}
          running={job.run !== undefined}
          rig={rig}
        />
      ) : null}
      {drawing ? (
        <Planned
          key={JSON.stringify(bypass) + job.designSeq}
          rig={rig}
          drawing={drawing}
          startOfRun={startOfRun(rig, isShutFor(draftBasis(job), known))}
        />
      ) : (
        <NotDrawn />
      )}
    </JobShell>
  );
}
