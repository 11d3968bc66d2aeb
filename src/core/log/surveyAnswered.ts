import { readAnswer } from "../site/answer";
import { pairFault } from "../site/pairs";
import type { SurveyAnswer } from "../site/survey";
import { id, measured, optional, system, text, type Of } from "./fields";
import { without, type Mark } from "../job/job";
import { accept, crew, logKind, refuse } from "./kind";

const asked = { field: id, text: text(12_000), profile: system };
const kept = { field: id, text: text(12_000), measured: optional(measured) };
declare module "./kind" {
  interface Asked {
    surveyAnswered: Of<typeof asked>;
  }
  interface Kept {
    surveyAnswered: Of<typeof kept>;
  }
}
declare module "../job/job" {
  interface JobState {
    readonly answers: Readonly<Record<string, SurveyAnswer>>;
    readonly answered: Readonly<Record<string, Mark>>;
  }
}

export const surveyAnswered = logKind({
  kind: "surveyAnswered",
  asked,
  kept,
  may: crew,
  touchesDesign: true,
  begins: { answers: {}, answered: {} },
  leavesSigned: () => true,
  decide: (job, { field: name, text, profile }, { office }) => {
    const field = office().knowledge.fields.get(name);
    if (!field) return refuse("The survey does not ask this");
    const read = readAnswer(field, text, profile);
    if (!read.ok) return refuse(read.error, field.id);
    const fault = pairFault(job.answers, field.id, read.answer, profile);
    return fault ? refuse(fault, field.id) : accept({ field: field.id, ...read.answer });
  },
  apply: (job, { field, ...answer }, { by, at }) => ({
    ...job,
    answers: answer.text === "" ? without(job.answers, field) : { ...job.answers, [field]: answer },
    answered: { ...job.answered, [field]: { by, at } },
  }),
});
