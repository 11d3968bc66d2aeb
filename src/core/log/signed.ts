import { isHandedOver } from "../job/handedOver";
import { blockerSaid, handOverBlockers } from "../job/handOver";
import { hash, line, oneOf, optional, ulid, type Of } from "./fields";
import type { JobState, Mark } from "../job/job";
import { accept, crew, logKind, refuse, type FileNamed, type Stamp } from "./kind";

const asked = { as: oneOf("installer", "householder"), name: line, file: ulid, sha256: hash, head: hash };
const kept = {
  ...asked,
  /** The record as it was signed, printed with this signature; older entries have none. */
  paper: optional(ulid),
  paperSha256: optional(hash),
};
declare module "./kind" {
  interface Asked {
    signed: Of<typeof asked>;
  }
  interface Kept {
    signed: Of<typeof kept>;
  }
}
export type Signature = Of<typeof kept> & Stamp;
/** A record that both signed, before the run was opened again. */
export interface HandOver {
  readonly signatures: readonly Signature[];
  /** When the run was opened again, and by whom. */
  readonly ended: Mark;
}
declare module "../job/job" {
  interface JobState {
    readonly signatures: readonly Signature[];
    /** Earlier records of the job, each signed by both. */
    readonly handOvers: readonly HandOver[];
  }
}

/** What a signature names: its picture, and the paper that it stands on. */
export const signatureFiles: readonly FileNamed[] = [
  { use: "signature", file: "file", sha256: "sha256" },
  { use: "paper", file: "paper", sha256: "paperSha256" },
];
export const RECORD_CHANGED = "The record changed since you opened it. Read it again, then sign";

/** The job with what was signed laid aside: what is done from here on is signed anew. */
export const unsigned = (job: JobState, ended: Mark): JobState =>
  job.signatures.length === 0
    ? job
    : {
        ...job,
        signatures: [],
        handOvers: isHandedOver(job)
          ? [...job.handOvers, { signatures: job.signatures, ended }]
          : job.handOvers,
      };

/** The installer's signature, where nothing was entered since. */
const installerNow = (job: JobState): Signature | undefined =>
  job.signatures.find((s) => s.as === "installer" && s.seq === job.seq);

export const signed = logKind({
  kind: "signed",
  asked,
  kept,
  may: crew,
  names: signatureFiles,
  prints: "record",
  begins: { signatures: [], handOvers: [] },
  leavesSigned: () => true,
  decide: (job, { as, name, file, sha256, head }, { system, paper }) => {
    if (isHandedOver(job)) return refuse("The record is signed already");
    const blocker = handOverBlockers(job)[0];
    if (blocker) return refuse(`Hand-over is blocked: ${blockerSaid(blocker, system)}`);
    const hasSigned = job.signatures.some((s) => s.as === "installer");
    if (as === "householder" && !hasSigned) return refuse("The installer signs first");
    if (as === "householder" && !installerNow(job))
      return refuse("The record changed since the installer signed: the installer signs it again first");
    if (as === "installer" && installerNow(job)) return refuse("Signed already");
    return head === job.head
      ? accept({ as, name, file, sha256, head, paper: paper?.file, paperSha256: paper?.sha256 })
      : refuse(RECORD_CHANGED);
  },
  apply: (job, signature, stamp) => ({
    ...job,
    signatures: [...job.signatures.filter((s) => s.as !== signature.as), { ...signature, ...stamp }],
  }),
});
