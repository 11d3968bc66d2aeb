import { isFinished } from "../job/progress";
import { soaksDry } from "../job/runRig";
import { id, type Of } from "./fields";
import { findStep } from "../job/job";
import { accept, crew, logKind, refuse } from "./kind";
import { ofStep, onClock } from "./steps";

const kept = { step: id };
declare module "./kind" {
  interface Asked {
    clockStarted: Of<typeof kept>;
  }
  interface Kept {
    clockStarted: Of<typeof kept>;
  }
}

export const clockStarted = logKind({
  kind: "clockStarted",
  asked: kept,
  kept,
  may: crew,
  onPhone: true,
  decide: (job, { step: id }) =>
    ofStep(job, id, (step) => {
      const before = step.needs.map((n) => findStep(job, n)).find((s) => s && !isFinished(job, s.id));
      if (before) return refuse(`First: ${before.title}`);
      return soaksDry(job.rig, job.run?.steps ?? [], step)
        ? refuse(
            `${step.unitName} is not full, by the valves that were marked: mark what was turned to fill it, then start the soak`,
          )
        : accept({ step: id });
    }),
  apply: (job, { step }, { at }) => onClock(job, step, { is: "start", at: Date.parse(at) }),
});
