import type { Recipe } from "../../core/run/recipe";
import {
  booster,
  faucetDiverter,
  iceMaker,
  inLine,
  leakStop,
  manualSoftener,
  pointFilter,
  roCountertop,
  roDirect,
  roHighOutput,
  roTank,
  shower,
  uvPoint,
} from "./drinkingWater";
import { carbonTank, cartridgeRack, conditioner, scaleControl, softener, uv, uvRack } from "./wholeHouse";

export { siteRecipe } from "./site";
export const recipes: ReadonlyMap<string, Recipe> = new Map(
  [
    cartridgeRack,
    carbonTank,
    conditioner,
    scaleControl,
    softener,
    uv,
    uvRack,
    roTank,
    booster,
    roDirect,
    roHighOutput,
    roCountertop,
    uvPoint,
    pointFilter,
    inLine,
    iceMaker,
    leakStop,
    faucetDiverter,
    shower,
    manualSoftener,
  ].map((r) => [r.id, r]),
);
