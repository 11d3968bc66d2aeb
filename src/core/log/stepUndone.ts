import { isFinished } from "../job/progress";
import { id, reason, type Of } from "./fields";
import { onStep } from "../job/job";
import { accept, crew, logKind, refuse } from "./kind";
import { ofStep } from "./steps";

const kept = { step: id, why: reason };
declare module "./kind" {
  interface Asked {
    stepUndone: Of<typeof kept>;
  }
  interface Kept {
    stepUndone: Of<typeof kept>;
  }
}

export const stepUndone = logKind({
  kind: "stepUndone",
  asked: kept,
  kept,
  may: crew,
  onPhone: true,
  decide: (job, { step: id, why }) =>
    ofStep(job, id, () => {
      if (!isFinished(job, id)) return refuse("It is not finished");
      const later = job.run?.steps.find((s) => s.needs.includes(id) && isFinished(job, s.id));
      return later ? refuse(`“${later.title}” rests on it: undo that first`) : accept({ step: id, why });
    }),
  apply: (job, { step }) => onStep(job, step, (s) => ({ ...s, done: undefined, skipped: undefined })),
});
