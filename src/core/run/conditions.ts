import { placementsOf, type Connects, type PlacedUnit, type UnitModel } from "../families";
import type { Arrangement } from "../rig";
import type { SurveyAnswers } from "../site";
import { pathOf, stated } from "./figures";
import type { ComposeInput } from "./input";
import type { RecipeStep, StepCondition } from "./recipe";

/** The unit that a step is about, and how it connects; neither for a step of the site. */
export interface Where {
  readonly model?: UnitModel;
  readonly connects?: Connects;
}

/** How the units of a job connect (handbook 9); a design without units is a bypass in the house's line. */
export function connectsOf(units: readonly PlacedUnit[]): ReadonlySet<Connects> {
  const kinds = [...placementsOf(units).values()].map((placed) => placed.connects);
  return new Set<Connects>(kinds.length === 0 ? ["line"] : kinds);
}

/**
 * Must the house's own valve be shut: for the line always, at a stop that does not hold, and for an
 * appliance unless a valve of its branch is known to stand ahead (handbook 9, Where a unit connects).
 */
export function isHouseShut(kinds: ReadonlySet<Connects>, answers: SurveyAnswers): boolean {
  if (kinds.has("line")) return true;
  const atStop = kinds.has("sink") || kinds.has("supply");
  if (atStop && answers["sink.coldStop"]?.text === "no") return true;
  return kinds.has("appliance") && answers["appliance.valve"]?.text !== "yes";
}

/** Can the house be fed past the units in its line: by a way round them, or because each has a head of its own. */
export function canFeedPast(arrangement: Arrangement, units: readonly PlacedUnit[]): boolean {
  if (arrangement !== "heads") return arrangement === "threeValve";
  const placed = placementsOf(units);
  const line = units.filter(({ unit }) => placed.get(unit.key)!.connects === "line");
  return line.every(({ model }) => model.head !== undefined);
}

/** What was answered to a question, its options one by one where several could be chosen; unanswered is "unknown". */
const chosen = (answers: SurveyAnswers, field: string): string[] =>
  (answers[field]?.text || "unknown").split(",");

/** Families of what stands before a unit in the design, the unit's own stages among them. */
function aheadOf(units: ComposeInput["units"], model: UnitModel | undefined): string[] {
  const at = units.findIndex((u) => u.model === model);
  const own = model?.family === "uv" && model.effects.includes("sediment") ? ["cartridge"] : [];
  return [...own, ...units.slice(0, Math.max(at, 0)).map((u) => u.model.family)];
}

/**
 * Does a condition hold of a job? Throws where a figure is compared that the unit does not state: unknown
 * is neither much nor little.
 */
function conditionHolds(c: StepCondition, input: ComposeInput, where: Where): boolean {
  const { answers, source, tankOpen, units, arrangement, schools } = input;
  const { model, connects } = where;
  if ("any" in c) return c.any.some((one): boolean => conditionHolds(one, input, where));
  if ("families" in c) return units.some((u) => c.families.includes(u.model.family));
  if ("ahead" in c) return aheadOf(units, model).some((family) => c.ahead.includes(family));
  if ("noneAhead" in c) return !aheadOf(units, model).some((family) => c.noneAhead.includes(family));
  if ("units" in c) return units.length > 0 === c.units;
  if ("joins" in c) return (input.joins !== undefined) === c.joins;
  if ("school" in c) return c.is.includes(schools[c.school] ?? "");
  if ("present" in c) return c.present.some((kind) => connectsOf(units).has(kind));
  if ("absent" in c) return !c.absent.some((kind) => connectsOf(units).has(kind));
  if ("bypass" in c) return c.bypass === canFeedPast(arrangement, units);
  if ("arrangement" in c) return c.arrangement.includes(arrangement);
  if ("at" in c) return connects !== undefined && c.at.includes(connects);
  if ("houseShut" in c) return isHouseShut(connectsOf(units), answers) === c.houseShut;
  if ("source" in c) return c.source.includes(source);
  if ("tankOpen" in c) return c.tankOpen === tankOpen;
  if ("survey" in c) return chosen(answers, c.survey).some((option) => c.is.includes(option));
  if ("atLeast" in c) return stated(model, c.unit) >= c.atLeast;
  if ("below" in c) return stated(model, c.unit) < c.below;
  const figure = model && pathOf(model, c.unit);
  if ("isNot" in c) return !c.isNot.includes(figure as string | boolean);
  return "has" in c ? (figure !== undefined) === c.has : c.is.includes(figure as string | boolean);
}

/** Does a step belong to a job: every condition holds where it stands. */
export const belongs = (step: RecipeStep, input: ComposeInput, where: Where): boolean =>
  (step.when ?? []).every((c) => conditionHolds(c, input, where));
