import Link from "@/ui/Link";
import type { Route } from "next";
import { JobShell } from "@/phases/job/JobShell";
import { frameOf } from "@/phases/job/frame";
import { openJob } from "@/phases/job/load";
import { drawingOf } from "@/phases/valves/drawing";
import { RunValves } from "@/phases/valves/RunValves";
import { may } from "@/server/permissions";

export const metadata = { title: "Valves" };

/** The rig as it stands during the run. */
export default async function RunValvesPage({ params, searchParams }: PageProps<"/jobs/[id]/run/valves">) {
  const opened = await openJob((await params).id);
  const { job, person, now, settings } = opened;
  const { step } = await searchParams;
  return (
    <JobShell {...frameOf(opened, "run")}>
      {job.rig ? (
        <RunValves
          initial={job}
          serverNow={now}
          person={{ id: person.id, name: person.name, role: person.role }}
          zone={settings.timeZone}
          profile={person.profile}
          drawing={await drawingOf(job.rig.rig, "down")}
          readOnly={!may(person.role, "handleTurned")}
          step={typeof step === "string" ? step : undefined}
        />
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
