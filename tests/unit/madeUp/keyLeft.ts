import type { Mark } from "@/core/job";
import { line, type Of } from "@/core/log/fields";
import { accept, crew, logKind, refuse } from "@/core/log/kind";

const kept = { where: line };
declare module "@/core/log/kind" {
  interface KeptAsAsked {
    keyLeft: Of<typeof kept>;
  }
}
declare module "@/core/job/job" {
  interface JobState {
    readonly key?: Of<typeof kept> & Mark;
  }
}

/** A kind of log entry that no job needs: where the key of the house was left. */
export const keyLeft = logKind({
  kind: "keyLeft",
  kept,
  may: crew,
  decide: (job, { where }) =>
    job.key?.where === where ? refuse("It lies there already", "where") : accept({ where }),
  apply: (job, key, { by, at }) => ({ ...job, key: { ...key, by, at } }),
});
