import { advanceClock, type ClockEvent } from "../run/clock";
import type { Step } from "../run/step";
import { findStep, onStep, type JobState } from "../job/job";
import { refuse, type Decided } from "./kind";

/** The job with a step's clock moved on by an event. */
export function onClock(job: JobState, id: string, event: ClockEvent): JobState {
  const step = findStep(job, id);
  if (!step) return job;
  return onStep(job, id, (s) => {
    const clock = advanceClock(step, s.clock, event);
    return clock ? { ...s, clock } : s;
  });
}

/** Decides on a step of the run, where it is part of it. */
export function ofStep<D>(job: JobState, id: string, decide: (step: Step) => Decided<D>): Decided<D> {
  const step = findStep(job, id);
  return step ? decide(step) : refuse("This step is not part of the run");
}
