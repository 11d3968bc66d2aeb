import { unitModels } from "@/catalogue/units";
import type { UnitModel } from "@/core/families";
import { recipes as broughtRecipes, siteRecipe } from "@/catalogue/recipes";
import type { Recipe } from "@/core/run";
import {
  catalogueMark,
  ownCatalogue,
  type OwnCatalogue,
  type RecipeRow,
  type RetiredRow,
  type VersionRow,
} from "@/data/queries/catalogue";
import { now } from "./clock";
import { database } from "./database";

interface Kept extends OwnCatalogue {
  readonly mark: string;
  readonly checked: number;
}
const kept = globalThis as typeof globalThis & { brantUnits?: Kept };
/** For so long what other instances wrote may be unseen; a version once seen never changes. */
const STALE_MS = 2000;

/** The company's own versions and what it no longer offers; `fresh` asks the database in any case. */
export async function ownEntries(fresh = false): Promise<Kept> {
  const had = kept.brantUnits;
  if (had && !fresh && now() - had.checked < STALE_MS) return had;
  const mark = await catalogueMark(database());
  kept.brantUnits =
    had?.mark === mark
      ? { ...had, checked: now() }
      : { mark, checked: now(), ...(await ownCatalogue(database())) };
  return kept.brantUnits;
}

export interface UnitLine {
  /** Newest first. */ readonly versions: readonly UnitModel[];
  readonly retired?: RetiredRow;
  readonly own: readonly VersionRow[];
}

const lines = new WeakMap<readonly VersionRow[], ReadonlyMap<string, UnitLine>>();

/**
 * Every unit with all its versions, by code: those Brant brings along, then the company's. The same map
 * while the catalogue has not changed.
 */
export async function catalogueUnits(fresh = false): Promise<ReadonlyMap<string, UnitLine>> {
  const own = await ownEntries(fresh);
  const had = lines.get(own.versions);
  if (had) return had;
  const made = unitLines(own);
  lines.set(own.versions, made);
  return made;
}

function unitLines({ versions, retired }: Kept): ReadonlyMap<string, UnitLine> {
  const codes = [...new Set([...unitModels.keys(), ...versions.map((v) => v.code)])];
  return new Map(
    codes.map((code) => {
      const own = versions.filter((v) => v.code === code);
      const brought = unitModels.get(code);
      const gone = retired.find((r) => r.code === code);
      return [
        code,
        {
          versions: [...own.map((v) => v.figures).reverse(), ...(brought ? [brought] : [])],
          own,
          retired: gone,
        },
      ] as const;
    }),
  );
}

/** The number that a unit's next version gets. */
export const nextVersion = (line: UnitLine | undefined): number =>
  line?.versions[0] ? (line.versions[0].version ?? 1) + 1 : 1;

export interface RecipeLine {
  /** Newest first. */ readonly versions: readonly Recipe[];
  /** Oldest first. */ readonly own: readonly RecipeRow[];
}

const recipeLines = new WeakMap<readonly RecipeRow[], ReadonlyMap<string, RecipeLine>>();

/**
 * Every recipe with all its versions, by id, the site's first: those Brant brings along, then the
 * company's. The same map while the catalogue has not changed.
 */
export async function catalogueRecipes(fresh = false): Promise<ReadonlyMap<string, RecipeLine>> {
  const { recipes } = await ownEntries(fresh);
  const had = recipeLines.get(recipes);
  if (had) return had;
  const brought = new Map([[siteRecipe.id, siteRecipe], ...broughtRecipes]);
  const ids = [...new Set([...brought.keys(), ...recipes.map((r) => r.recipe.id)])];
  const made = new Map(
    ids.map((id) => {
      const own = recipes.filter((r) => r.recipe.id === id);
      const first = brought.get(id);
      return [
        id,
        { versions: [...own.map((r) => r.recipe).reverse(), ...(first ? [first] : [])], own },
      ] as const;
    }),
  );
  recipeLines.set(recipes, made);
  return made;
}

/** The newest version of each recipe, the site's apart. */
export function newestRecipes(lines: ReadonlyMap<string, RecipeLine>): {
  readonly site: Recipe;
  readonly recipes: ReadonlyMap<string, Recipe>;
} {
  const newest = new Map([...lines].map(([id, { versions }]) => [id, versions[0]!] as const));
  const site = newest.get(siteRecipe.id)!;
  newest.delete(siteRecipe.id);
  return { site, recipes: newest };
}

/** Ids of the recipes that are for a family. */
export async function recipesFor(family: string): Promise<string[]> {
  const { recipes } = newestRecipes(await catalogueRecipes());
  return [...recipes.values()].filter((r) => r.families.includes(family)).map((r) => r.id);
}
