import { reason, type Of } from "./fields";
import { accept, logKind, office, refuse } from "./kind";

const kept = { why: reason };
declare module "./kind" {
  interface KeptAsAsked {
    jobReopened: Of<typeof kept>;
  }
}

export const jobReopened = logKind({
  kind: "jobReopened",
  kept,
  may: office,
  leavesSigned: () => true,
  takesClosed: true,
  decide: (job, { why }) => (job.closed ? accept({ why }) : refuse("It is open")),
  apply: ({ closed: _, ...job }) => job,
});
