import { isAfterSigning } from "../job/handedOver";
import { reason, ulid, type Of } from "./fields";
import { accept, logKind, office, refuse } from "./kind";

const kept = { reading: ulid, why: reason };
declare module "./kind" {
  interface KeptAsAsked {
    readingOverridden: Of<typeof kept>;
  }
}

export const readingOverridden = logKind({
  kind: "readingOverridden",
  kept,
  may: office,
  leavesSigned: (job, { reading }) =>
    isAfterSigning(
      job,
      job.readings.find((r) => r.reading === reading),
    ),
  decide: (job, { reading: id, why }) => {
    const reading = job.readings.find((r) => r.reading === id);
    if (!reading) return refuse("There is no such reading");
    return reading.verdict.level === "Good"
      ? refuse("It is Good: there is nothing to override")
      : accept({ reading: id, why });
  },
  apply: (job, { reading, why }, { by, at }) => ({
    ...job,
    readings: job.readings.map((r) => (r.reading === reading ? { ...r, override: { by, at, why } } : r)),
  }),
});
