import { id, label, line, optional, text, type Of } from "./fields";
import type { Mark } from "../job/job";
import { accept, crew, logKind, refuse } from "./kind";

const asked = {
  unit: id,
  what: label(40, "Say what the number is of"),
  label: line,
  text: label(80, "Enter what is on the label"),
  step: optional(id),
};
const kept = { ...asked, unitName: text(20) };
declare module "./kind" {
  interface Asked {
    serialRecorded: Of<typeof asked>;
  }
  interface Kept {
    serialRecorded: Of<typeof kept>;
  }
}
export type SerialNumber = Of<typeof kept> & Mark;
declare module "../job/job" {
  interface JobState {
    readonly serials: readonly SerialNumber[];
  }
}

export const serialRecorded = logKind({
  kind: "serialRecorded",
  asked,
  kept,
  may: crew,
  begins: { serials: [] },
  decide: (job, { unit, what, label, text, step }) => {
    const governing = job.revisions.find((r) => r.revision === job.run?.revision)?.units ?? job.units;
    const unitName = governing.find((u) => u.key === unit)?.model;
    return unitName
      ? accept({ unit, unitName, what, label, text, step })
      : refuse("This unit is not in the design");
  },
  apply: (job, serial, { by, at }) => ({
    ...job,
    serials: [
      ...job.serials.filter((s) => !(s.unit === serial.unit && s.what === serial.what)),
      { ...serial, by, at },
    ],
  }),
});
