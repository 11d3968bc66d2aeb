import { stepState } from "../job/job";
import { id, type Of } from "./fields";
import { onClock, stepKind } from "./steps";

const kept = { step: id };
declare module "./kind" {
  interface KeptAsAsked {
    clockPaused: Of<typeof kept>;
  }
}

export const clockPaused = stepKind({
  kind: "clockPaused",
  kept,
  whyNot: (job, step) => {
    if (!stepState(job, step.id).clock) return "Its clock is not running";
    return step.soak
      ? "A soak is not paused: opening a valve restarts it, or needs a written reason"
      : undefined;
  },
  apply: (job, { step }, { at }) => onClock(job, step, { is: "pause", at: Date.parse(at) }),
});
