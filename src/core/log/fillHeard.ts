import { heardOn } from "../job/runRig";
import { id, optional, type Of } from "./fields";
import { accept, crew, logKind, refuse } from "./kind";

const kept = { step: optional(id) };
declare module "./kind" {
  interface Asked {
    fillHeard: Of<typeof kept>;
  }
  /** The sound of filling has stopped. */
  interface Kept {
    fillHeard: Of<typeof kept>;
  }
}

export const fillHeard = logKind({
  kind: "fillHeard",
  asked: kept,
  kept,
  may: crew,
  onPhone: true,
  decide: (job, { step }) => (job.rig ? accept({ step }) : refuse("This run has no rig")),
  apply: (job) => (job.rig ? { ...job, rig: heardOn(job.rig) } : job),
});
