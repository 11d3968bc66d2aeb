import type { Step } from "../run/step";
import type { ReadingContext } from "../readings/reading";
import { rigAtStart, type RunRig } from "../job/runRig";
import { list, optional, readingContext, rig, step, whole, type Of } from "./fields";
import type { Mark } from "../job/job";
import { accept, crew, logKind, refuse } from "./kind";

const kept = {
  revision: whole(1, 10_000),
  steps: list(step, 400),
  /** What readings are judged against that belong to no unit. */
  against: readingContext,
  /** Absent where what somebody drew does not hang together. */
  rig: optional(rig),
};
declare module "./kind" {
  interface Asked {
    runStarted: Of<Record<never, never>>;
  }
  interface Kept {
    runStarted: Of<typeof kept>;
  }
}
declare module "../job/job" {
  interface JobState {
    readonly run?: {
      readonly revision: number;
      readonly steps: readonly Step[];
      readonly against: ReadingContext;
      readonly started: Mark;
    };
    /** The run's rig as hands have left it; absent where the run has none. */
    readonly rig?: RunRig;
  }
}

export const runStarted = logKind({
  kind: "runStarted",
  asked: {},
  kept,
  may: crew,
  decide: (job, _asked, { office }) => {
    if (job.revisions.length === 0) return refuse("Sign the design first");
    return job.run ? refuse("The run has started already") : accept(office().startOf(job));
  },
  apply: (job, { rig, ...run }, { by, at }) =>
    job.run
      ? job
      : {
          ...job,
          run: { ...run, started: { by, at } },
          rig: rig && rigAtStart(rig, run.steps, Date.parse(at)),
        },
});
