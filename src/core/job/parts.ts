import type { Step } from "../run/step";
import { isHandedOver } from "./handedOver";
import type { JobState, Mark, NotInBox } from "./job";
import { isFinished } from "./progress";

/** What was found missing in the boxes of a job's units, in the order in which it was said. */
export const notInBoxes = (job: Pick<JobState, "steps">): readonly (Mark & NotInBox)[] =>
  Object.values(job.steps).flatMap((s) => s.missing ?? []);

/** What is not to be had for a job that is not handed over, by name: for its van, and in its units' boxes. */
export function missingFrom(job: JobState): {
  readonly van: readonly string[];
  readonly boxes: readonly string[];
} {
  if (isHandedOver(job)) return { van: [], boxes: [] };
  const missing = Object.values(job.parts).filter((p) => p.state === "missing");
  return {
    van: missing.map((p) => p.what),
    boxes: notInBoxes(job).map(({ what, code }) => `${what} of ${code}`),
  };
}

/** What is not to be had for a job that is not handed over, wherever it should have been, by name. */
export const missingParts = (job: JobState): readonly string[] => {
  const { van, boxes } = missingFrom(job);
  return [...van, ...boxes];
};

/** Steps of a unit that are open: they wait for what its box lacks, and all others go on. */
export const stepsOfUnit = (job: JobState, unit: string): readonly Step[] =>
  (job.run?.steps ?? []).filter((step) => step.unit === unit && !isFinished(job, step.id));
