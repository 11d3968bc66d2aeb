import { whyNotFinish } from "../job/progress";
import { rigLacks } from "../job/rigWishes";
import { shutOn } from "../job/runRig";
import type { Step } from "../run/step";
import { inSentence } from "../words";
import { id, optional, text, type Of } from "./fields";
import { findStep, onStep, stepState, type JobState, type Mark } from "../job/job";
import { onClock, stepKind } from "./steps";

const kept = {
  step: id,
  note: optional(text(300)),
  why: optional(text(500)),
  /** What was found, by the option's id, where the step answers a question of the survey. */
  answer: optional(text(40)),
};
declare module "./kind" {
  interface KeptAsAsked {
    stepDone: Of<typeof kept>;
  }
}

/** A step that wants something of the rig is done when the rig is there, or with a written reason. */
function rigWaits(job: JobState, step: Step, why: string | undefined): string | undefined {
  const lacks = rigLacks(job.rig, step);
  if (lacks === undefined || (why ?? "").trim().length >= 3) return undefined;
  return `The rig is not there yet: ${inSentence(lacks)}. Turn it, or say why the step is done all the same`;
}

/** A step that answers a question of the survey is not over before it is answered. */
function findsNothing({ writes }: Step, answer: string | undefined): string | undefined {
  if (!writes || writes.options.some((o) => o.id === answer)) return undefined;
  return `Say what was found: ${writes.options.map((o) => o.label).join(", or ")}`;
}

/** What was found wrong at a step is put right once the step is done. */
const putRight = (job: JobState, id: string, { by, at }: Mark): JobState => ({
  ...job,
  openPoints: job.openPoints.map((p) =>
    p.step === id && !p.closed ? { ...p, closed: { by, at, how: "Put right, and looked at again" } } : p,
  ),
});

/** The survey with what a step has found. */
const writtenBack = (job: JobState, step: Step | undefined, answer: string, mark: Mark): JobState =>
  step?.writes
    ? {
        ...job,
        answers: { ...job.answers, [step.writes.field]: { text: answer } },
        answered: { ...job.answered, [step.writes.field]: mark },
      }
    : job;

export const stepDone = stepKind({
  kind: "stepDone",
  kept,
  // Two people finishing one step is one finished step, not an error.
  whyNot: (job, step, { why, answer }, { now }) =>
    stepState(job, step.id).done
      ? undefined
      : (whyNotFinish(job, step, now) ?? rigWaits(job, step, why) ?? findsNothing(step, answer)),
  keeps: (job, { step, note, why, answer }) =>
    stepState(job, step).done
      ? { step }
      : { step, note: note || undefined, why: why?.trim() ? why.trim() : undefined, answer },
  apply: (job, { step: id, note, why, answer }, { by, at }) => {
    const paused = onClock(job, id, { is: "pause", at: Date.parse(at) });
    const finished = putRight(
      onStep(paused, id, (s) => (s.done ? s : { ...s, done: { by, at, note, why } })),
      id,
      { by, at },
    );
    const step = findStep(finished, id);
    const done = answer === undefined ? finished : writtenBack(finished, step, answer, { by, at });
    return done.rig && step ? { ...done, rig: shutOn(done.rig, step, Date.parse(at)) } : done;
  },
});
