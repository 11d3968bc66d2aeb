import { whyNotFinish } from "../job/progress";
import { rigLacks, shutOn } from "../job/runRig";
import type { Step } from "../run/step";
import { inSentence } from "../words";
import { id, optional, text, type Of } from "./fields";
import { findStep, onStep, stepState, type JobState } from "../job/job";
import { onClock, stepKind } from "./steps";

const kept = { step: id, note: optional(text(300)), why: optional(text(500)) };
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

export const stepDone = stepKind({
  kind: "stepDone",
  kept,
  // Two people finishing one step is one finished step, not an error.
  whyNot: (job, step, { why }, { now }) =>
    stepState(job, step.id).done ? undefined : (whyNotFinish(job, step, now) ?? rigWaits(job, step, why)),
  keeps: (job, { step, note, why }) =>
    stepState(job, step).done
      ? { step }
      : { step, note: note || undefined, why: why?.trim() ? why.trim() : undefined },
  apply: (job, { step: id, note, why }, { by, at }) => {
    const paused = onClock(job, id, { is: "pause", at: Date.parse(at) });
    const done = onStep(paused, id, (s) => (s.done ? s : { ...s, done: { by, at, note, why } }));
    const step = findStep(done, id);
    return done.rig && step ? { ...done, rig: shutOn(done.rig, step, Date.parse(at)) } : done;
  },
});
