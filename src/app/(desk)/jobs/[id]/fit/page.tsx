import type { Route } from "next";
import { cabinetFields, ownWallFields } from "@/core/fit/cabinet";
import { FitBoard } from "@/phases/fit/FitBoard";
import { NetworkFile } from "@/phases/fit/NetworkFile";
import { OwnRoom } from "@/phases/fit/OwnRoom";
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

/**
 * What the page asks of a job: of its train, or of the one room that its units stand in without it; and
 * where that is measured.
 */
const heads = {
  train: {
    says: "Does the train go on that wall, and how do the pipes run.",
    measure: "Measure the wall",
    field: "cutin",
  },
  wall: { says: "Does it go on that wall.", measure: "Measure the wall", field: ownWallFields.width },
  cabinet: {
    says: "Does it go in under the sink.",
    measure: "Measure the cabinet",
    field: cabinetFields.height,
  },
} as const;

/** Whether the train goes on that wall. */
export default async function FitPage({ params }: PageProps<"/jobs/[id]/fit">) {
  const opened = await openJob((await params).id);
  const { can, job, judged, known, person } = opened;
  const fit = fitOf(job, judged, known);
  const { found, line, units } = fit;
  const [tank] = fit.tanks;
  const { cabinet, ownWall, tubing } = tubingOfJob(job.answers, judged, job.places);
  const rooms = [
    { room: "wall", found: ownWall },
    { room: "cabinet", found: cabinet },
  ] as const;
  const own = ownWall ? "wall" : cabinet ? "cabinet" : "train";
  const asks = line.length > 0 ? "train" : own;
  const head = heads[asks];
  return (
    <JobShell {...frameOf(opened, "fit")}>
      <div className="mb-6 flex flex-wrap items-start justify-between gap-4">
        <div>
          <h1>Fit</h1>
          <p className="text-soft">{head.says}</p>
          {tank ? (
            <p className="text-soft" data-salt-tank>
              Not on this wall: the {fit.tanks.map(({ name }) => name).join(", the ")}.{" "}
              {fit.tanks.length > 1 ? "Each" : "It"} stands within{" "}
              {length(tank.tether!.within, person.profile)} of its valve, with{" "}
              {length(tank.free.above, person.profile)} free over its lid.
            </p>
          ) : null}
        </div>
        <Link className="button quiet" prefetch={false} href={`/jobs/${job.id}/site#${head.field}` as Route}>
          {head.measure}
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
      ) : asks !== "train" ? null : (
        <NoWall jobId={job.id} found={found} hasUnits={line.length > 0} unmeasured={fit.unmeasured} />
      )}
      {rooms.map(({ room, found: inRoom }) =>
        inRoom ? (
          <OwnRoom
            key={room}
            jobId={job.id}
            room={room}
            found={inRoom}
            tubes={tubing.tubes}
            seen={job.designSeq}
            profile={person.profile}
            readOnly={!can("unitsPlaced")}
          />
        ) : null,
      )}
      <details className="mt-10 print:hidden">
        <summary className="min-h-11 cursor-pointer py-2">Look at another network</summary>
        <NetworkFile profile={person.profile} />
      </details>
    </JobShell>
  );
}
