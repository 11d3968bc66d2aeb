import { stepState, type JobState } from "@/core/job";
import { joinsNow } from "@/core/job/joins";
import { jointsFound } from "@/core/job/progress";
import { sealSaid, sizedSaid, type AlikeJoints } from "@/core/plumbing/made";
import type { Step } from "@/core/run/step";
import type { UnitSystem } from "@/core/units";
import { saidIn } from "@/core/words";
import { stamp } from "@/ui/time";

/** Joints that were made alike, as the record shows them. */
export interface JointRow {
  readonly id: string;
  readonly made: string;
  /** The step that they were made at. */
  readonly at: string;
  readonly how: string;
  /** How many of them were found right, by whom, and when. */
  readonly found: string;
  /** Joints that were made again, each with what was wrong. */
  readonly again: readonly string[];
}

/** What became of the joints of a step that are made alike. */
function rowOf(job: JobState, step: Step, alike: AlikeJoints, profile: UnitSystem, zone: string): JointRow {
  const marks = stepState(job, step.id).joints ?? [];
  const found = jointsFound(job, step);
  const isOwn = (id: string) => alike.joints.some((j) => j.id === id);
  const right = alike.joints.filter((j) => found.get(j.id) === "right").length;
  const last = marks.findLast((m) => m.found === "right" && m.joints.some(isOwn));
  const whatOf = (id: string) => saidIn(alike.joints.find((j) => j.id === id)!.what, profile);
  const count = alike.joints.length;
  return {
    id: alike.joints[0]!.id,
    made: `${count} × ${sizedSaid(alike)}`,
    at: step.title,
    how: [
      alike.instead ? `${alike.instead.to} instead of ${alike.instead.was}` : "",
      sealSaid(alike),
      saidIn(alike.tightening, profile),
    ]
      .filter(Boolean)
      .join("; "),
    found: last
      ? `${right === count ? "all" : `${right} of ${count}`} right, ${last.by.name}, ${stamp(last.at, zone)}`
      : "not looked at",
    again: marks
      .filter((m) => m.found === "wrong")
      .flatMap((m) =>
        m.joints.filter(isOwn).map((id) => `${whatOf(id)}: not right at first${m.note ? `, ${m.note}` : ""}`),
      ),
  };
}

/** The joints of a job's run as they were made and looked at. Empty where its run knows none. */
export const jointRows = (job: JobState, profile: UnitSystem, zone: string): readonly JointRow[] =>
  (job.run?.steps ?? []).flatMap((step) =>
    joinsNow(job, step).map((alike) => rowOf(job, step, alike, profile, zone)),
  );
