import { onStep } from "../job/job";
import { isFinished } from "../job/progress";
import { id, reason, type Of } from "./fields";
import { stepKind } from "./steps";

const kept = { step: id, why: reason };
declare module "./kind" {
  interface KeptAsAsked {
    stepUndone: Of<typeof kept>;
  }
}

export const stepUndone = stepKind({
  kind: "stepUndone",
  kept,
  whyNot: (job, step) => {
    if (!isFinished(job, step.id)) return "It is not finished";
    const later = job.run?.steps.find((s) => s.needs.includes(step.id) && isFinished(job, s.id));
    return later && `“${later.title}” rests on it: undo that first`;
  },
  apply: (job, { step }) => onStep(job, step, (s) => ({ ...s, done: undefined, skipped: undefined })),
});
