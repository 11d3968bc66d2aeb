import type { UnitModel } from "../../core/families";
import { unitList } from "./list";

export { unitSchema, unitSchemaWith, type KnownRecipes } from "./schema";
export * from "./fields";

/** Every unit by its code, the house's line first. */
export const unitModels: ReadonlyMap<string, UnitModel> = new Map(unitList.map((m) => [m.code, m]));
