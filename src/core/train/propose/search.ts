import { judgeLimit, type UnitModel } from "../../families";
import { upper, value } from "../../units";
import type { Level } from "../../verdict";
import { needIds, needKind, totalHardness, type Water } from "../../water";
import type { Ground, TrainInput } from "../ground";
import { carbonBehind } from "../house";
import { beforeFirst, judgeHouse, type Reached } from "../judge";
import { houseHardness, needRuleId } from "../needs";
import { BACTERIA, outletRules, toldOfOutlet } from "../outlets";
import type { Station } from "../station";
import { branchesOn, noBranch, type Branches } from "./branch";
import { asksOf, type Asks } from "./asks";
import { lossesOf, roundedDown } from "./losses";
import { mostOf, optionsOf, treated, withoutWorse, type Option } from "./options";
import { placingOn, plainPressureOf, type PlainPressure, type Placing } from "./placing";
import type { Prices } from "./running";
import { add, less, scoreOf, sum, zero, type Score } from "./score";

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
  /**
   * After so many placements the exact search gives way to a hasty one, and what it could not rule out is
   * said. Without it the search is exact.
   */
  readonly effort?: number;
  /** Lines of at most so many units are searched to their end, whatever the effort. */
  readonly exactTo?: number;
  /** Told now and then how many placements were judged. */
  readonly progress?: (placements: number) => void;
}

/**
 * A line in the making. `open`: judged, may go on with its next way, at that way's least; `closed`: ends
 * here, the branch at its least; `exact`: whole. `firm` is what the house says that nothing behind can
 * change.
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
  /** What is met of what the site asks, as bits. */
  readonly met: number;
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
  /** What the site asks of a line. */
  readonly asks: Asks;
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
  /**
   * Behind what is met, with so many units left to add, and so many kPa taken at peak: the ways to go on,
   * the least first.
   */
  readonly waysAfter: (met: number, left: number, lossPeak: number) => readonly Way[];
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
  const losses = lossesOf(ground, able);
  const isRo = input.withRo && membranes.length > 0;
  const asks = asksOf(ground, able, losses, isRo ? { hard: hardRoScore(ground), membranes } : undefined);
  const roFloor = (water: Water): Score => {
    if (!isRo) return zero;
    // At the line's first pressure, which only falls; where it is too high for some unit it may be better farther on.
    return tooHigh ? branches.floor(water) : branches.best({ ...first, water }, 0).score;
  };
  const orders = new Map<string, readonly Way[]>();
  const waysAfter = (met: number, left: number, lossPeak: number): readonly Way[] => {
    const loss = roundedDown(lossPeak);
    const key = `${met}|${left}|${loss}`;
    const known =
      orders.get(key) ??
      able
        .map((option): Way => ({
          option,
          adds: sum(
            option.least,
            asks.lacking(met, option),
            asks.leastAfter(asks.metAfter(met, option), left - 1, loss + losses.of(option)),
          ),
        }))
        .sort((x, y) => less(x.adds, y.adds));
    orders.set(key, known);
    return known;
  };
  const tapNeeds = needIds.filter((id) => needKind(id).atTap);
  return {
    options,
    ground,
    input,
    first,
    able,
    plain,
    asks,
    placing,
    branches,
    tooHigh,
    roFloor,
    roLeast: roFloor(treated(ground.facts.water)),
    waysAfter,
    answerable: new Set([
      ...asks.answerable.map(needRuleId),
      ...(isRo ? tapNeeds.map(needRuleId) : []),
      houseHardness.id,
      carbonBehind.id,
      ...outletRules.map((r) => r.id),
      // What a further unit makes worse is part of each way to go on.
      ...losses.rules,
    ]),
    atTap: new Set(isRo ? tapNeeds.map(needRuleId) : []),
  };
}

/** May a unit stand in a line with those that are chosen. */
export const fits = (chosen: readonly Option[], option: Option): boolean => {
  const same = chosen.filter((o) => o.group === option.group);
  return same.length < mostOf(option) && !same.some((o) => o.kind === option.kind);
};

/** A line of units with where the water comes behind it, and what they say and cost. */
export type Line = Pick<Node, "stations" | "reached" | "options" | "own" | "met">;

/** How many units a line may still come to hold. */
const leftOf = ({ input }: Search, { options }: Pick<Line, "options">): number =>
  input.maxUnits - options.length;

/** The ways to go on from a line, the least first. */
export const waysFrom = (search: Search, line: Pick<Line, "met" | "options" | "reached">): readonly Way[] =>
  search.waysAfter(line.met, leftOf(search, line), line.reached.lossPeak ?? 0);

/** A judged line that may go on, and what it says where it ends here, without its branch. */
export function judgedLine(search: Search, line: Line): { readonly open: Node; readonly ends: Score } {
  const { ground, answerable, atTap, asks, roLeast } = search;
  const house = judgeHouse(ground, line.stations, line.reached).verdicts;
  const lasting = house.filter((v) => !answerable.has(v.rule));
  const firm = scoreOf(lasting, 0);
  const least = asks.leastAfter(line.met, leftOf(search, line), roundedDown(line.reached.lossPeak ?? 0));
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
      score: sum(line.own, firm, least, roLeast),
      tie: 0,
    },
    ends: add(line.own, atEnd),
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
export function extended({ placing, asks }: Search, node: Node, option: Option): Line {
  const placed = placing.inLine(node.reached, `u${node.options.length + 1}`, option);
  return {
    stations: [...node.stations, placed.station],
    reached: placed.reached,
    options: [...node.options, option],
    own: add(node.own, placed.score),
    met: asks.borneOut(asks.metAfter(node.met, option), placed.reached.water),
  };
}

/** The line before its first unit. */
export const noLine = ({ first, asks }: Search): Line => ({
  stations: [],
  reached: first,
  options: [],
  own: zero,
  met: asks.metAtFirst,
});

/** Kinds of units in their order. */
export const structureOf = (node: Node): string => node.options.map((o) => o.kind).join(">");
