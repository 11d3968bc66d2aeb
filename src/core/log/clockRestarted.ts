import { stepState } from "../job/job";
import { id, reason, type Of } from "./fields";
import { onClock, stepKind } from "./steps";

const kept = { step: id, why: reason };
declare module "./kind" {
  interface KeptAsAsked {
    clockRestarted: Of<typeof kept>;
  }
}

export const clockRestarted = stepKind({
  kind: "clockRestarted",
  kept,
  whyNot: (job, step) => (stepState(job, step.id).clock ? undefined : "Its clock is not running"),
  apply: (job, { step }, { at }) => onClock(job, step, { is: "restart", at: Date.parse(at) }),
});
