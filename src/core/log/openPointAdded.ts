import { date, id, line, optional, ulid, type Of } from "./fields";
import type { Mark } from "../job/job";
import { accept, crew, logKind } from "./kind";

const kept = {
  point: ulid,
  text: line,
  who: line,
  due: optional(date),
  /** The step at which something was found wrong. */ step: optional(id),
};
declare module "./kind" {
  interface KeptAsAsked {
    openPointAdded: Of<typeof kept>;
  }
}
export type OpenPoint = Of<typeof kept> & Mark & { readonly closed?: Mark & { readonly how: string } };
declare module "../job/job" {
  interface JobState {
    readonly openPoints: readonly OpenPoint[];
  }
}

export const openPointAdded = logKind({
  kind: "openPointAdded",
  kept,
  may: crew,
  onPhone: true,
  begins: { openPoints: [] },
  leavesSigned: () => true,
  decide: (_job, { point, text, who, due, step }) => accept({ point, text, who, due, step }),
  apply: (job, point, { by, at }) => ({
    ...job,
    openPoints: [...job.openPoints.filter((p) => p.point !== point.point), { ...point, by, at }],
  }),
});
