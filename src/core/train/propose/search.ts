import { judgeLimit, limitFor, waterAfter, type UnitModel } from "../../families";
import { upper, value } from "../../units";
import type { Level, Verdict } from "../../verdict";
import { needIds, needKind, totalHardness, type Findings, type NeedId, type Water } from "../../water";
import type { Ground, TrainInput } from "../ground";
import { carbonBehind } from "../house";
import { beforeFirst, judgeHouse, type Reached } from "../judge";
import { houseHardness, needRuleId } from "../needs";
import { BACTERIA, outletRules, toldOfOutlet } from "../outlets";
import type { Station } from "../station";
import { branchesOn, noBranch, type Branches } from "./branch";
import {
  CLEARED,
  FINE,
  leastFor,
  metAfter,
  metBy,
  mostOf,
  NEED_GROUPS,
  optionsOf,
  SOFT_FOR_RO,
  treated,
  withoutWorse,
  type Option,
} from "./options";
import { placingOn, plainPressureOf, type PlainPressure, type Placing } from "./placing";
import type { Prices } from "./running";
import { add, less, scoreOf, sum, UNSAFE, zero, type Score } from "./score";

export interface ProposeInput extends Omit<TrainInput, "units"> {
  readonly catalogue: readonly UnitModel[];
  /** Put an RO on the drinking-water branch. */
  readonly withRo: boolean;
  /** Units in the house's line at most. */
  readonly maxUnits: number;
  readonly prices: Prices;
  /** Trains wanted, each of another structure. */
  readonly keep: number;
  /** After so many placements two trains are enough; those found are the best all the same. */
  readonly patience?: number;
  /** After so many placements the exact search gives way to a hasty one, and what it could not rule out is said. Without it the search is exact. */
  readonly effort?: number;
  /** Told now and then how many placements were judged. */
  readonly progress?: (placements: number) => void;
}

/**
 * A line in the making. `open`: judged, may go on with its next way, at that way's least; `closed`: ends here, the branch at its least;
 * `exact`: whole. `firm` is what the house says that nothing behind can change.
 */
export interface Node {
  readonly score: Score;
  readonly stage: "open" | "closed" | "exact";
  /** Which of the ordered ways to go on is next; `open` only. */
  readonly next: number;
  readonly stations: readonly Station[];
  readonly reached: Reached;
  readonly options: readonly Option[];
  readonly own: Score;
  readonly firm: Score;
  /** What of `firm` is not Good, by rule. */
  readonly said: ReadonlyMap<string, Level>;
  readonly tie: number;
}

/** A way to go on from a line, and the least that it and all that must follow add. */
interface Way {
  readonly option: Option;
  readonly adds: Score;
}

/** Everything that a search knows before its first line. */
export interface Search {
  readonly ground: Ground;
  readonly input: ProposeInput;
  readonly first: Reached;
  /** Options worth trying. */
  readonly able: readonly Option[];
  readonly plain: PlainPressure;
  /** Needs of this site, as bits. */
  readonly wanted: number;
  /** A softener here asks for a fine stage ahead of it. */
  readonly cloudy: boolean;
  /** The least for each set of unmet needs. */
  readonly least: readonly Score[];
  /** Rules of the house that a further unit may answer. */
  readonly answerable: ReadonlySet<string>;
  /** Rules of the house that the branch answers. */
  readonly atTap: ReadonlySet<string>;
  readonly placing: Placing;
  readonly branches: Branches;
  /** Is the line's first pressure above what some unit bears, so that a loss may help. */
  readonly tooHigh: boolean;
  readonly roFloor: (water: Water) => Score;
  /** The least that the branch adds behind whatever line. */
  readonly roLeast: Score;
  readonly waysAfter: (met: number) => readonly Way[];
}

/** What it costs to leave each group of needs unanswered, then hard water before an RO, a chamber's fine stage, and clearing. */
function acceptedScores(findings: Findings, hardRo: Score): Score[] {
  const byBit = new Map<number, Score>([
    [SOFT_FOR_RO, hardRo],
    [FINE, [1, 0, 0, 0]],
    [CLEARED, [1, 0, 0, 0]],
  ]);
  for (const { needs, bit } of NEED_GROUPS) {
    const known = findings.needs.filter((n) => needs.includes(n.need)).length;
    const open = findings.open.filter((n) => needs.includes(n.need) && !n.spans).length;
    const stops = needs.includes("disinfection") && known > 0 ? UNSAFE : known;
    byBit.set(bit, [stops, 0, open, 0]);
  }
  return Array.from({ length: byBit.size }, (_, i) => byBit.get(1 << i)!);
}

