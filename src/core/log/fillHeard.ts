import { heardOn } from "../job/rigTurns";
import { id, optional, type Of } from "./fields";
import { accept, crew, logKind, refuse } from "./kind";

const kept = { step: optional(id) };
declare module "./kind" {
  /** The sound of filling has stopped. */
  interface KeptAsAsked {
    fillHeard: Of<typeof kept>;
  }
}

export const fillHeard = logKind({
  kind: "fillHeard",
  kept,
  may: crew,
  leavesSigned: () => true,
  decide: (job, { step }) => (job.rig ? accept({ step }) : refuse("This run has no rig")),
  apply: (job) => (job.rig ? { ...job, rig: heardOn(job.rig) } : job),
});
