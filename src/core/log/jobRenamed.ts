import { line, text, type Of } from "./fields";
import { accept, logKind, office } from "./kind";

const kept = { name: line, place: line, about: text(300) };
declare module "./kind" {
  interface KeptAsAsked {
    jobRenamed: Of<typeof kept>;
  }
}

export const jobRenamed = logKind({
  kind: "jobRenamed",
  kept,
  may: office,
  leavesSigned: () => true,
  decide: (_job, { name, place, about }) => accept({ name, place, about }),
  apply: (job, names) => ({ ...job, ...names }),
});
