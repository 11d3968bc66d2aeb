import { findStep } from "../job/job";
import { isFinished } from "../job/progress";
import { soaksDry } from "../job/rigTurns";
import { id, type Of } from "./fields";
import { onClock, stepKind } from "./steps";

const kept = { step: id };
declare module "./kind" {
  interface KeptAsAsked {
    clockStarted: Of<typeof kept>;
  }
}

export const clockStarted = stepKind({
  kind: "clockStarted",
  kept,
  whyNot: (job, step) => {
    const before = step.needs.map((n) => findStep(job, n)).find((s) => s && !isFinished(job, s.id));
    if (before) return `First: ${before.title}`;
    return soaksDry(job.rig, job.run?.steps ?? [], step)
      ? `${step.unitName} is not full, by the valves that were marked: mark what was turned to fill it, then start the soak`
      : undefined;
  },
  apply: (job, { step }, { at }) => onClock(job, step, { is: "start", at: Date.parse(at) }),
});