/** What an RO says of the hardness if nothing takes it out. */
function hardRoScore({ facts, tables }: Ground): Score {
  const hardness = upper(totalHardness(facts.water));
  if (hardness === undefined) return [0, 0, 1, 0];
  const limits = (tables.limits.ro ?? []).filter((l) => l.key === "hardness");
  return scoreOf(
    limits.map((l) => judgeLimit(value(hardness), l)),
    0,
  );
}

/** Does every softener of the catalogue refuse this water as too cloudy. */
function isCloudy({ facts, tables }: Ground, options: readonly Option[]): boolean {
  const { turbidity } = facts.water;
  const limit = (tables.limits.softener ?? []).find((l) => l.key === "turbidity");
  const softeners = options.filter((o) => o.model.softener);
  return (
    limit !== undefined &&
    turbidity !== undefined &&
    softeners.every((o) => judgeLimit(turbidity, limitFor(limit, o.model)).level === "Stop")
  );
}

/** Needs that no unit here can answer stay as they are, whatever is added. */
function answerableNeeds(ground: Ground, options: readonly Option[], withRo: boolean): NeedId[] {
  const raw = ground.facts.water;
  const flow = ground.demand.continuous;
  const changes = (key: keyof Water) =>
    options.some((o) => JSON.stringify(waterAfter(o.model, raw, flow)[key]) !== JSON.stringify(raw[key]));
  return needIds.filter((id) => {
    const { limit, atTap } = needKind(id);
    return (
      NEED_GROUPS.some((g) => g.needs.includes(id)) ||
      (atTap && withRo) ||
      (limit !== undefined && changes(limit.key))
    );
  });
}

/** Everything that is known of a site and a catalogue before the first line is thought of, with every option. */
export function startSearch(
  input: ProposeInput,
  ground: Ground,
): Search & { readonly options: readonly Option[] } {
  const options = optionsOf(ground, input.catalogue, input.prices);
  const plain = plainPressureOf(ground, options);
  const first = beforeFirst(ground);
  const membranes = input.catalogue.filter((m) => m.ro);
  const bears = Math.min(plain.to, ...membranes.map((m) => m.ro!.maxFeed));
  const tooHigh = first.pressure !== undefined && first.pressure > bears;
  const able = withoutWorse(options, ground, tooHigh);
  const placing = placingOn(ground, input.prices, plain, input.progress);
  const branches = branchesOn(ground, input.catalogue, input.prices, placing);
  const findings = ground.needs(input.withRo);
  const hardRo = hardRoScore(ground);
  const cloudy = isCloudy(ground, able);
  const needed = new Set([...findings.needs, ...findings.open].map((n) => n.need));
  const has = (id: NeedId) => findings.needs.some((n) => n.need === id);
  const wanted =
    NEED_GROUPS.reduce((bits, g) => (g.needs.some((n) => needed.has(n)) ? bits | g.bit : bits), 0) |
    (input.withRo && less(hardRo, zero) > 0 ? SOFT_FOR_RO : 0) |
    (has("disinfection") ? FINE : 0) |
    (cloudy && has("softener") ? CLEARED : 0);
  const least = leastFor(able, acceptedScores(findings, hardRo));
  const roFloor = (water: Water): Score => {
    if (!input.withRo || membranes.length === 0) return zero;
    // At the line's first pressure, which only falls; where it is too high for some unit it may be better farther on.
    return tooHigh ? branches.floor(water) : branches.best({ ...first, water }, 0).score;
  };
  const orders = new Map<number, readonly Way[]>();
  const waysAfter = (met: number): readonly Way[] => {
    const known =
      orders.get(met) ??
      able
        .map((option): Way => {
          const uncleared = cloudy && option.model.softener && !(met & CLEARED);
          const cloud: Score = uncleared ? [1, 0, 0, 0] : zero;
          return { option, adds: sum(option.least, cloud, least[wanted & ~metAfter(met, option)]!) };
        })
        .sort((x, y) => less(x.adds, y.adds));
    orders.set(met, known);
    return known;
  };
  const answerable = answerableNeeds(ground, options, input.withRo);
  const tapNeeds = needIds.filter((id) => needKind(id).atTap);
  return {
    options,
    ground,
    input,
    first,
    able,
    plain,
    wanted,
    cloudy,
    least,
    placing,
    branches,
    tooHigh,
    roFloor,
    roLeast: roFloor(treated(ground.facts.water)),
    waysAfter,
    answerable: new Set([
      ...answerable.map(needRuleId),
      houseHardness.id,
      carbonBehind.id,
      ...outletRules.map((r) => r.id),
    ]),
    atTap: new Set(input.withRo && membranes.length > 0 ? tapNeeds.map(needRuleId) : []),
  };
}

