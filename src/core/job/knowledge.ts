import type { CatalogueFitting } from "../plumbing/fittings";
import type { JointKind, JointRule } from "../plumbing/joint";
import type { Recipe } from "../run/recipe";
import type { AnchorLoads, SurveyField } from "../site";
import type { UnitModel } from "../families";
import type { DesignKnowledge } from "../train";

/** Catalogue and settings as a decision needs them, handed in so that the core knows no data of its own. */
export interface Knowledge extends DesignKnowledge {
  readonly fields: ReadonlyMap<string, SurveyField>;
  /** The newest version of each unit that is offered for new designs. */
  readonly offered: readonly UnitModel[];
  readonly recipes: ReadonlyMap<string, Recipe>;
  readonly siteRecipe: Recipe;
  readonly fittings: readonly CatalogueFitting[];
  readonly joints: ReadonlyMap<JointKind, JointRule>;
  readonly anchors: AnchorLoads;
  /** Questions on which installers differ, with what may be chosen and what the company chose. */
  readonly schoolChoices: readonly {
    readonly id: string;
    readonly question: string;
    /** `says`: what a step says where it is chosen. */
    readonly options: readonly { readonly id: string; readonly label: string; readonly says?: string }[];
    readonly company: string;
  }[];
}
