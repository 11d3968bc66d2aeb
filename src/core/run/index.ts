export * from "./step";
export * from "./clock";
export * from "./compose";
export type { Recipe, RecipeStep } from "./recipe";
export * from "./conditions";
export { outletsOf } from "./outlets";
export { tapsFor } from "./taps";
export { portLine } from "./figures";
export type { ComposeInput } from "./input";
