import type { AlikeJoints } from "../plumbing/made";
import { jointsOfSwap, type Swap } from "../plumbing/swapped";
import type { Step } from "../run/step";
import { findStep, type JobState } from "./job";

type WithRun = Pick<JobState, "run" | "swapped">;

/** What came instead of fittings so far, with the step at which that was said. */
export const swapsMade = (job: WithRun): readonly { readonly swap: Swap; readonly step: string }[] =>
  Object.entries(job.swapped).flatMap(([part, { step, to }]) => {
    const swap = findStep(job, step)?.swaps?.find((s) => s.part === part && s.to.fitting === to);
    return swap ? [{ swap, step }] : [];
  });

/**
 * Joints that are made alike at a step now: as planned, and those that a fitting which came instead brought
 * with it.
 */
export function joinsNow(job: WithRun, step: Step): readonly AlikeJoints[] {
  const made = swapsMade(job);
  if (made.length === 0) return step.joins ?? [];
  const gone = new Set(made.flatMap(({ swap }) => jointsOfSwap(swap)));
  const planned = (step.joins ?? []).flatMap((alike) => {
    const joints = alike.joints.filter((j) => !gone.has(j.id));
    return joints.length > 0 ? [{ ...alike, joints }] : [];
  });
  const all = job.run?.steps.flatMap((s) => s.joins ?? []).flatMap((alike) => alike.joints) ?? [];
  const brought = made
    .filter((m) => m.step === step.id)
    .flatMap(({ swap }) =>
      swap.ways.map(({ joints, ...way }) => ({
        ...way,
        instead: { part: swap.part, to: swap.to.name, was: swap.was.name },
        joints: all.filter((j) => joints.includes(j.id)),
      })),
    );
  return [...planned, ...brought];
}
