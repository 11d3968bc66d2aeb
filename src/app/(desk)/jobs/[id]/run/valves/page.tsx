import Link from "@/ui/Link";
import type { Route } from "next";
import { findStep } from "@/core/job";
import { jobInShort } from "@/core/job/inShort";
import { JobShell } from "@/phases/job/JobShell";
import { frameOf } from "@/phases/job/frame";
import { openJob, titled } from "@/phases/job/load";
import { NotDrawn } from "@/phases/valves/NotDrawn";
import { drawingFor } from "@/phases/valves/drawingFor";
import { RunValvesHeld } from "@/phases/valves/RunValvesHeld";

export const generateMetadata = titled("Valves");

/** What the valves are turned for, and the way back to it. */
function Heading({ jobId, step, title }: { jobId: string; step?: string; title?: string }) {
  return (
    <div className="mb-4 flex flex-wrap items-start justify-between gap-3">
      <div>
        <h1>Valves</h1>
        <p className="text-soft">{title ? `For: ${title}` : "Mark each handle as you turn it."}</p>
      </div>
      <Link
        prefetch={false}
        className="button quiet"
        href={`/jobs/${jobId}/run${step ? `?step=${step}` : ""}` as Route}
      >
        Back to the run
      </Link>
    </div>
  );
}

/** The rig as it stands during the run. */
export default async function RunValvesPage({ params, searchParams }: PageProps<"/jobs/[id]/run/valves">) {
  const opened = await openJob((await params).id);
  const { can, job, person, now, settings } = opened;
  const { step } = await searchParams;
  const stepId = typeof step === "string" ? step : undefined;
  const drawing = job.rig && (await drawingFor(job.rig.rig, "down"));
  return (
    <JobShell {...frameOf(opened, "run")}>
      {drawing ? (
        <>
          <Heading jobId={job.id} step={stepId} title={stepId && findStep(job, stepId)?.title} />
          <RunValvesHeld
            initial={jobInShort(job, { rig: true })}
            serverNow={now}
            person={{ id: person.id, name: person.name, role: person.role }}
            zone={settings.timeZone}
            profile={person.profile}
            drawing={drawing}
            readOnly={!can("handleTurned")}
            step={stepId}
          />
        </>
      ) : job.rig ? (
        <NotDrawn />
      ) : (
        <>
          <h1>Valves</h1>
          <p className="mt-2">
            {job.run ? "This run was started before its rig was kept." : "The run has not started."}{" "}
            <Link className="plainlink" href={`/jobs/${job.id}/train/valves` as Route}>
              Try the valves of the design
            </Link>
            .
          </p>
        </>
      )}
    </JobShell>
  );
}