/** May a unit stand in a line with those that are chosen. */
export const fits = (chosen: readonly Option[], option: Option): boolean => {
  const same = chosen.filter((o) => o.group === option.group);
  return same.length < mostOf(option) && !same.some((o) => o.kind === option.kind);
};

/** A line of units with where the water comes behind it, and what they say and cost. */
export type Line = Pick<Node, "stations" | "reached" | "options" | "own">;

/** Which need each rule of the house speaks of, as the bit of its group. */
const bitOfRule = new Map(
  NEED_GROUPS.flatMap(({ needs, bit }) => needs.map((need) => [needRuleId(need), bit] as const)),
);

/** Needs that the house still has though the line holds a unit for each: it does not take out enough. */
const failedNeeds = (house: readonly Verdict[], met: number): number =>
  house.filter((v) => (v.level === "Stop" || v.level === "Check") && (bitOfRule.get(v.rule) ?? 0) & met)
    .length;

/** A judged line that may go on, what it says where it ends here, without its branch, and how many needs its units fail. */
export function judgedLine(
  search: Search,
  line: Line,
): { readonly open: Node; readonly ends: Score; readonly failed: number } {
  const { ground, answerable, atTap, least, wanted, roLeast } = search;
  const house = judgeHouse(ground, line.stations, line.reached).verdicts;
  const lasting = house.filter((v) => !answerable.has(v.rule));
  const firm = scoreOf(lasting, 0);
  const atEnd = scoreOf(
    house.filter((v) => !atTap.has(v.rule)),
    0,
  );
  return {
    open: {
      ...line,
      firm,
      said: new Map(lasting.flatMap((v) => (v.level === "Good" ? [] : [[v.rule, v.level] as const]))),
      stage: "open",
      next: 0,
      score: sum(line.own, firm, least[wanted & ~metBy(line.options)]!, roLeast),
      tie: 0,
    },
    ends: add(line.own, atEnd),
    failed: failedNeeds(house, metBy(line.options)),
  };
}

/** A line that ends, with its branch: judged whole. */
export function wholeLine({ ground, input, branches }: Search, node: Node): Node {
  const branch = input.withRo ? branches.best(node.reached, node.options.length) : noBranch;
  const stations = [...node.stations, ...branch.stations];
  const house = judgeHouse(ground, stations, node.reached);
  // What the outlet's limits say is part of the branch's own score.
  const bacteria = [...house.outlets.values()].flat().filter((v) => v.rule === BACTERIA);
  const told = input.withRo ? toldOfOutlet(ground) : new Set<string>();
  const ofHouse = house.verdicts.filter((v) => !told.has(v.rule));
  const score = sum(node.own, branch.score, scoreOf([...ofHouse, ...bacteria], 0));
  return { ...node, stage: "exact", stations, score };
}

/** A line with one more unit. */
export function extended({ placing }: Search, node: Node, option: Option): Line {
  const placed = placing.inLine(node.reached, `u${node.options.length + 1}`, option);
  return {
    stations: [...node.stations, placed.station],
    reached: placed.reached,
    options: [...node.options, option],
    own: add(node.own, placed.score),
  };
}

/** The line before its first unit. */
export const noLine = ({ first }: Search): Line => ({ stations: [], reached: first, options: [], own: zero });

/** Kinds of units in their order. */
export const structureOf = (node: Node): string => node.options.map((o) => o.kind).join(">");
