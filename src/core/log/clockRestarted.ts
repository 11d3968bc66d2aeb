import { id, reason, type Of } from "./fields";
import { stepState } from "../job/job";
import { accept, crew, logKind, refuse } from "./kind";
import { ofStep, onClock } from "./steps";

const kept = { step: id, why: reason };
declare module "./kind" {
  interface Asked {
    clockRestarted: Of<typeof kept>;
  }
  interface Kept {
    clockRestarted: Of<typeof kept>;
  }
}

export const clockRestarted = logKind({
  kind: "clockRestarted",
  asked: kept,
  kept,
  may: crew,
  onPhone: true,
  decide: (job, { step: id, why }) =>
    ofStep(job, id, () =>
      stepState(job, id).clock ? accept({ step: id, why }) : refuse("Its clock is not running"),
    ),
  apply: (job, { step }, { at }) => onClock(job, step, { is: "restart", at: Date.parse(at) }),
});
