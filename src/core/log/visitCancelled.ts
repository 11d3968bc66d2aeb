import { reason, ulid, type Of } from "./fields";
import { accept, logKind, office, refuse } from "./kind";

const kept = { visit: ulid, why: reason };
declare module "./kind" {
  interface KeptAsAsked {
    visitCancelled: Of<typeof kept>;
  }
}

export const visitCancelled = logKind({
  kind: "visitCancelled",
  kept,
  may: office,
  leavesSigned: () => true,
  decide: (job, { visit, why }) =>
    job.visits.some((v) => v.visit === visit && !v.cancelled)
      ? accept({ visit, why })
      : refuse("There is no such visit"),
  apply: (job, { visit, why }) => ({
    ...job,
    visits: job.visits.map((v) => (v.visit === visit ? { ...v, cancelled: why } : v)),
  }),
});
