import { id, type Of } from "./fields";
import { stepState } from "../job/job";
import { accept, crew, logKind, refuse } from "./kind";
import { ofStep, onClock } from "./steps";

const kept = { step: id };
declare module "./kind" {
  interface Asked {
    clockPaused: Of<typeof kept>;
  }
  interface Kept {
    clockPaused: Of<typeof kept>;
  }
}

export const clockPaused = logKind({
  kind: "clockPaused",
  asked: kept,
  kept,
  may: crew,
  onPhone: true,
  decide: (job, { step: id }) =>
    ofStep(job, id, (step) => {
      if (!stepState(job, id).clock) return refuse("Its clock is not running");
      return step.soak
        ? refuse("A soak is not paused: opening a valve restarts it, or needs a written reason")
        : accept({ step: id });
    }),
  apply: (job, { step }, { at }) => onClock(job, step, { is: "pause", at: Date.parse(at) }),
});
