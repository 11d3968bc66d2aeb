import { arrangements, type Arrangement } from "../plumbing/shutOffs";
import { faultsOf } from "../rig/faults";
import type { Rig } from "../rig/rig";
import { CHANGED_MEANWHILE } from "./design";
import { line, oneOf, optional, rig, whole, yesNo, type Of } from "./fields";
import { accept, logKind, office, refuse } from "./kind";

const kept = {
  arrangement: oneOf(...arrangements),
  drainCock: yesNo,
  /** The rig as somebody changed it, in place of the composed one. */
  own: optional(rig),
  what: line,
};
const asked = { ...kept, seen: whole(0, 1_000_000) };
declare module "./kind" {
  interface Asked {
    bypassChosen: Of<typeof asked>;
  }
  /** How the train can be passed by. */
  interface Kept {
    bypassChosen: Of<typeof kept>;
  }
}
declare module "../job/job" {
  interface JobState {
    /** How the train can be passed by, where somebody chose. */
    readonly bypass?: {
      readonly arrangement: Arrangement;
      readonly drainCock: boolean;
      readonly own?: Rig;
    };
  }
}

export const bypassChosen = logKind({
  kind: "bypassChosen",
  asked,
  kept,
  may: office,
  touchesDesign: true,
  leavesSigned: () => true,
  decide: (job, { arrangement, drainCock, own, what, seen }) => {
    if (seen !== job.designSeq) return refuse(CHANGED_MEANWHILE);
    if (job.run) return refuse("The run has started: its rig stays as it was then");
    const fault = own ? faultsOf(own)[0] : undefined;
    return fault
      ? refuse(`This rig does not hang together: ${fault}`)
      : accept({ arrangement, drainCock, what, own });
  },
  apply: (job, { arrangement, drainCock, own }) => ({
    ...job,
    bypass: { arrangement, drainCock, own },
  }),
});
