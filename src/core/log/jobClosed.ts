import { handOverBlockers, isHandedOver } from "../job/progress";
import { oneOf, reason, type Of } from "./fields";
import type { Mark } from "../job/job";
import { accept, logKind, office, refuse } from "./kind";

const kept = { as: oneOf("done", "lost"), why: reason };
declare module "./kind" {
  interface KeptAsAsked {
    jobClosed: Of<typeof kept>;
  }
}
declare module "../job/job" {
  interface JobState {
    /** Nothing more is to be done at it: it was done, or somebody else got it. Absent while it is open. */
    readonly closed?: Of<typeof kept> & Mark;
  }
}

export const jobClosed = logKind({
  kind: "jobClosed",
  kept,
  may: office,
  leavesSigned: () => true,
  decide: (job, { as, why }) => {
    if (job.run && as === "lost" && isHandedOver(job)) return refuse("It was handed over: it is not lost");
    const isOpen = isHandedOver(job) && handOverBlockers(job).length > 0;
    return isOpen && as === "done"
      ? refuse("It is open again since the hand-over: settle that first")
      : accept({ as, why });
  },
  apply: (job, closed, { by, at }) => ({ ...job, closed: { ...closed, by, at } }),
});
