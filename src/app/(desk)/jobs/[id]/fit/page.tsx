import type { Route } from "next";
import { cabinetFields } from "@/core/fit/cabinet";
import { Cabinet } from "@/phases/fit/Cabinet";
import { FitBoard } from "@/phases/fit/FitBoard";
import { NetworkFile } from "@/phases/fit/NetworkFile";
import { NoWall } from "@/phases/fit/NoWall";
import { fitOf, isPlaceable } from "@/core/record/fitOf";
import { drivingOf } from "@/core/record/laid";
import { tubingOfJob } from "@/core/record/tubing";
import { length } from "@/phases/fit/words";
import { frameOf } from "@/phases/job/frame";
import { JobShell } from "@/phases/job/JobShell";
import { openJob, titled } from "@/phases/job/load";
import Link from "@/ui/Link";

export const generateMetadata = titled("Fit");

/** Whether the train goes on that wall. */
export default async function FitPage({ params }: PageProps<"/jobs/[id]/fit">) {
  const opened = await openJob((await params).id);
  const { can, job, judged, known, person } = opened;
  const fit = fitOf(job, judged, known);
  const { found, line, units } = fit;
  const [tank] = fit.tanks;
  const { cabinet, tubing } = tubingOfJob(job.answers, judged, job.places);
  const isAtSinkAlone = line.length === 0 && cabinet !== undefined;
  return (
    <JobShell {...frameOf(opened, "fit")}>
      <div className="mb-6 flex flex-wrap items-start justify-between gap-4">
        <div>
          <h1>Fit</h1>
          <p className="text-soft">
            {isAtSinkAlone
              ? "Does it go in under the sink."
              : "Does the train go on that wall, and how do the pipes run."}
          </p>
          {tank ? (
            <p className="text-soft" data-salt-tank>
              Not on this wall: the {fit.tanks.map(({ name }) => name).join(", the ")}.{" "}
              {fit.tanks.length > 1 ? "Each" : "It"} stands within{" "}
              {length(tank.tether!.within, person.profile)} of its valve, with{" "}
              {length(tank.free.above, person.profile)} free over its lid.
            </p>
          ) : null}
        </div>
        <Link
          className="button quiet"
          prefetch={false}
          href={`/jobs/${job.id}/site#${isAtSinkAlone ? cabinetFields.height : "cutin"}` as Route}
        >
          {isAtSinkAlone ? "Measure the cabinet" : "Measure the wall"}
        </Link>
      </div>
      {found.is === "known" && isPlaceable(fit) ? (
        <FitBoard
          jobId={job.id}
          wall={found.wall}
          mirrored={found.mirrored}
          units={units}
          tanks={fit.tanks}
          plan={fit.plan}
          driving={drivingOf(fit, job, judged, known)}
          codes={Object.fromEntries(judged.stations.map((s) => [s.key, s.model.code]))}
          litres={Object.fromEntries(
            line.flatMap(({ unit, model }) => (model.waterL === undefined ? [] : [[unit.key, model.waterL]])),
          )}
          places={job.places}
          held={job.held}
          seen={job.designSeq}
          obstacles={job.answers["wall.obstacles"]?.text ?? ""}
          profile={person.profile}
          readOnly={!can("unitsPlaced")}
        />
      ) : isAtSinkAlone ? null : (
        <NoWall jobId={job.id} found={found} hasUnits={line.length > 0} unmeasured={fit.unmeasured} />
      )}
      {cabinet ? (
        <Cabinet
          jobId={job.id}
          found={cabinet}
          tubes={tubing.tubes}
          seen={job.designSeq}
          profile={person.profile}
          readOnly={!can("unitsPlaced")}
        />
      ) : null}
      <details className="mt-10 print:hidden">
        <summary className="min-h-11 cursor-pointer py-2">Look at another network</summary>
        <NetworkFile profile={person.profile} />
      </details>
    </JobShell>
  );
}
