import type { PlanTag, SurveyAnswers, SurveyField } from "./survey";

/** What a plan holds; undefined while nothing is planned: then everything may matter. */
export type Plan = ReadonlySet<PlanTag> | undefined;

/** Does a question follow from the answers so far. */
export const follows = (field: SurveyField, answers: SurveyAnswers): boolean =>
  !field.when ||
  (answers[field.when.field]?.text ?? "").split(",").some((option) => field.when!.is.includes(option));

/** Does a question matter for what is planned. */
export const matters = (field: SurveyField, plan: Plan): boolean =>
  plan === undefined || field.for === undefined || field.for.some((tag) => plan.has(tag));

/** Is a question asked: it follows from the answers, and matters for what is planned. */
export const isAsked = (field: SurveyField, answers: SurveyAnswers, plan: Plan): boolean =>
  follows(field, answers) && matters(field, plan);

/** How many of the questions that matter are answered, and how many there are. */
export function surveyProgress(
  fields: readonly SurveyField[],
  answers: SurveyAnswers,
  plan: Plan,
): { readonly known: number; readonly asked: number } {
  const asked = fields.filter((f) => isAsked(f, answers, plan));
  return { known: asked.filter((f) => answers[f.id]).length, asked: asked.length };
}
