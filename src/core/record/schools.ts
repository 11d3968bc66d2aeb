import type { Knowledge } from "../job";

/** The option chosen for each question on which installers differ: a revision's own over the company's. */
export const chosenSchools = (
  own: Readonly<Record<string, string>>,
  { schoolChoices }: Knowledge,
): Record<string, string> => ({
  ...Object.fromEntries(schoolChoices.map((s) => [s.id, s.company])),
  ...own,
});

/** What each chosen option says at a step. */
export const saidBySchools = (
  own: Readonly<Record<string, string>>,
  knowledge: Knowledge,
): Record<string, string> => {
  const chosen = chosenSchools(own, knowledge);
  return Object.fromEntries(
    knowledge.schoolChoices.flatMap(({ id, options }) => {
      const says = options.find((o) => o.id === chosen[id])?.says;
      return says === undefined ? [] : [[id, says] as const];
    }),
  );
};
