import { whyNotFinish } from "../job/progress";
import { shutOn } from "../job/runRig";
import { id, optional, text, type Of } from "./fields";
import { findStep, onStep, stepState } from "../job/job";
import { accept, crew, logKind, refuse } from "./kind";
import { ofStep, onClock } from "./steps";

const kept = { step: id, note: optional(text(300)) };
declare module "./kind" {
  interface Asked {
    stepDone: Of<typeof kept>;
  }
  interface Kept {
    stepDone: Of<typeof kept>;
  }
}

export const stepDone = logKind({
  kind: "stepDone",
  asked: kept,
  kept,
  may: crew,
  onPhone: true,
  decide: (job, { step: id, note }, { now }) =>
    ofStep(job, id, (step) => {
      // Two people finishing one step is one finished step, not an error.
      if (stepState(job, id).done) return accept({ step: id });
      const waits = whyNotFinish(job, step, now);
      return waits ? refuse(waits) : accept({ step: id, note: note || undefined });
    }),
  apply: (job, { step: id, note }, { by, at }) => {
    const paused = onClock(job, id, { is: "pause", at: Date.parse(at) });
    const done = onStep(paused, id, (s) => (s.done ? s : { ...s, done: { by, at, note } }));
    const step = findStep(done, id);
    return done.rig && step ? { ...done, rig: shutOn(done.rig, step, Date.parse(at)) } : done;
  },
});
