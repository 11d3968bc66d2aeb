import { onStep, stepState } from "../job/job";
import { id, whole, type Of } from "./fields";
import { stepKind } from "./steps";

/** `cycle` is which one, so that two phones counting the same one count it once. */
const kept = { step: id, cycle: whole(1, 20) };
declare module "./kind" {
  interface KeptAsAsked {
    cycleCounted: Of<typeof kept>;
  }
}

export const cycleCounted = stepKind({
  kind: "cycleCounted",
  kept,
  whyNot: (job, step, { cycle }) => {
    if (!step.cycle) return "This step has no discards";
    return cycle > stepState(job, step.id).cycles + 1 ? "Count them one by one" : undefined;
  },
  // Two phones that count the same filling count it once, at the first one's moment.
  apply: (job, { step, cycle }, { at }) =>
    onStep(job, step, (s) =>
      cycle <= s.cycles ? s : { ...s, cycles: cycle, countedAt: [...(s.countedAt ?? []), at] },
    ),
});
