import { id, reason, type Of } from "./fields";
import { onStep, stepState } from "../job/job";
import { accept, crew, logKind, refuse } from "./kind";
import { ofStep } from "./steps";

const kept = { step: id, why: reason };
declare module "./kind" {
  interface Asked {
    soakKept: Of<typeof kept>;
  }
  /** A disturbed soak goes on, with a reason. */
  interface Kept {
    soakKept: Of<typeof kept>;
  }
}

export const soakKept = logKind({
  kind: "soakKept",
  asked: kept,
  kept,
  may: crew,
  onPhone: true,
  decide: (job, { step: id, why }) =>
    ofStep(job, id, (step) =>
      step.soak && stepState(job, id).clock ? accept({ step: id, why }) : refuse("No soak is running here"),
    ),
  apply: (job, { step, why }, { by, at }) =>
    onStep(job, step, (s) => ({ ...s, kept: [...s.kept, { by, at, why }] })),
});
