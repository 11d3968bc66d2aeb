import type { RecipeStep } from "../../core/run/recipe";

const atFirst = (throttled: string) =>
  `Feed at ${throttled}: everything ahead of {unit} dry, then {unit} itself? Then at full pressure: every joint dry to a paper towel?`;

/** Asks, at the first water of a unit, whether it is dry: before it soaks, flushes, fills or regenerates (handbook 9, rule 2). */
export const dry = {
  id: "dry",
  stage: "start",
  kind: "check",
  title: "Is {unit} dry?",
  why: "Most leaks show in the first minutes, while somebody stands beside them.",
  work: 3,
  water: "on",
  check: { question: atFirst("a quarter") },
  cautions: ["standClear"],
} satisfies RecipeStep;

/** The same of a chamber, which is filled at half. */
export const chamberDry = { ...dry, check: { question: atFirst("half") } } satisfies RecipeStep;

/** The same of a unit at a stop, its faucet shut. */
export const dryAtStop = {
  ...dry,
  stage: "branch",
  goal: { want: "stand", positions: { faucet: "closed", valve: "open" } },
} satisfies RecipeStep;

/** The same of what is screwed on a faucet or rides on another unit's line, where there is no valve to open by degrees. */
export const threadDry = {
  ...dry,
  stage: "branch",
  check: { question: "Water on slowly: thread, gasket and every joint of {unit} dry to a paper towel?" },
} satisfies RecipeStep;
