import { reason, ulid, type Of } from "./fields";
import { accept, crew, logKind, refuse } from "./kind";

const kept = { point: ulid, how: reason };
declare module "./kind" {
  interface KeptAsAsked {
    openPointClosed: Of<typeof kept>;
  }
}

export const openPointClosed = logKind({
  kind: "openPointClosed",
  kept,
  may: crew,
  leavesSigned: () => true,
  decide: (job, { point, how }) =>
    job.openPoints.some((p) => p.point === point && !p.closed)
      ? accept({ point, how })
      : refuse("It is closed already"),
  apply: (job, { point, how }, { by, at }) => ({
    ...job,
    openPoints: job.openPoints.map((p) => (p.point === point ? { ...p, closed: { by, at, how } } : p)),
  }),
});
