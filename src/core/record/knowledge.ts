import type { Recipe } from "../run/recipe";
import type { SurveyField } from "../site";
import type { DesignUnit, TrainInput, TrainSchools, UnitModel } from "../train";

/** Catalogue and settings as a decision needs them, handed in so that the core knows no data of its own. */
export interface Knowledge {
  readonly fields: ReadonlyMap<string, SurveyField>;
  /** Every version of every unit that was ever in the catalogue, by `modelKey`. */
  readonly models: ReadonlyMap<string, UnitModel>;
  /** The newest version of each unit that is offered for new designs. */
  readonly offered: readonly UnitModel[];
  readonly recipes: ReadonlyMap<string, Recipe>;
  readonly siteRecipe: Recipe;
  readonly tables: TrainInput["tables"];
  /** Questions on which installers differ, with what may be chosen and what the company chose. */
  readonly schoolChoices: readonly {
    readonly id: string;
    readonly question: string;
    readonly options: readonly { readonly id: string; readonly label: string }[];
    readonly company: string;
    readonly used: boolean;
  }[];
  /** What judgements take from the company's schools with a job's own over them. */
  readonly schoolsWith: (chosen: Readonly<Record<string, string>>) => TrainSchools;
}

/** The key of one version of a unit's figures; the first has the bare code. */
export const modelKey = (unit: Pick<DesignUnit, "model" | "version">): string =>
  unit.version === undefined || unit.version === 1 ? unit.model : `${unit.model}@${unit.version}`;
