import { verdictKey } from "../verdict";
import { id, type Of } from "./fields";
import { without } from "../job/job";
import { accept, logKind, office, refuse } from "./kind";

const kept = { at: id, rule: id };
declare module "./kind" {
  interface KeptAsAsked {
    overrideWithdrawn: Of<typeof kept>;
  }
}

export const overrideWithdrawn = logKind({
  kind: "overrideWithdrawn",
  kept,
  may: office,
  touchesDesign: true,
  leavesSigned: () => true,
  decide: (job, { at, rule }) =>
    job.overrides[verdictKey(at, rule)] ? accept({ at, rule }) : refuse("There is no override here"),
  apply: (job, { at, rule }) => ({ ...job, overrides: without(job.overrides, verdictKey(at, rule)) }),
});
