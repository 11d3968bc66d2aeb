import type { Recipe } from "../../core/run/recipe";
import { booster, manualSoftener, pointFilter, roDirect, roHighOutput, roTank, uvPoint } from "./drinkingWater";
import { carbonTank, cartridgeRack, conditioner, scaleControl, softener, uv } from "./wholeHouse";

export { siteRecipe } from "./site";
export const recipes: ReadonlyMap<string, Recipe> = new Map([cartridgeRack, carbonTank, conditioner, scaleControl, softener, uv, roTank, booster, roDirect, roHighOutput, uvPoint, pointFilter, manualSoftener].map((r) => [r.id, r]));
