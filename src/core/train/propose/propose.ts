import TinyQueue from "tinyqueue";
import { judgeLimit, limitFor, waterAfter, type UnitModel } from "../../families";
import { upper, value } from "../../units";
import { byWorst, worstLevel, type Level, type Verdict } from "../../verdict";
import {
  housePressures,
  needIds,
  needKind,
  totalHardness,
  type Findings,
  type NeedId,
  type Water,
} from "../../water";
import { groundOf, type Ground, type TrainInput } from "../ground";
import { beforeFirst, judgeHouse, type Reached } from "../judge";
import { houseHardness, needRuleId } from "../needs";
import { carbonBehind } from "../house";
import { BACTERIA, outletRules, toldOfOutlet } from "../outlets";
import { stationVerdicts, type Station } from "../station";
import { branchesOn, noBranch, type Branches } from "./branch";
import {
  CLEARED,
  DISINFECT,
  FINE,
  leastFor,
  metAfter,
  metBy,
  mostOf,
  NEED_GROUPS,
  optionsOf,
  SOFT_FOR_RO,
  trainsWithin,
  treated,
  withoutWorse,
  type Option,
} from "./options";
import { placingOn, plainPressureOf, prefilterAt, type PlainPressure, type Placing } from "./placing";
import { costOfTrain, type Prices, type Running } from "./running";
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
  /** Told now and then how many placements were judged. */
  readonly progress?: (placements: number) => void;
}

export interface Proposal {
  readonly units: readonly { readonly model: UnitModel; readonly parallel: number }[];
  readonly stops: number;
  readonly unknowns: number;
  readonly checks: number;
  readonly parts: number;
  readonly yearly: Running;
  /** Parts and `years` of running, by which equal trains are ranked. */
  readonly cost: number;
  /** What is still not Good, worst first, with the unit it belongs to. */
  readonly open: readonly { readonly at: string; readonly verdict: Verdict }[];
}
export interface Proposed {
  readonly proposals: readonly Proposal[];
  /** Placements that were judged. */
  readonly considered: number;
  /** Trains that the rules allow and that the search answers for. */
  readonly space: number;
  /** Set point of the reducing valve that the trains were judged behind, kPa, where the house's pressure asks for one. */
  readonly reducedTo?: number;
}

/** Above this a house gets a reducing valve, kPa (handbook 2): trains are proposed behind one. */
const REDUCED_TO = housePressures.reduceAbove;

/**
 * A line in the making. `open`: judged, may go on with its next way, at that way's least; `closed`: ends here, the branch at its least;
 * `exact`: whole. `firm` is what the house says that nothing behind can change.
 */
