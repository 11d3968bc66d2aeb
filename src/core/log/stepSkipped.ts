import { onStep, stepState } from "../job/job";
import { maySkip, skipTakesOffice } from "../run/step";
import { id, reason, type Of } from "./fields";
import { stepKind } from "./steps";

const kept = { step: id, why: reason };
declare module "./kind" {
  interface KeptAsAsked {
    stepSkipped: Of<typeof kept>;
  }
}

export const stepSkipped = stepKind({
  kind: "stepSkipped",
  kept,
  takesOffice: (step) =>
    skipTakesOffice(step) ? "A soak is skipped by a planner or an owner, with the reason" : undefined,
  whyNot: (job, step) => {
    if (!maySkip(step))
      return step.kind === "hold"
        ? "A hold cannot be skipped"
        : "This step proves the water: it cannot be skipped";
    return stepState(job, step.id).done ? "It is done already" : undefined;
  },
  apply: (job, { step, why }, { by, at }) =>
    onStep(job, step, (s) => (s.done || s.skipped ? s : { ...s, skipped: { by, at, why } })),
});
