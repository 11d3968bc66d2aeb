import { readAnswer } from "../site/answer";
import type { SurveyAnswer } from "../site/survey";
import { answer, date, list, map, object, oneOf, optional, system, text, ulid, type Of } from "./fields";
import type { Mark } from "../job/job";
import { accept, crew, logKind, refuse } from "./kind";

const report = {
  report: ulid,
  source: oneOf("form", "paste", "file"),
  lab: optional(text(120)),
  sampled: optional(date),
  /** Lines of the report that no question asks for, as they were written. */
  left: list(object({ label: text(200), raw: text(200) }), 300),
};
const asked = { ...report, values: map(text(200), 80), profile: system };
const kept = { ...report, values: map(answer, 80) };
declare module "./kind" {
  interface Asked {
    labReportTaken: Of<typeof asked>;
  }
  /** A laboratory's report, or a water test of one's own: its values become the survey's. */
  interface Kept {
    labReportTaken: Of<typeof kept>;
  }
}
export type LabReport = Of<typeof kept> & Mark;
declare module "../job/job" {
  interface JobState {
    /** Water tests in the order they were taken in. */
    readonly reports: readonly LabReport[];
  }
}

export const labReportTaken = logKind({
  kind: "labReportTaken",
  asked,
  kept,
  may: crew,
  touchesDesign: true,
  begins: { reports: [] },
  leavesSigned: () => true,
  decide: (_job, { values: written, profile, ...rest }, { office }) => {
    const { fields: questions } = office().knowledge;
    const values: Record<string, SurveyAnswer> = {};
    const fields: Record<string, string> = {};
    for (const [name, text] of Object.entries(written)) {
      const field = name.startsWith("water.") ? questions.get(name) : undefined;
      if (!field) {
        fields[name] = "A water test does not ask this";
        continue;
      }
      const read = readAnswer(field, text, profile);
      if (!read.ok) fields[name] = read.error;
      else if (read.answer.text !== "") values[name] = read.answer;
    }
    if (Object.keys(fields).length > 0) return { ok: false, error: "Some values could not be read", fields };
    if (Object.keys(values).length === 0) return refuse("Enter at least one value");
    const { report, source, lab, sampled, left } = rest;
    return accept({ report, source, lab: lab || undefined, sampled, left, values });
  },
  apply: (job, report, { by, at }) => {
    if (job.reports.some((r) => r.report === report.report)) return job;
    const marks = Object.keys(report.values).map((field) => [field, { by, at }] as const);
    return {
      ...job,
      reports: [...job.reports, { ...report, by, at }],
      answers: { ...job.answers, ...report.values },
      answered: { ...job.answered, ...Object.fromEntries(marks) },
    };
  },
});
