export * from "./step";
export * from "./clock";
export * from "./compose";
export type { Recipe, RecipeStep } from "./recipe";
