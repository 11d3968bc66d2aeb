import { blockerSaid, handOverBlockers, isHandedOver } from "../job/progress";
import { hash, line, oneOf, ulid, type Of } from "./fields";
import type { Mark } from "../job/job";
import { accept, crew, logKind, refuse } from "./kind";

const kept = { as: oneOf("installer", "householder"), name: line, file: ulid, sha256: hash, head: hash };
declare module "./kind" {
  interface KeptAsAsked {
    signed: Of<typeof kept>;
  }
}
export type Signature = Of<typeof kept> & Mark;
declare module "../job/job" {
  interface JobState {
    readonly signatures: readonly Signature[];
  }
}

export const signed = logKind({
  kind: "signed",
  kept,
  may: crew,
  names: "signature",
  begins: { signatures: [] },
  decide: (job, { as, name, file, sha256, head }, { system }) => {
    if (isHandedOver(job)) return refuse("The record is signed already");
    const blocker = handOverBlockers(job)[0];
    if (blocker) return refuse(`Hand-over is blocked: ${blockerSaid(blocker, system)}`);
    if (as === "householder" && !job.signatures.some((s) => s.as === "installer"))
      return refuse("The installer signs first");
    if (job.signatures.some((s) => s.as === as)) return refuse("Signed already");
    return head === job.head
      ? accept({ as, name, file, sha256, head })
      : refuse("The record changed since you opened it. Read it again, then sign");
  },
  apply: (job, signature, { by, at }) => ({
    ...job,
    signatures: [...job.signatures.filter((s) => s.as !== signature.as), { ...signature, by, at }],
  }),
});
