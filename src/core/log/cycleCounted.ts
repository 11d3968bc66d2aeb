import { id, whole, type Of } from "./fields";
import { onStep, stepState } from "../job/job";
import { accept, crew, logKind, refuse } from "./kind";
import { ofStep } from "./steps";

/** `cycle` is which one, so that two phones counting the same one count it once. */
const kept = { step: id, cycle: whole(1, 20) };
declare module "./kind" {
  interface Asked {
    cycleCounted: Of<typeof kept>;
  }
  interface Kept {
    cycleCounted: Of<typeof kept>;
  }
}

export const cycleCounted = logKind({
  kind: "cycleCounted",
  asked: kept,
  kept,
  may: crew,
  onPhone: true,
  decide: (job, { step: id, cycle }) =>
    ofStep(job, id, (step) => {
      if (!step.cycle) return refuse("This step has no discards");
      return cycle > stepState(job, id).cycles + 1
        ? refuse("Count them one by one")
        : accept({ step: id, cycle });
    }),
  apply: (job, { step, cycle }) => onStep(job, step, (s) => ({ ...s, cycles: Math.max(s.cycles, cycle) })),
});
