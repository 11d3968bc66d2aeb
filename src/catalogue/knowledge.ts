import { modelKey } from "../core/families";
import type { UnitModel } from "../core/families";
import type { Knowledge } from "../core/job/knowledge";

import { demandTables } from "./demand";
import { tapPractice, type TapSettings } from "../core/water";
import { fittings } from "./fittings";
import { joints } from "./joints";
import { feedLimits, tapLimitsWith } from "./limits";
import { pipes } from "./pipes";
import { recipes as brought, siteRecipe } from "./recipes";
import type { Recipe } from "../core/run/recipe";
import type { AnchorLoads } from "../core/site";
import { defaultSchools, schools, trainSchools } from "./schools";
import { surveyFields } from "./survey";
import { unitModels } from "./units";

const offeredOf = (models: Iterable<UnitModel>): UnitModel[] => [
  ...new Map(
    [...models].sort((a, b) => (a.version ?? 1) - (b.version ?? 1)).map((m) => [m.code, m]),
  ).values(),
];

/** What a company's catalogue and settings are, as plain data. */
export interface Catalogue {
  readonly schools?: Readonly<Record<string, string>>;
  readonly roDiscards?: number;
  readonly models?: readonly UnitModel[];
  readonly offered?: readonly UnitModel[];
  readonly recipes?: ReadonlyMap<string, Recipe>;
  readonly site?: Recipe;
  readonly tap?: TapSettings;
  readonly anchors?: AnchorLoads;
}

/**
 * The whole catalogue as the core's decisions take it, with the company's schools. `models` are all
 * versions of its units, `offered` those for new designs; without them the units that Brant brings along.
 * `recipes` are the newest versions of units' recipes and `site` that of the site's; without them those
 * that Brant brings along.
 */
export function knowledgeWith({
  schools: chosen = defaultSchools,
  roDiscards = 2,
  models = [...unitModels.values()],
  offered = offeredOf(models),
  recipes = brought,
  site = siteRecipe,
  tap = tapPractice,
  anchors = {},
}: Catalogue = {}): Knowledge {
  return {
    fields: surveyFields,
    models: new Map(models.map((m) => [modelKey({ model: m.code, version: m.version }), m])),
    offered,
    recipes,
    siteRecipe: site,
    fittings: [...fittings.values()],
    joints,
    anchors,
    schoolChoices: schools.map((s) => ({
      id: s.id,
      question: s.question,
      options: s.options,
      company: chosen[s.id] ?? s.fallback,
    })),
    schoolsWith: (own) => trainSchools({ ...chosen, ...own }, roDiscards),
    tables: { demand: demandTables, limits: feedLimits, tap: tapLimitsWith(tap), pipes },
  };
}
