import type { UnitModel } from "../../core/families";
import { drinkingWater } from "./drinkingWater";
import { wholeHouse } from "./wholeHouse";

export { unitSchema } from "./schema";
export * from "./fields";

/** Every unit by its code, the house's line first. */
export const unitModels: ReadonlyMap<string, UnitModel> = new Map(
  [...wholeHouse, ...drinkingWater].map((m) => [m.code, m]),
);
