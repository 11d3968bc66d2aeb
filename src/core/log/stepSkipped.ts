import { maySkip } from "../run/step";
import { id, reason, type Of } from "./fields";
import { onStep, stepState } from "../job/job";
import { accept, crew, logKind, refuse } from "./kind";
import { ofStep } from "./steps";

const kept = { step: id, why: reason };
declare module "./kind" {
  interface Asked {
    stepSkipped: Of<typeof kept>;
  }
  interface Kept {
    stepSkipped: Of<typeof kept>;
  }
}

export const stepSkipped = logKind({
  kind: "stepSkipped",
  asked: kept,
  kept,
  may: crew,
  onPhone: true,
  decide: (job, { step: id, why }) =>
    ofStep(job, id, (step) => {
      if (!maySkip(step))
        return refuse(
          step.kind === "hold"
            ? "A hold cannot be skipped"
            : "This step proves the water: it cannot be skipped",
        );
      return stepState(job, id).done ? refuse("It is done already") : accept({ step: id, why });
    }),
  apply: (job, { step, why }, { by, at }) =>
    onStep(job, step, (s) => (s.done || s.skipped ? s : { ...s, skipped: { by, at, why } })),
});
