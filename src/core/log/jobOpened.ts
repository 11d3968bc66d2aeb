import { line, text, type Of } from "./fields";
import type { Mark } from "../job/job";
import { accept, logKind, office, refuse } from "./kind";

const kept = { name: line, place: line, about: text(300) };
declare module "./kind" {
  interface KeptAsAsked {
    jobOpened: Of<typeof kept>;
  }
}
declare module "../job/job" {
  interface JobState {
    readonly name: string;
    readonly place: string;
    readonly about: string;
    readonly opened?: Mark;
  }
}

export const jobOpened = logKind({
  kind: "jobOpened",
  kept,
  may: office,
  begins: { name: "", place: "", about: "" },
  decide: (job, { name, place, about }) =>
    job.seq > 0 ? refuse("This job is open already") : accept({ name, place, about }),
  apply: (job, kept, { by, at }) => ({ ...job, ...kept, opened: { by, at } }),
});
