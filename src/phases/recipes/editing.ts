import { cautions } from "@/catalogue/cautions";
import { nameable } from "@/catalogue/recipes/nameable";
import { sampleHouses } from "@/catalogue/samples";
import type { Knowledge } from "@/core/job";
import { readingKinds } from "@/core/readings";
import type { Recipe } from "@/core/run";
import { recipeTexts } from "@/core/run/recipeForm";
import { unitsFor } from "./trial";

/** What the form of a recipe begins with, and what its fields are chosen from. */
export function editingOf(recipe: Recipe, known: Knowledge) {
  const units = unitsFor(recipe, known).map((m) => ({ id: m.code, label: `${m.code}, ${m.name}` }));
  return {
    initial: { ...recipeTexts(recipe), unit: units[0]?.id ?? "", house: sampleHouses[0]!.id },
    choices: {
      cautions: Object.keys(cautions),
      readings: [...readingKinds.keys()],
      figures: [...new Set(recipe.families.flatMap((f) => nameable.figuresOf(f) ?? []))],
    },
    units,
    houses: sampleHouses.map(({ id, label }) => ({ id, label })),
  };
}
