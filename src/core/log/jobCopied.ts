import type { SurveyAnswer } from "../site/survey";
import { modelKey } from "../families/modelKey";
import { designUnits, id, line, map, measured, object, optional, text, type Of } from "./fields";
import { accept, logKind, office, refuse } from "./kind";

const kept = {
  from: object({ id, name: line }),
  answers: map(object({ text: text(12_000), measured: optional(measured) }), 40),
  units: designUnits,
};
declare module "./kind" {
  interface KeptAsAsked {
    jobCopied: Of<typeof kept>;
  }
}
declare module "../job/job" {
  interface JobState {
    /** The job that it began as a copy of. */
    readonly copiedFrom?: { readonly id: string; readonly name: string };
  }
}

export const jobCopied = logKind({
  kind: "jobCopied",
  kept,
  may: office,
  touchesDesign: true,
  decide: (job, { from, answers, units }, { office }) => {
    if (job.designSeq > 0)
      return refuse("Survey or design of this job have begun: only a new job begins as a copy");
    const { fields, models } = office().knowledge;
    const strange = units.find((u) => !models.has(modelKey(u)));
    if (strange) return refuse(`${strange.model} is not in the catalogue`);
    const asked = Object.entries(answers).filter(([field]) => fields.has(field));
    return accept({ from, answers: Object.fromEntries(asked), units });
  },
  apply: (job, { from, answers, units }, mark) => ({
    ...job,
    copiedFrom: from,
    answers: answers as Readonly<Record<string, SurveyAnswer>>,
    answered: Object.fromEntries(Object.keys(answers).map((field) => [field, { by: mark.by, at: mark.at }])),
    units,
  }),
});
