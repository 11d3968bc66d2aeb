import { without, type JobState, type Mark, type StepState } from "../job/job";
import { isFinished } from "../job/progress";
import { jointsOfSwap, type Swap } from "../plumbing/swapped";
import { id, line, optional, type Of } from "./fields";
import { stepKind } from "./steps";

/**
 * `part`: the fitting that another comes instead of; `to`: that other, by its id in the catalogue; absent:
 * as planned after all; `says`: both in words, as the run names them.
 */
const kept = { step: id, part: id, to: optional(id), says: optional(line) };
declare module "./kind" {
  interface KeptAsAsked {
    fittingSwapped: Of<typeof kept>;
  }
}
/** What came instead of a fitting on site. `step`: the step at which that was said, where its joints are made. */
export type SwappedFitting = Mark & { readonly step: string; readonly to: string };
declare module "../job/job" {
  interface JobState {
    /** Fittings that others came instead of on site, by their ids in the assembly. */
    readonly swapped: Readonly<Record<string, SwappedFitting>>;
  }
}

const swapsOffered = (job: JobState): readonly Swap[] => job.run?.steps.flatMap((s) => s.swaps ?? []) ?? [];

/** A step with these joints open to be looked at again, where they were found right. */
const lookedAtAgain = (step: StepState, joints: ReadonlySet<string>): StepState =>
  step.joints
    ? {
        ...step,
        joints: step.joints.map((m) =>
          m.found === "right" ? { ...m, joints: m.joints.filter((j) => !joints.has(j)) } : m,
        ),
      }
    : step;

export const fittingSwapped = stepKind({
  kind: "fittingSwapped",
  kept,
  begins: { swapped: {} },
  whyNot: (job, step, { part, to }) => {
    if (isFinished(job, step.id)) return "This step is finished: undo it first";
    if (to === undefined) return job.swapped[part] ? undefined : "That fitting is as it was planned";
    const isOffered = (step.swaps ?? []).some((swap) => swap.part === part && swap.to.fitting === to);
    return isOffered ? undefined : "That fitting does not come instead of this one here";
  },
  keeps: (job, asked) => {
    const { part, to } = asked;
    const swap = swapsOffered(job).find((s) => s.part === part && (to === undefined || s.to.fitting === to));
    if (!swap) return asked;
    const says =
      to === undefined ? `${swap.was.name} as planned` : `${swap.to.name} instead of ${swap.was.name}`;
    return { ...asked, says };
  },
  apply: (job, { step, part, to }, { by, at }) => {
    const touched = new Set(
      swapsOffered(job)
        .filter((swap) => swap.part === part)
        .flatMap(jointsOfSwap),
    );
    const swapped =
      to === undefined ? without(job.swapped, part) : { ...job.swapped, [part]: { step, to, by, at } };
    // What was found right is made otherwise now.
    const steps = Object.entries(job.steps).map(([key, state]) => [key, lookedAtAgain(state, touched)]);
    return { ...job, swapped, steps: Object.fromEntries(steps) as JobState["steps"] };
  },
});
