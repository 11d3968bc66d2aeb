import { openAddendum } from "../job/progress";
import { hash, line, optional, ulid, type Of } from "./fields";
import { accept, crew, logKind, refuse } from "./kind";

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
  names: [
    { use: "signature", file: "file", sha256: "sha256" },
    { use: "paper", file: "paper", sha256: "paperSha256" },
  ],
  prints: "addendum",
  leavesSigned: () => true,
  decide: (job, { addendum, name, file, sha256, head }, { paper }) => {
    if (openAddendum(job)?.addendum !== addendum) return refuse("This addendum is not open");
    return head === job.head
      ? accept({ addendum, name, file, sha256, head, paper: paper?.file, paperSha256: paper?.sha256 })
      : refuse("The record changed since you opened it. Read it again, then sign");
  },
  apply: (job, { addendum, name, file, paper }, { by, at }) => ({
    ...job,
    addenda: job.addenda.map((a) =>
      a.addendum === addendum ? { ...a, signed: { by, at, name, file, paper } } : a,
    ),
  }),
});
