import type { UnitModel } from "../../../core/families";
import { drinkingFits, type Fitted } from "./drinking";
import { lineFits } from "./line";

const fits: Readonly<Record<string, Fitted>> = { ...lineFits, ...drinkingFits };

/** A unit with how it is fitted and started. */
export const fitted = (model: UnitModel): UnitModel => {
  const own = fits[model.code];
  if (!own) return model;
  const waterL = model.waterL ?? own.waterL;
  return { ...model, ...own, ...(waterL === undefined ? {} : { waterL }) };
};
