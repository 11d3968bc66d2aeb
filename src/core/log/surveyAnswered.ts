import { readAnswer } from "../site/answer";
import { pairFault } from "../site/pairs";
import type { SurveyAnswer } from "../site/survey";
import { id, measured, optional, system, text, type Of } from "./fields";
import { without, type JobState, type Mark } from "../job/job";
import { accept, crew, logKind, refuse } from "./kind";

/** `seen`: the answer that its writer saw there, as it was written. */
const asked = { field: id, text: text(12_000), profile: system, seen: optional(text(12_000)) };
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

interface Standing {
  readonly text: string;
  readonly by: string;
}

/** Who answered a field meanwhile, where it is not as a writer saw it. */
function meanwhile(job: JobState, field: string, seen: string | undefined): Standing | undefined {
  const text = job.answers[field]?.text ?? "";
  if (seen === undefined || seen === text) return undefined;
  return { text, by: job.answered[field]?.by.name ?? "Somebody" };
}

/**
 * A count that was changed meanwhile is changed once more, by as much as its writer meant (`2` over `0` is
 * two more).
 */
const countedOn = (stands: string, seen: string, asked: string): string =>
  asked === "" || stands === ""
    ? asked
    : String(Math.max(0, Number(stands) + Number(asked) - Number(seen || 0)));

export const surveyAnswered = logKind({
  kind: "surveyAnswered",
  asked,
  kept,
  may: crew,
  touchesDesign: true,
  begins: { answers: {}, answered: {} },
  leavesSigned: () => true,
  decide: (job, { field: name, text: asked, profile, seen }, { office }) => {
    const field = office().knowledge.fields.get(name);
    if (!field) return refuse("The survey does not ask this");
    const other = meanwhile(job, name, seen);
    if (other && other.text !== asked && field.kind !== "count")
      return {
        ...refuse(
          `${other.by} ${other.text === "" ? "took this answer out" : "answered this"} meanwhile`,
          field.id,
        ),
        stands: other.text,
      };
    const text = other && field.kind === "count" ? countedOn(other.text, seen!, asked) : asked;
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
