import type { Recipe } from "../run/recipe";
import type { SurveyField } from "../site";
import type { TrainInput, TrainSchools, UnitModel } from "../train";

/** Catalogue and settings as a decision needs them, handed in so that the core knows no data of its own. */
export interface Knowledge {
  readonly fields: ReadonlyMap<string, SurveyField>;
  readonly models: ReadonlyMap<string, UnitModel>;
  readonly recipes: ReadonlyMap<string, Recipe>;
  readonly siteRecipe: Recipe;
  readonly tables: TrainInput["tables"];
  readonly schools: TrainSchools;
}
