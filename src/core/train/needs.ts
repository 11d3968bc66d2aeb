import { answersOf } from "../families";
import { lower } from "../units";
import type { Verdict } from "../verdict";
import {
  isAbove,
  needIds,
  needKind,
  totalHardness,
  type Findings,
  type NeedFacts,
  type NeedId,
  type NeedKind,
  type Water,
} from "../water";
import { rule, type Rule } from "../words";
import type { Station } from "./station";

/** What a need's verdict says where nothing answers it. */
function unanswered(id: NeedId): string {
  if (id === "disinfection") return "nothing disinfects";
  if (id === "softener") return "nothing treats it";
  if (id === "neutraliser") return "nothing raises it";
  if (id === "cysts") return "nothing holds them back";
  if (needKind(id).atTap) return "no RO is planned";
  return "nothing takes it out";
}
const remedyOf = (id: NeedId): string => {
  if (id === "disinfection") return "UV last, after its pre-treatment";
  return id === "softener" ? "A softener, or a salt-free conditioner" : needKind(id).what;
};
/** Left unanswered it makes people ill. */
const isUnsafe = (id: NeedId): boolean => id === "disinfection" || id === "cysts";
const BOIL = "Do not drink untreated: boil or use bottled water.";

const ruleFor = (id: NeedId): Rule<NeedFacts> =>
  rule<NeedFacts>(`need-${id}`, {
    reason: (facts, say, level) =>
      level === "Unknown"
        ? `not known ${needKind(id).whether}`
        : `${needKind(id).because(facts, say)}, and ${unanswered(id)}`,
    remedy: (_f, _say, level) => (level === "Unknown" ? "Test or measure it" : remedyOf(id)),
    caution: (_f, _say, level) =>
      isUnsafe(id) && level === "Stop"
        ? BOIL
        : needKind(id).atTap && level === "Check"
          ? (needKind(id).note ?? "")
          : "",
  });
const rules = new Map(needIds.map((id) => [id, ruleFor(id)]));
export const needRules = [...rules.values()];

/** The rule under which a need is judged. */
export const needRuleId = (id: NeedId): string => `need-${id}`;
/** Is a rule that of a need. */
export const isNeedRule = (id: string): boolean => needRules.some((r) => r.id === id);

/** Needs that the feed limits of the unit concerned say already. */
const judgedByLimits: ReadonlySet<NeedId> = new Set<NeedId>(["soft-before-ro"]);

/**
 * Where needs are asked: the water that reaches the house, and whether the design has outlets of its own,
 * which are judged on their water.
 */
export interface NeedPlaces {
  readonly house: Water;
  readonly outlets: boolean;
}

/**
 * Is a need answered: at the drinking tap by an outlet, which is judged on its own water; in the house by
 * what some unit of its line does, or because the water behind the line is within the limit. What stands at
 * one faucet or appliance answers nothing for the house (handbook 10, ruling 2).
 */
function isAnswered(id: NeedId, line: readonly Station[], { house, outlets }: NeedPlaces): boolean {
  if (needKind(id).atTap && outlets) return true;
  if (line.some((s) => answersOf(s.model).includes(id))) return true;
  return isNeedMet(id, house);
}

/** Is the water itself known to be within a need's limit, so that nothing needs to answer it. */
export function isNeedMet(id: NeedId, water: Water): boolean {
  const { limit } = needKind(id);
  return limit !== undefined && isWithin(water, limit);
}

/** Is the water known to be within a need's limit. */
function isWithin(water: Water, { key, above, below }: NonNullable<NeedKind["limit"]>): boolean {
  const measured = water[key];
  if (above !== undefined) return isAbove(measured, above) === false;
  return below !== undefined && (lower(measured) ?? -Infinity) >= below;
}

/**
 * Every need of the water that nothing in the train answers: Check, without disinfection Stop; Unknown
 * where a test is missing (handbook 10, ruling 5). Where nothing stands in the house's line, a missing test
 * of the house's water keeps nothing open.
 */
export function judgeNeeds(findings: Findings, stations: readonly Station[], at: NeedPlaces): Verdict[] {
  const line = stations.filter((s) => s.placement.connects === "line");
  const open = (id: NeedId) => !judgedByLimits.has(id) && !isAnswered(id, line, at);
  // Where nothing disinfects at all, cysts need no word of their own.
  const alsoCysts = isAnswered("disinfection", line, at);
  const ofHouse = line.length > 0 || stations.length === 0;
  const unmet = findings.needs
    .filter(({ need }) => open(need) && (need !== "cysts" || alsoCysts))
    .map(({ need, ...facts }) => rules.get(need)!.at(isUnsafe(need) ? "Stop" : "Check", facts));
  // A range that has the limit inside it is no missing test: what it may come to is judged at its ends.
  const unknown = findings.open
    .filter(({ need, spans }) => !spans && open(need) && (ofHouse || needKind(need).atTap))
    .map(({ need, missing }) =>
      rules.get(need)!.unknown(
        {},
        missing.map((m) => `water.${m}`),
      ),
    );
  return [...unmet, ...unknown];
}

export const houseHardness = rule<Record<string, never>>("house-hardness", {
  reason: () => "hardness at the house is not known",
  remedy: () => "Test or measure it",
});

/** Hardness at the house where a unit answers the need without making the water soft. */
export function judgeHouseHardness(stations: readonly Station[], house: Water): Verdict[] {
  const treated = stations.some((s) => answersOf(s.model).includes("softener"));
  return treated && totalHardness(house) === undefined ? [houseHardness.unknown({}, ["water.hardness"])] : [];
}
