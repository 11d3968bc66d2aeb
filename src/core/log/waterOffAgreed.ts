import { moment, type Of } from "./fields";
import { accept, crew, logKind, refuse } from "./kind";

const kept = { from: moment, to: moment };
declare module "./kind" {
  /** Hours in which the household agreed to have no water. */
  interface KeptAsAsked {
    waterOffAgreed: Of<typeof kept>;
  }
}
declare module "../job/job" {
  interface JobState {
    readonly waterOffs: readonly Of<typeof kept>[];
  }
}
const THREE_DAYS = 3 * 86_400_000;

export const waterOffAgreed = logKind({
  kind: "waterOffAgreed",
  kept,
  may: crew,
  begins: { waterOffs: [] },
  leavesSigned: () => true,
  decide: (_job, { from, to }) => {
    const length = Date.parse(to) - Date.parse(from);
    if (length <= 0) return refuse("Water comes back before it goes off: check the times", "to");
    return length > THREE_DAYS ? refuse("At most three days", "to") : accept({ from, to });
  },
  apply: (job, hours) => ({ ...job, waterOffs: [...job.waterOffs, hours] }),
});
