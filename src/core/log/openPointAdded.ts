import { date, id, line, oneOf, optional, ulid, type Of } from "./fields";
import type { Mark } from "../job/job";
import { accept, crew, logKind } from "./kind";

const kept = {
  point: ulid,
  text: line,
  who: line,
  due: optional(date),
  /** The step at which something was found wrong. */
  step: optional(id),
  /** What an authority has to give, or to look at. */
  is: optional(oneOf("permit", "inspection")),
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
  begins: { openPoints: [] },
  leavesSigned: () => true,
  decide: (_job, { point, text, who, due, step, is }) => accept({ point, text, who, due, step, is }),
  apply: (job, point, { by, at }) => ({
    ...job,
    openPoints: [...job.openPoints.filter((p) => p.point !== point.point), { ...point, by, at }],
  }),
});
