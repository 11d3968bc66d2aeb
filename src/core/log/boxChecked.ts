import { findStep, onStep, stepState } from "../job/job";
import { id, line, oneOf, type Of } from "./fields";
import { stepKind } from "./steps";

/** `what`: a thing that its unit's box should hold. */
const kept = { step: id, unit: id, what: line, found: oneOf("missing", "there") };
declare module "./kind" {
  interface KeptAsAsked {
    boxChecked: Of<typeof kept>;
  }
}

export const boxChecked = stepKind({
  kind: "boxChecked",
  kept,
  whyNot: (job, step, { unit, what, found }) => {
    const holds = step.boxes?.find((box) => box.unit === unit)?.holds ?? [];
    if (!holds.includes(what)) return "That is in no box that is opened at this step";
    const isMissing = (stepState(job, step.id).missing ?? []).some((m) => m.unit === unit && m.what === what);
    return isMissing === (found === "missing") ? "That is said already" : undefined;
  },
  apply: (job, { step, unit, what, found }, { by, at }) => {
    const code = findStep(job, step)?.boxes?.find((box) => box.unit === unit)?.code;
    return onStep(job, step, (s) => {
      const others = (s.missing ?? []).filter((m) => m.unit !== unit || m.what !== what);
      const added = found === "missing" ? [{ unit, code: code ?? unit, what, by, at }] : [];
      return { ...s, missing: [...others, ...added] };
    });
  },
});
