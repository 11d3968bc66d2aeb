import { answersOf } from "../families";
import type { Verdict } from "../verdict";
import {
  isAbove,
  needIds,
  needKind,
  totalHardness,
  type Findings,
  type NeedFacts,
  type NeedId,
  type Water,
} from "../water";
import { rule, type Rule } from "../words";
import type { Station } from "./station";

/** What a need's verdict says where nothing answers it. */
function unanswered(id: NeedId): string {
  if (id === "disinfection") return "nothing disinfects";
  if (id === "softener") return "nothing treats it";
  if (needKind(id).atTap) return "no RO is planned";
  return "nothing takes it out";
}
const remedyOf = (id: NeedId): string => {
  if (id === "disinfection") return "UV last, after its pre-treatment";
  return id === "softener" ? "A softener, or a salt-free conditioner" : needKind(id).what;
};
const BOIL = "Do not drink untreated: boil or use bottled water.";

const ruleFor = (id: NeedId): Rule<NeedFacts> =>
  rule<NeedFacts>(`need-${id}`, {
    reason: (facts, say, level) =>
      level === "Unknown"
        ? `not known ${needKind(id).whether}`
        : `${needKind(id).because(facts, say)}, and ${unanswered(id)}`,
    remedy: (_f, _say, level) => (level === "Unknown" ? "Test or measure it" : remedyOf(id)),
    caution: (_f, _say, level) =>
      id === "disinfection" && level === "Stop"
        ? BOIL
        : needKind(id).atTap && level === "Check"
          ? (needKind(id).note ?? "")
          : "",
  });
const rules = new Map(needIds.map((id) => [id, ruleFor(id)]));
export const needRules = [...rules.values()];

/** The rule under which a need is judged. */
export const needRuleId = (id: NeedId): string => `need-${id}`;

/** Needs that the feed limits of the unit concerned say already. */
const judgedByLimits: ReadonlySet<NeedId> = new Set<NeedId>(["soft-before-ro"]);

/** Is a need answered: by what some unit is, or because the water that reaches the house is within its limit. */
function isAnswered(id: NeedId, stations: readonly Station[], house: Water): boolean {
  if (stations.some((s) => answersOf(s.model).includes(id))) return true;
  const limit = needKind(id).limit;
  if (!limit) return false;
  const behind = [
    house,
    ...stations.filter((s) => s.model.branch && needKind(id).atTap).map((s) => s.waterOut),
  ];
  return behind.some((water) => isAbove(water[limit.key], limit.above) === false);
}

/**
 * Every need of the water that nothing in the train answers: Check, without disinfection Stop; Unknown where a test is missing (handbook 10, ruling 5).
 */
export function judgeNeeds(findings: Findings, stations: readonly Station[], house: Water): Verdict[] {
  const open = (id: NeedId) => !judgedByLimits.has(id) && !isAnswered(id, stations, house);
  const unmet = findings.needs
    .filter(({ need }) => open(need))
    .map(({ need, ...facts }) => rules.get(need)!.at(need === "disinfection" ? "Stop" : "Check", facts));
  // A range that has the limit inside it is no missing test: what it may come to is judged at its ends.
  const unknown = findings.open
    .filter(({ need, spans }) => !spans && open(need))
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
