import type { Knowledge } from "../core/record";
import type { TrainSchools } from "../core/train";
import { demandTables } from "./demand";
import { feedLimits } from "./limits";
import { pipes } from "./pipes";
import { recipes, siteRecipe } from "./recipes";
import { trainSchools } from "./schools";
import { surveyFields } from "./survey";
import { unitModels } from "./units";

export const defaultTrainSchools: TrainSchools = trainSchools({}, 2);

/** The whole catalogue as the core's decisions take it, with the company's schools. */
export function knowledgeWith(schools: TrainSchools): Knowledge {
  return {
    fields: surveyFields, models: unitModels, recipes, siteRecipe, schools,
    tables: { demand: demandTables, limits: feedLimits, pipe: (pipe, size) => { const found = pipes[pipe]; const idMm = found?.idMm[size]; return found && idMm ? { C: found.C, idMm } : undefined; } },
  };
}
