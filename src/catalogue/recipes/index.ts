import type { Recipe } from "../../core/run/recipe";
import { unitRecipes } from "./list";

export { siteRecipe } from "./site";

/** The recipes of units by their id. */
export const recipes: ReadonlyMap<string, Recipe> = new Map(unitRecipes.map((r) => [r.id, r]));
