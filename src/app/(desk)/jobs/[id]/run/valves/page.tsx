import Link from "@/ui/Link";
import type { Route } from "next";
import { JobShell } from "@/phases/job/JobShell";
import { frameOf } from "@/phases/job/frame";
import { openJob, titled } from "@/phases/job/load";
import { NotDrawn } from "@/phases/valves/NotDrawn";
import { inTime } from "@/server/threads";
import { RunValves } from "@/phases/valves/RunValves";

export const generateMetadata = titled("Valves");

/** The rig as it stands during the run. */
export default async function RunValvesPage({ params, searchParams }: PageProps<"/jobs/[id]/run/valves">) {
  const opened = await openJob((await params).id);
  const { can, job, person, now, settings } = opened;
  const { step } = await searchParams;
  const drawing = job.rig && (await inTime("drawing", { rig: job.rig.rig, way: "down" }));
  return (
    <JobShell {...frameOf(opened, "run")}>
      {drawing ? (
        <RunValves
          initial={job}
          serverNow={now}
          person={{ id: person.id, name: person.name, role: person.role }}
          zone={settings.timeZone}
          profile={person.profile}
          drawing={drawing}
          readOnly={!can("handleTurned")}
          step={typeof step === "string" ? step : undefined}
        />
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
