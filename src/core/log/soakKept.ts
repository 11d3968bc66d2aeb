import { onStep, stepState } from "../job/job";
import { id, reason, type Of } from "./fields";
import { stepKind } from "./steps";

/** A disturbed soak goes on, with a reason. */
const kept = { step: id, why: reason };
declare module "./kind" {
  interface KeptAsAsked {
    soakKept: Of<typeof kept>;
  }
}

export const soakKept = stepKind({
  kind: "soakKept",
  kept,
  whyNot: (job, step) => (step.soak && stepState(job, step.id).clock ? undefined : "No soak is running here"),
  apply: (job, { step, why }, { by, at }) =>
    onStep(job, step, (s) => ({ ...s, kept: [...s.kept, { by, at, why }] })),
});
