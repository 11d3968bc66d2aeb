import { nameable } from "@/catalogue/recipes/nameable";
import { sampleHouses, sampleOf, type SampleHouse } from "@/catalogue/samples";
import type { UnitModel } from "@/core/families";
import type { Knowledge } from "@/core/job";
import { knowledgeTrying, rehearse, type Rehearsal } from "@/core/record";
import { clockOf, sayStep, type Recipe, type Step } from "@/core/run";
import { recipeFaults } from "@/core/run/recipeFaults";
import { stepName } from "@/core/run/recipeForm";
import type { UnitSystem } from "@/core/units";

/** A step as the trial of a recipe shows it. */
export interface ShownStep {
  readonly id: string;
  readonly own: boolean;
  readonly kind: string;
  readonly stage: string;
  readonly title: string;
  readonly why: string;
  readonly asks?: string;
  readonly details: readonly string[];
  /** Minutes of hands, and those that a clock takes by itself. */
  readonly work: number;
  readonly clock?: number;
}
export interface Trial {
  readonly steps: readonly ShownStep[];
  readonly stuck?: { readonly title: string; readonly reason: string };
}

/** Units that a recipe is for, those that are started by it first. */
export const unitsFor = ({ id, families }: Recipe, known: Knowledge): readonly UnitModel[] =>
  known.offered
    .filter((m) => families.length === 0 || families.includes(m.family))
    .toSorted((a, b) => Number(b.recipes.includes(id)) - Number(a.recipes.includes(id)));

/** A sample house by its id; the first where there is no such house. */
export const houseOf = (id: string | undefined): SampleHouse =>
  sampleHouses.find((h) => h.id === id) ?? sampleHouses[0]!;

const rehearsed = (recipe: Recipe, unit: UnitModel, house: SampleHouse, known: Knowledge): Rehearsal =>
  rehearse(sampleOf(unit, house), knowledgeTrying(known, recipe, unit));

function shown(step: Step, isOwn: boolean, system: UnitSystem): ShownStep {
  const { question, statement, why, details } = sayStep(step, system);
  const clock = clockOf(step);
  return {
    id: step.id,
    own: isOwn,
    kind: step.kind,
    stage: step.stage,
    title: step.title,
    why,
    asks: question ?? statement,
    details: details ?? [],
    work: step.work,
    clock: clock === undefined ? undefined : clock / 60_000,
  };
}

/**
 * A recipe's steps as they would come for a unit in a sample house, woven into those of the site, and where
 * the run would stop. Takes up to a second: for a thread.
 */
export function tried(
  recipe: Recipe,
  {
    unit,
    house,
    known,
    system,
  }: { unit: UnitModel; house: SampleHouse; known: Knowledge; system: UnitSystem },
): Trial {
  const { steps, stuck } = rehearsed(recipe, unit, house, known);
  const isOwn = (s: Step) => (recipe.families.length === 0 ? s.unit === undefined : s.unit === "u1");
  return { steps: steps.map((s) => shown(s, isOwn(s), system)), stuck };
}

/** With so many of its units a recipe is rehearsed before it is kept. */
const MOST_UNITS = 4;

/**
 * Why a recipe cannot be kept, by the names of its form: what it names that is not there, and where a run
 * by it would lock. Takes seconds: for a thread.
 */
export function refusals(
  recipe: Recipe,
  unit: UnitModel | undefined,
  known: Knowledge,
): Readonly<Record<string, string>> {
  const at = (step: string | undefined, path: string) => (step === undefined ? path : stepName(step, path));
  const faults = recipeFaults(recipe, nameable);
  if (faults.length > 0)
    return Object.fromEntries(faults.toReversed().map((f) => [at(f.step, f.path), f.reason]));
  const own = unitsFor(recipe, known).filter(
    (m) => recipe.families.length === 0 || m.recipes.includes(recipe.id),
  );
  const models = [...new Set([...(unit ? [unit] : []), ...own])].slice(0, MOST_UNITS);
  for (const model of models)
    for (const house of sampleHouses) {
      const { stuck } = rehearsed(recipe, model, house, known);
      if (!stuck) continue;
      const step = recipe.steps.find((s) => stuck.step.endsWith(`.${s.id}`));
      const reason = `With ${model.code}, ${house.label.toLowerCase()}, the run stops at “${stuck.title}”. ${stuck.reason}`;
      return { [at(step?.id, step ? "title" : "order")]: reason };
    }
  return {};
}
