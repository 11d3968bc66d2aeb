import { advanceClock, type ClockEvent } from "../run/clock";
import type { Step } from "../run/step";
import { findStep, onStep, type JobState } from "../job/job";
import type { id, Of, Shape } from "./fields";
import { accept, crew, logKind, refuse, type Deciding, type LogKind, type Stamp } from "./kind";

/** The job with a step's clock moved on by an event. */
export function onClock(job: JobState, id: string, event: ClockEvent): JobState {
  const step = findStep(job, id);
  if (!step) return job;
  return onStep(job, id, (s) => {
    const clock = advanceClock(step, s.clock, event);
    return clock ? { ...s, clock } : s;
  });
}

interface StepKindSpec<K extends StepShape> {
  readonly kind: string;
  readonly kept: K;
  /** What a job has of it before the first. */
  readonly begins?: Partial<JobState>;
  /** Why it is not taken, in words; nothing where it is. Pure. */
  readonly whyNot: (job: JobState, step: Step, asked: Of<K>, with_: Deciding) => string | undefined;
  /** Why it takes somebody of the office at this step, in words. */
  readonly takesOffice?: (step: Step) => string | undefined;
  /** What is kept, where that is not all that was asked. */
  readonly keeps?: (job: JobState, asked: Of<K>) => Of<K>;
  readonly apply: (job: JobState, kept: Of<K>, stamp: Stamp) => JobState;
}
type StepShape = Shape & { readonly step: typeof id };

/** A kind of entry about one step of the run: the crew asks for it, a phone decides it, and it is kept as asked. */
export const stepKind = <K extends StepShape>({
  kind,
  kept,
  begins,
  whyNot,
  takesOffice = () => undefined,
  keeps = (_job, asked) => asked,
  apply,
}: StepKindSpec<K>): LogKind =>
  logKind<K>({
    kind,
    kept,
    ...(begins ? { begins } : {}),
    may: crew,
    takesOffice: (job, asked) => {
      const step = findStep(job, (asked as Of<K> & { readonly step: string }).step);
      return step && takesOffice(step);
    },
    decide: (job, asked, deciding) => {
      const step = findStep(job, (asked as Of<K> & { readonly step: string }).step);
      if (!step) return refuse("This step is not part of the run");
      const why = whyNot(job, step, asked, deciding);
      return why === undefined ? accept(keeps(job, asked)) : refuse(why);
    },
    apply,
  });
