import type { Route } from "next";
import type { JobState } from "@/core/job";
import Link from "@/ui/Link";
import { VerdictShape } from "@/ui/VerdictMark";
import { isInTheWay, isPlaceable, type FitOfJob } from "@/core/record/fitOf";
import { MissingAnswers } from "../fit/NoWall";

/** Why there is no list yet, in the order in which one would mend it. */
function hindrances(fit: FitOfJob, places: JobState["places"]): readonly string[] {
  const { piping, plan, found, units } = fit;
  if (piping.is === "strange")
    return ["Stop: Brant has no fittings for this house's pipe. Its parts are not listed"];
  const unjoined = plan?.unjoined ?? [];
  if (unjoined.length > 0)
    return unjoined.map(
      ({ unit, port }) =>
        `Stop: no fittings lead from the ${port.size} ${port.system} of ${unit}, ${port.port}, to the pipe`,
    );
  if (plan && !plan.house) return ["Stop: no fittings lead from the house's pipe to the train's"];
  const open = units.filter((u) => !places[u.key]).length;
  if (found.is === "known" && open > 0)
    return [`Unknown: ${open} of ${units.length} units have no place on the wall yet`];
  if (isInTheWay(fit, { places }))
    return ["Stop: something is in the way where a unit stands; Fit says what"];
  return [];
}

/** What keeps the parts from being listed, and where to go on. */
export function NoParts({
  jobId,
  fit,
  places,
}: {
  jobId: string;
  fit: FitOfJob;
  places: JobState["places"];
}) {
  const { piping } = fit;
  const says = hindrances(fit, places);
  return (
    <div className="grid max-w-[72ch] gap-4" data-no-parts>
      {piping.is === "missing" ? (
        <MissingAnswers
          jobId={jobId}
          fields={piping.fields}
          what="nobody said what the house's pipe is made of"
        />
      ) : null}
      {says.map((text) => (
        <p key={text}>
          <VerdictShape level={text.startsWith("Stop") ? "Stop" : "Unknown"} /> {text}
        </p>
      ))}
      {piping.is !== "missing" && says.length === 0 ? (
        <p>
          <VerdictShape level={isPlaceable(fit) ? "Stop" : "Unknown"} />{" "}
          {isPlaceable(fit)
            ? "Stop: one of the pipes finds no way as the units stand"
            : "Unknown: the wall, or what stands on it, is not known yet"}
        </p>
      ) : null}
      <p>
        <Link className="button" prefetch={false} href={`/jobs/${jobId}/fit` as Route}>
          Place the units on the wall
        </Link>
      </p>
    </div>
  );
}
