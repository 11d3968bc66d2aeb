import { openAddendum } from "../job/handedOver";
import { blockerSaid, handOverBlockers } from "../job/handOver";
import { hash, line, optional, ulid, type Of } from "./fields";
import { accept, crew, logKind, refuse } from "./kind";
import { RECORD_CHANGED, signatureFiles } from "./signed";

const asked = { addendum: ulid, name: line, file: ulid, sha256: hash, head: hash };
const kept = { ...asked, paper: optional(ulid), paperSha256: optional(hash) };
declare module "./kind" {
  interface Asked {
    addendumSigned: Of<typeof asked>;
  }
  interface Kept {
    addendumSigned: Of<typeof kept>;
  }
}

export const addendumSigned = logKind({
  kind: "addendumSigned",
  asked,
  kept,
  may: crew,
  names: signatureFiles,
  prints: "addendum",
  leavesSigned: () => true,
  decide: (job, { addendum, name, file, sha256, head }, { paper, system }) => {
    if (openAddendum(job)?.addendum !== addendum) return refuse("This addendum is not open");
    // What was found since is no work of the record: it has a run or a newer look of its own.
    const undone = handOverBlockers(job).find((b) => b.is !== "reading");
    if (undone) return refuse(`Not signed: ${blockerSaid(undone, system)}`);
    return head === job.head
      ? accept({ addendum, name, file, sha256, head, paper: paper?.file, paperSha256: paper?.sha256 })
      : refuse(RECORD_CHANGED);
  },
  apply: (job, { addendum, name, file, paper }, { by, at }) => ({
    ...job,
    addenda: job.addenda.map((a) =>
      a.addendum === addendum ? { ...a, signed: { by, at, name, file, paper } } : a,
    ),
  }),
});
