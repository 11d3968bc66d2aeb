import type { Step } from "../run/step";
import type { ReadingContext } from "../readings/reading";
import { rigAtStart } from "../job/rigStart";
import type { RunRig } from "../job/runRig";
import { behindLamps } from "../job/brought";
import { reopenedBy, standingStops } from "../job/handOver";
import { without, type JobState, type Mark } from "../job/job";
import { id, list, object, optional, readingContext, rig, step, ulid, whole, type Of } from "./fields";
import { accept, crew, logKind, refuse } from "./kind";
import { pastAt } from "./readingTaken";
import { unsigned } from "./signed";

const kept = {
  revision: whole(1, 10_000),
  steps: list(step, 400),
  /** What readings are judged against that belong to no unit. */
  against: readingContext,
  /** Absent where what somebody drew does not hang together. */
  rig: optional(rig),
  /** A run that was opened again: the reading that opened it, and what is done anew. */
  again: optional(object({ reading: ulid, steps: list(id, 400) })),
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
      /** The sample that opened it again; absent in a job's first run. */
      readonly openedBy?: string;
    };
    /** The run's rig as hands have left it; absent where the run has none. */
    readonly rig?: RunRig;
  }
}

type Run = Pick<Of<typeof kept>, "revision" | "steps" | "against">;

/**
 * The job with its run opened again: what is done anew stands open, every Stop so far is worked on in it,
 * and the rig stands as hands left it, unproven behind its lamps.
 */
function openedAgain(
  job: JobState,
  again: NonNullable<Of<typeof kept>["again"]>,
  run: Run,
  mark: Mark,
): JobState {
  const stops = new Set(standingStops(job));
  const found = job.readings.find((r) => r.reading === again.reading);
  // Samples of before say nothing of what is done from here on, the good ones neither.
  const isWorkedOn = (r: JobState["readings"][number]) => stops.has(r) || r.kind === found?.kind;
  return {
    ...unsigned(job, mark),
    run: { ...run, started: mark, openedBy: again.reading },
    steps: again.steps.reduce(without, job.steps),
    readings: pastAt(
      job.readings.map((r) => (isWorkedOn(r) && !r.past ? { ...r, past: mark } : r)),
      again.steps,
      mark,
    ),
    rig: job.rig && { ...job.rig, state: { ...job.rig.state, unproven: behindLamps(job.rig.rig) } },
  };
}

export const runStarted = logKind({
  kind: "runStarted",
  asked: {},
  kept,
  may: crew,
  leavesSigned: (job) => reopenedBy(job) !== undefined,
  decide: (job, _asked, { office }) => {
    if (job.revisions.length === 0) return refuse("Sign the design first");
    const found = reopenedBy(job);
    if (job.run && !found) return refuse("The run has started already");
    return accept(found ? office().startAgain(job, found.reading) : office().startOf(job));
  },
  apply: (job, { rig, again, ...run }, { by, at }) => {
    if (job.run) return again ? openedAgain(job, again, run, { by, at }) : job;
    return {
      ...job,
      run: { ...run, started: { by, at } },
      rig: rig && rigAtStart(rig, run.steps, Date.parse(at)),
    };
  },
});
