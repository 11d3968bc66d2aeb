import { id, line, moment, object, ulid, type Of } from "./fields";
import { accept, logKind, office, refuse } from "./kind";

const kept = {
  visit: ulid,
  from: moment,
  to: moment,
  person: object({ id, name: line }),
  what: line,
};
declare module "./kind" {
  interface KeptAsAsked {
    visitPlanned: Of<typeof kept>;
  }
}
export type Visit = Of<typeof kept> & { readonly cancelled?: string };
declare module "../job/job" {
  interface JobState {
    readonly visits: readonly Visit[];
  }
}

export const visitPlanned = logKind({
  kind: "visitPlanned",
  kept,
  may: office,
  begins: { visits: [] },
  leavesSigned: () => true,
  decide: (_job, { visit, from, to, person, what }) =>
    Date.parse(to) > Date.parse(from)
      ? accept({ visit, from, to, person, what })
      : refuse("A visit ends after it begins", "to"),
  apply: (job, visit) => ({
    ...job,
    visits: [...job.visits.filter((v) => v.visit !== visit.visit), visit],
  }),
});
