import { whyNotFinish } from "../job/progress";
import { shutOn } from "../job/runRig";
import { id, optional, text, type Of } from "./fields";
import { findStep, onStep, stepState } from "../job/job";
import { onClock, stepKind } from "./steps";

const kept = { step: id, note: optional(text(300)) };
declare module "./kind" {
  interface KeptAsAsked {
    stepDone: Of<typeof kept>;
  }
}

export const stepDone = stepKind({
  kind: "stepDone",
  kept,
  // Two people finishing one step is one finished step, not an error.
  whyNot: (job, step, _asked, { now }) =>
    stepState(job, step.id).done ? undefined : whyNotFinish(job, step, now),
  keeps: (job, { step, note }) => (stepState(job, step).done ? { step } : { step, note: note || undefined }),
  apply: (job, { step: id, note }, { by, at }) => {
    const paused = onClock(job, id, { is: "pause", at: Date.parse(at) });
    const done = onStep(paused, id, (s) => (s.done ? s : { ...s, done: { by, at, note } }));
    const step = findStep(done, id);
    return done.rig && step ? { ...done, rig: shutOn(done.rig, step, Date.parse(at)) } : done;
  },
});
