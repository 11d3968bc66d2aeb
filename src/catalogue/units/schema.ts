import { z } from "../../core/zod";
import { families, unitFigures, type UnitModel } from "../../core/families";
import { parseQuantity, printStated } from "../../core/units";
import { fieldsOf, figureAt } from "./fields";
import { waterKeys } from "../../core/water";
import type { Recipe } from "../../core/run";
import { recipes as brought } from "../recipes";

/** Recipes that a unit may be started by, by their id, with the families they are for. */
export type KnownRecipes = ReadonlyMap<string, Pick<Recipe, "families">>;

/** Recipes that are not there, or are for other families. */
const recipeIssues = (m: UnitModel, recipes: KnownRecipes): Issue[] =>
  m.recipes.flatMap((id): Issue[] => {
    const recipe = recipes.get(id);
    const path = ["recipes"];
    if (!recipe) return [{ path, message: `There is no recipe “${id}”` }];
    return recipe.families.includes(m.family)
      ? []
      : [
          {
            path,
            message: `“${id}” is for ${recipe.families.join(", ") || "the site"}, not for ${m.family}`,
          },
        ];
  });

/** The records that families state, each optional: whether one is needed, its family says. */
const records: Readonly<Record<string, z.ZodType>> = Object.fromEntries(
  families
    .flatMap((f) => Object.entries(f.figures))
    .map(([key, schema]) => [key, schema instanceof z.ZodOptional ? schema : schema.optional()]),
);

type Issue = { readonly path: readonly string[]; readonly message: string };

/** Records that the family cannot do without. */
const missingRecords = (m: UnitModel): Issue[] =>
  Object.entries(families.find((f) => f.id === m.family)!.figures).flatMap(([key, schema]) =>
    schema instanceof z.ZodOptional || m[key as keyof UnitModel] !== undefined
      ? []
      : [{ path: [key], message: `A unit of this family states its ${key} figures` }],
  );

/** Own limits that the family does not have, or that say too little for one that has two ends. */
function limitIssues(m: UnitModel): Issue[] {
  const known: readonly string[] = ["pressure", ...waterKeys];
  return Object.entries(m.limits ?? {}).flatMap(([key, own]): Issue[] => {
    const path = ["limits", key];
    if (!known.includes(key))
      return [{ path, message: `There is no value “${key}”: ${known.join(", ")} are judged` }];
    if (typeof own === "number") return [];
    if (own.min === undefined && own.max === undefined)
      return [{ path, message: "Say the least, the most, or both" }];
    return own.min !== undefined && own.max !== undefined && own.min >= own.max
      ? [{ path, message: "The least is not below the most" }]
      : [];
  });
}

const lossIssues = (m: UnitModel): Issue[] =>
  new Set(m.lossPoints.map(([q]) => q)).size === m.lossPoints.length
    ? []
    : [{ path: ["lossPoints"], message: "Two losses are given for one flow" }];

/** How far the number behind a figure in the maker's words may be from the figure itself, as a part of it. */
const SAME = 1e-6;

/** Figures in the maker's words that say something else than the figure, or belong to none. */
const writtenIssues = (m: UnitModel): Issue[] =>
  Object.entries(m.written ?? {}).flatMap(([path, text]): Issue[] => {
    const field = fieldsOf(m.family).find((f) => f.path === path);
    const figure = field && figureAt(m, field);
    if (field?.kind !== "quantity" || typeof figure !== "number")
      return [{ path: ["written", path], message: `There is no figure “${path}” to write “${text}” for` }];
    const read = parseQuantity(text, field.quantity, { profile: "metric" });
    const same =
      read.ok &&
      read.measured.is === "value" &&
      Math.abs(read.measured.value - figure) <= SAME * Math.abs(figure);
    return same
      ? []
      : [
          {
            path: ["written", path],
            message: `“${text}” is not ${printStated(figure, field.quantity, "metric")}`,
          },
        ];
  });

const unitShape = z.strictObject({
  ...unitFigures,
  family: z.enum(families.map((f) => f.id) as [string, ...string[]]),
  ...records,
});

/**
 * What a unit of the catalogue must state; figures in canonical units. Built from the figures of all
 * families. `recipes` are those that it may name.
 */
export const unitSchemaWith = (recipes: KnownRecipes): z.ZodType<UnitModel> =>
  unitShape.superRefine((unit, ctx) => {
    const m = unit as unknown as UnitModel;
    const own = families.find((f) => f.id === m.family)!.faults?.(m) ?? [];
    for (const { path, message } of [
      ...missingRecords(m),
      ...own,
      ...limitIssues(m),
      ...lossIssues(m),
      ...writtenIssues(m),
      ...recipeIssues(m, recipes),
    ])
      ctx.addIssue({ code: "custom", path: [...path], message });
  }) as unknown as z.ZodType<UnitModel>;

/** The same, with the recipes that Brant brings along. */
export const unitSchema: z.ZodType<UnitModel> = unitSchemaWith(brought);
