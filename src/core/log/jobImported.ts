import { optional, text, whole, type Of } from "./fields";
import type { Mark } from "../job/job";
import { logKind, refuse } from "./kind";

const kept = {
  /** Public key that signed the bundle; absent where nobody did. */
  signedBy: optional(text(80)),
  /** How many entries came with it: what stands behind them was written here. */
  upTo: whole(1, 20_000),
};
declare module "./kind" {
  interface KeptAsAsked {
    jobImported: Of<typeof kept>;
  }
}
declare module "../job/job" {
  interface JobState {
    /** Who brought the job, or more of it, in from another Brant, and by whose signature. */
    readonly imported: readonly (Mark & Of<typeof kept>)[];
  }
}

/** The server notes it when a bundle has come in; nobody asks for it. */
export const jobImported = logKind({
  kind: "jobImported",
  kept,
  may: [],
  begins: { imported: [] },
  decide: () => refuse("Only an import notes that a job was imported"),
  apply: (job, kept, { by, at }) => ({ ...job, imported: [...job.imported, { by, at, ...kept }] }),
});
