import { onStep } from "../job/job";
import { joinsNow } from "../job/joins";
import { isFinished } from "../job/progress";
import { id, line, list, oneOf, optional, type Of } from "./fields";
import { stepKind } from "./steps";

/** `found`: as the gauge, the tug or the mark shows it; what is wrong is made again, and looked at again. */
const kept = {
  step: id,
  joints: list(id, 400),
  found: oneOf("right", "wrong"),
  note: optional(line),
};
declare module "./kind" {
  interface KeptAsAsked {
    jointsChecked: Of<typeof kept>;
  }
}

export const jointsChecked = stepKind({
  kind: "jointsChecked",
  kept,
  whyNot: (job, step, { joints }) => {
    if (isFinished(job, step.id)) return "This step is finished: undo it first";
    const own = new Set(joinsNow(job, step).flatMap((alike) => alike.joints.map((j) => j.id)));
    const isOwn = joints.length > 0 && joints.every((j) => own.has(j));
    return isOwn ? undefined : "That joint is not made at this step";
  },
  apply: (job, { step, joints, found, note }, { by, at }) =>
    onStep(job, step, (s) => ({ ...s, joints: [...(s.joints ?? []), { joints, found, note, by, at }] })),
});
