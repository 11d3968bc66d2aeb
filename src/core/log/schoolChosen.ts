import { id, reason, text, type Of } from "./fields";
import { without, type Mark } from "../job/job";
import { accept, logKind, office, refuse } from "./kind";

const kept = { school: id, option: text(40), why: reason };
declare module "./kind" {
  /** A job's own school over the company's; an empty option goes back to it. */
  interface KeptAsAsked {
    schoolChosen: Of<typeof kept>;
  }
}
export interface ChosenSchool {
  readonly option: string;
  readonly why: string;
  readonly mark: Mark;
}
declare module "../job/job" {
  interface JobState {
    /** Schools chosen for this job over the company's. */
    readonly schools: Readonly<Record<string, ChosenSchool>>;
  }
}

export const schoolChosen = logKind({
  kind: "schoolChosen",
  kept,
  may: office,
  touchesDesign: true,
  begins: { schools: {} },
  leavesSigned: () => true,
  decide: (_job, { school, option, why }, { office }) => {
    const found = office().knowledge.schoolChoices.find((s) => s.id === school);
    if (!found) return refuse("This is no question of schools");
    return option === "" || found.options.some((o) => o.id === option)
      ? accept({ school, option, why })
      : refuse("Choose one of the answers offered", "option");
  },
  apply: (job, { school, option, why }, { by, at }) => ({
    ...job,
    schools:
      option === ""
        ? without(job.schools, school)
        : { ...job.schools, [school]: { option, why, mark: { by, at } } },
  }),
});
