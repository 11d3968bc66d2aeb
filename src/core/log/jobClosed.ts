import { sampleOf } from "../job/followUp";
import { isHandedOver } from "../job/handedOver";
import { isReopened } from "../job/handOver";
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
    if (as === "lost")
      return isHandedOver(job) ? refuse("It was handed over: it is not lost") : accept({ as, why });
    if (isReopened(job)) return refuse("It is open again since the hand-over: settle that first");
    // Closed, nobody would be reminded of it, and its result could not be entered.
    const sample = isHandedOver(job) ? sampleOf(job) : undefined;
    return sample && !sample.result
      ? refuse("The bacteria sample is not in yet: enter its result first")
      : accept({ as, why });
  },
  apply: (job, closed, { by, at }) => ({ ...job, closed: { ...closed, by, at } }),
});