interface Node {
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
interface Search {
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
  readonly waysAfter: (met: number) => readonly Way[];
}

/** The facts that trains are judged by: behind a reducing valve where the pressure asks for one. */
function reduced(facts: TrainInput["facts"]): { readonly facts: TrainInput["facts"]; readonly to?: number } {
  const highest = Math.max(facts.staticPressure ?? 0, facts.nightPressure ?? 0, facts.wellCutIn ?? 0);
  if (highest <= REDUCED_TO) return { facts };
  const to = Math.min(facts.reducer ?? Infinity, REDUCED_TO);
  return { facts: { ...facts, reducer: to }, to };
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

function startSearch(input: ProposeInput, ground: Ground): Search & { readonly options: readonly Option[] } {
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

const fits = (chosen: readonly Option[], option: Option): boolean => {
  const same = chosen.filter((o) => o.group === option.group);
  return same.length < mostOf(option) && !same.some((o) => o.kind === option.kind);
};

/**
 * Tells lines that are of no use: another comes as far with the same water, no worse a score, no less pressure, and every choice that they have left, so
 * that whatever may follow them follows there at least as well.
 */
function uselessIn({ placing, wanted, tooHigh }: Search): (node: Node, met: number) => boolean {
  const standing = new Map<string, Node[]>();
  const noLess = (a: number | undefined, b: number | undefined) => (tooHigh ? a === b : (a ?? 0) >= (b ?? 0));
  return (node, met) => {
    const { reached } = node;
    // What a chamber finds ahead of it matters only where one is wanted.
    const ahead = wanted & DISINFECT ? prefilterAt(reached.upstream) : "";
    const key = `${met}|${ahead}|${placing.keyOf(reached.water)}`;
    const rivals = standing.get(key) ?? [];
    // What the units themselves say and cost adds up; what the house says does not (a Check that both come to counts once): the rival may have none that this line has not.
    const noMoreSaid = (r: Node) =>
      [...r.said].every(([rule, level]) => {
        const here = node.said.get(rule);
        return here !== undefined && worstLevel([{ level }, { level: here }]) === here;
      });
    const beaten = rivals.some(
      (r) =>
        less(r.own, node.own) <= 0 &&
        noMoreSaid(r) &&
        r.options.length <= node.options.length &&
        (r.reached.lossPeak ?? 0) <= (reached.lossPeak ?? 0) &&
        noLess(r.reached.pressure, reached.pressure) &&
        r.options.every((o) => node.options.some((n) => n.group === o.group)),
    );
    if (!beaten) standing.set(key, [...rivals, node]);
    return beaten;
  };
}

/** The nodes of a search in the order in which they may be best; the same every time. */
class Frontier {
  private readonly queue = new TinyQueue<Node>([], (a, b) => less(a.score, b.score) || a.tie - b.tie);
  private tie = 0;
  private readonly isUseless: (node: Node, met: number) => boolean;
  private readonly roLeast: Score;
  constructor(private readonly search: Search) {
    this.isUseless = uselessIn(search);
    this.roLeast = search.roFloor(treated(search.ground.facts.water));
  }

  pop(): Node | undefined {
    return this.queue.pop();
  }

  put(node: Omit<Node, "tie">): void {
    this.tie += 1;
    this.queue.push({ ...node, tie: this.tie });
  }

  /** The line at its next way that fits, or nothing when all were tried. */
  goOn(node: Node): void {
    const ways = this.search.waysAfter(metBy(node.options));
    let next = node.next;
    while (next < ways.length && !fits(node.options, ways[next]!.option)) next += 1;
    if (next < ways.length)
      this.put({ ...node, next, score: sum(node.own, node.firm, ways[next]!.adds, this.roLeast) });
  }

  /** A judged line: it may go on, and it may end here. */
  add(line: Pick<Node, "stations" | "reached" | "options" | "own">): void {
    const { ground, input, answerable, atTap, least, wanted, roFloor } = this.search;
    const met = metBy(line.options);
    const house = judgeHouse(ground, line.stations, line.reached).verdicts;
    const lasting = house.filter((v) => !answerable.has(v.rule));
    const firm = scoreOf(lasting, 0);
    const open: Node = {
      ...line,
      firm,
      said: new Map(lasting.flatMap((v) => (v.level === "Good" ? [] : [[v.rule, v.level] as const]))),
      stage: "open",
      next: 0,
      score: sum(line.own, firm, least[wanted & ~met]!, this.roLeast),
      tie: 0,
    };
    if (this.isUseless(open, met)) return;
    if (line.options.length < input.maxUnits) this.goOn(open);
    const ends = scoreOf(
      house.filter((v) => !atTap.has(v.rule)),
      0,
    );
    this.put({ ...open, stage: "closed", score: sum(line.own, ends, roFloor(line.reached.water)) });
  }

  /** A line that ends, with its branch: judged whole. */
  close(node: Node): void {
    const { ground, input, branches } = this.search;
    const branch = input.withRo ? branches.best(node.reached, node.options.length) : noBranch;
    const stations = [...node.stations, ...branch.stations];
    const house = judgeHouse(ground, stations, node.reached);
    // What the outlet's limits say is part of the branch's own score.
    const bacteria = [...house.outlets.values()].flat().filter((v) => v.rule === BACTERIA);
    const told = input.withRo ? toldOfOutlet(ground) : new Set<string>();
    const ofHouse = house.verdicts.filter((v) => !told.has(v.rule));
    const score = sum(node.own, branch.score, scoreOf([...ofHouse, ...bacteria], 0));
    this.put({ ...node, stage: "exact", stations, score });
  }

  /** A line with one more unit, by its next way. */
  extend(node: Node): void {
    const { placing, waysAfter } = this.search;
    const { option } = waysAfter(metBy(node.options))[node.next]!;
    const placed = placing.inLine(node.reached, `u${node.options.length + 1}`, option);
    this.goOn({ ...node, next: node.next + 1 });
    this.add({
      stations: [...node.stations, placed.station],
      reached: placed.reached,
      options: [...node.options, option],
      own: add(node.own, placed.score),
    });
  }
}

/** The best whole lines, each of another structure. */
function bestLines(search: Search): Node[] {
  const { keep, patience = Infinity } = search.input;
  const frontier = new Frontier(search);
  frontier.add({ stations: [], reached: search.first, options: [], own: zero });
  const found: Node[] = [];
  const structures = new Set<string>();
  for (let node = frontier.pop(); node && found.length < keep; node = frontier.pop()) {
    if (found.length >= 2 && search.placing.count() > patience) break;
    const structure = node.options.map((o) => o.kind).join(">");
    if (node.stage === "open") frontier.extend(node);
    else if (structures.has(structure)) continue;
    else if (node.stage === "closed") frontier.close(node);
    else {
      structures.add(structure);
      found.push(node);
    }
  }
  return found;
}

function proposalOf(node: Node, ground: Ground): Proposal {
  const { stations, score } = node;
  const { verdicts, outlets } = judgeHouse(ground, stations, node.reached);
  const open = [
    ...stations.flatMap((s) =>
      [...stationVerdicts(s), ...(outlets.get(s.key) ?? [])].map((verdict) => ({
        at: s.model.code,
        verdict,
      })),
    ),
    ...verdicts.map((verdict) => ({ at: "House", verdict })),
  ]
    .filter((o) => o.verdict.level !== "Good")
    .sort((a, b) => byWorst(a.verdict, b.verdict));
  const count = (level: Level) => open.filter((o) => o.verdict.level === level).length;
  return {
    units: stations.map((s) => ({ model: s.model, parallel: s.unit.parallel })),
    stops: count("Stop"),
    checks: count("Check"),
    unknowns: count("Unknown"),
    cost: score[3],
    ...costOfTrain(stations, ground.facts, ground.schools),
    open,
  };
}

/**
 * The best trains for a site, each of another structure, by exact best-first search over the catalogue: fewest Stops (an unmet need is one, water
 * left unsafe ten), then Checks, then Unknowns, then least cost. The house's line holds at most `maxUnits`, one or two of each side by side, one treatment of
 * hardness, one of each other family and two cartridge stages; behind it, where wanted, an RO with or without a booster. Deterministic.
 */
export function proposeTrains(input: ProposeInput): Proposed {
  const { facts, to } = reduced(input.facts);
  const ground = groundOf({ ...input, facts });
  const search = startSearch(input, ground);
  const found = bestLines(search);
  return {
    reducedTo: to,
    considered: search.placing.count(),
    space: trainsWithin(search.options, input.maxUnits) * (input.withRo ? search.branches.ways : 1),
    proposals: found.map((node) => proposalOf(node, ground)),
  };
}
