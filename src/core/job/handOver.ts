import { readingKinds } from "../readings/kinds";
import type { Step } from "../run/step";
import type { UnitSystem } from "../units";
import type { Verdict } from "../verdict";
import { isHandedOver } from "./handedOver";
import { stepState, type JobState } from "./job";
import { askedReadings, isFinished } from "./progress";
import { tellRun } from "./tellRun";

/** What keeps a job from being handed over, as facts. */
export type Blocker =
  | { readonly is: "unsigned" | "notStarted" }
  | { readonly is: "reading"; readonly reading: string; readonly verdict: Verdict }
  | { readonly is: "discards"; readonly step: Step; readonly counted: number }
  | { readonly is: "unfinished"; readonly step: Step };

/** Readings that are a Stop and stand: not corrected, not taken on, and not past. */
export const standingStops = (job: JobState): JobState["readings"] =>
  job.readings.filter(
    (r) =>
      r.supersededBy === undefined &&
      r.override === undefined &&
      r.past === undefined &&
      r.verdict.level === "Stop",
  );

/**
 * What was read when the work was done, the last at each place of its step, where it is Unknown and nobody
 * took it on: the hand-over would rest on nothing.
 */
export const standingUnknowns = (job: JobState): JobState["readings"] =>
  (job.run?.steps ?? []).flatMap((step) => {
    if (step.read?.when !== "after" || readingKinds.get(step.read.reading)?.provesNothing) return [];
    const lastAt = new Map(askedReadings(job, step).map((r) => [r.place, r]));
    return [...lastAt.values()].filter((r) => r.verdict.level === "Unknown" && !r.override);
  });

/**
 * Why hand-over is blocked: a hold is open, a Stop is not overridden, a reading that it rests on is
 * Unknown, a discard is missing, UV is unproven, or work is unfinished (handbook 6, Record). Empty when it
 * may be signed.
 */
export function handOverBlockers(job: JobState): Blocker[] {
  if (!job.run) return [{ is: job.revisions.length === 0 ? "unsigned" : "notStarted" }];
  return [
    ...[...standingStops(job), ...(isHandedOver(job) ? [] : standingUnknowns(job))].map(
      ({ reading, verdict }): Blocker => ({ is: "reading", reading, verdict }),
    ),
    ...job.run.steps.flatMap((step): Blocker[] => {
      const { cycles } = stepState(job, step.id);
      if (step.cycle && cycles < step.cycle.count) return [{ is: "discards", step, counted: cycles }];
      return isFinished(job, step.id) ? [] : [{ is: "unfinished", step }];
    }),
  ];
}

/** A blocker in one line. */
export function blockerSaid(b: Blocker, system: UnitSystem): string {
  switch (b.is) {
    case "unsigned":
      return "No design is signed";
    case "notStarted":
      return "The run has not started";
    case "reading":
      return `A reading is ${b.verdict.level === "Stop" ? "a Stop" : b.verdict.level}: ${tellRun(b.verdict, system).reason}`;
    case "discards":
      return `${b.step.unitName ?? "Job"}: ${b.counted} of ${b.step.cycle!.count} discards done`;
    case "unfinished":
      if (b.step.proves === "uv") return `UV is unproven: ${b.step.title}`;
      return b.step.kind === "hold" ? `Hold open: ${b.step.title}` : `Not finished: ${b.step.title}`;
  }
}

/** A sample that found bacteria behind the signed record: it opens a run again (handbook 10, ruling 24). */
export const reopenedBy = (job: JobState): JobState["readings"][number] | undefined =>
  isHandedOver(job) ? standingStops(job).find((r) => r.kind === "bacteria") : undefined;

/**
 * A job that was handed over and is open again: a reading after it is a Stop that nobody has taken on, a
 * sample that found bacteria (handbook 10, ruling 24).
 */
export const isReopened = (job: JobState): boolean =>
  isHandedOver(job) && handOverBlockers(job).some((b) => b.is === "reading");

/** Which of the working phases a job stands in. */
export type Phase = "site" | "train" | "run" | "record";
/** The pages of a job, one for each kind of work; a job never waits in *fit*, which is a part of its design. */
export type PhasePage = Phase | "fit" | "parts";
/** The phase that a job is in: site, train, run or record. */
export function phaseOf(job: JobState): Phase {
  if (isHandedOver(job)) return isReopened(job) ? "run" : "record";
  if (job.run) return handOverBlockers(job).length === 0 ? "record" : "run";
  if (job.revisions.length > 0) return "run";
  return job.units.length > 0 ? "train" : "site";
}
