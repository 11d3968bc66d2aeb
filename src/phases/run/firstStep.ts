import type { JobState } from "@/core/job";
import { nextStep, statusOf } from "@/core/job/progress";
import type { Step } from "@/core/run/step";

/** A step that hands are done with. */
export const isOver = (job: JobState, step: Step, now: number): boolean =>
  ["done", "skipped"].includes(statusOf(job, step, now));

/** The step to begin with at a unit: its first that is not finished, else its first. */
export function firstAtUnit(job: JobState, unit: string | undefined, now: number): Step | undefined {
  const own = (job.run?.steps ?? []).filter((s) => unit !== undefined && s.unit === unit);
  return own.find((s) => !isOver(job, s, now)) ?? own[0];
}

/** The step that is shown: the chosen one, else the next for hands, else the last; undefined where the run has none. */
export const stepShown = (job: JobState, chosen: string | undefined, now: number): Step | undefined =>
  job.run?.steps.find((s) => s.id === chosen) ?? nextStep(job, now) ?? job.run?.steps.at(-1);
