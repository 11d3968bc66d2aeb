import TinyQueue from "tinyqueue";
import { KPA_PER_METRE, upper, value } from "../units";
import { byWorst, unknown, type Level, type Verdict } from "../verdict";
import { totalHardness, type Water } from "../water";
import { beforeFirst, groundOf, judgeHouse, placeUnit, type Ground, type Reached, type Station, type TrainInput } from "./judge";
import { judgeLimit } from "./limits";
import { boosted } from "./ro";
import type { UnitModel } from "./unit";

/** What a year of running costs beside the unit's own consumables; in the company's currency. */
export interface Prices { readonly saltPerKg: number; readonly waterPerM3: number; /** Years over which trains are compared. */ readonly years: number }

export interface ProposeInput extends Omit<TrainInput, "units"> {
  readonly catalogue: readonly UnitModel[];
  /** Put an RO on the drinking-water branch. */
  readonly withRo: boolean;
  /** Units in the house's line at most. */
  readonly maxUnits: number;
  readonly prices: Prices;
  /** Trains wanted, each of another structure. */
  readonly keep: number;
}

export interface Running { readonly saltKg: number; /** Litres to the drain or into brine that nobody uses. */ readonly wasteLitres: number; readonly consumables: number }
export interface Proposal {
  readonly units: readonly { readonly model: UnitModel; readonly parallel: number }[];
  readonly stops: number; readonly unknowns: number; readonly checks: number;
  readonly parts: number;
  readonly yearly: Running;
  /** Parts and `years` of running, by which equal trains are ranked. */
  readonly cost: number;
  /** What is still not Good, worst first, with the unit it belongs to. */
  readonly open: readonly { readonly at: string; readonly verdict: Verdict }[];
}
export interface Proposed { readonly proposals: readonly Proposal[]; /** Placements that were judged. */ readonly considered: number }

/** Stops, Checks, Unknowns, cost: compared in this order, worst first (handbook 2). */
type Score = readonly [stops: number, checks: number, unknowns: number, cost: number];
const zero: Score = [0, 0, 0, 0];
const add = (a: Score, b: Score): Score => [a[0] + b[0], a[1] + b[1], a[2] + b[2], a[3] + b[3]];
const less = (a: Score, b: Score): number => a[0] - b[0] || a[1] - b[1] || a[2] - b[2] || a[3] - b[3];
/** In ranking, water that nothing disinfects counts as so many Stops. */
export const UNSAFE = 10;
/** How many Stops a verdict counts for in ranking: a need left unmet is one, whatever its level says to a planner who chose so. */
const stopsOf = (v: Verdict): number => (v.level === "Stop" ? (v.rule === "need-disinfection" ? UNSAFE : 1) : v.level === "Check" && v.rule.startsWith("need-") ? 1 : 0);
function scoreOf(verdicts: readonly Verdict[], cost: number): Score {
  let [stops, checks, unknowns] = [0, 0, 0];
  for (const v of verdicts) { const s = stopsOf(v); stops += s; if (s === 0 && v.level === "Check") checks += 1; else if (v.level === "Unknown") unknowns += 1; }
  return [stops, checks, unknowns, cost];
}
const verdictsOf = (s: Station): Verdict[] => [...s.figures.flatMap((f) => (f.verdict ? [f.verdict] : [])), ...s.verdicts, ...s.limits.map((l) => l.verdict)];

const NEEDS = ["need-disinfection", "need-softener", "need-carbon"] as const;
const hardnessFamilies = new Set(["softener", "conditioner", "scaleControl"]);
/** Which needs a unit of the line answers, as bits: the house's in the order of NEEDS, then soft water for an RO behind. */
const provides = (m: UnitModel): number => (m.effects.includes("ultraviolet") ? 1 : 0) | (hardnessFamilies.has(m.family) ? 2 : 0) | (m.effects.includes("carbon") || m.effects.includes("catalyticCarbon") ? 4 : 0) | (m.family === "softener" ? 8 : 0);
/** Units of one kind do the same to the water; a structure is a sequence of kinds. */
const kindOf = (m: UnitModel): string => `${m.family}:${m.effects.join("+")}:${m.effects.includes("sediment") ? (m.microns ?? Infinity) <= 5 : ""}`;
/** One treatment of hardness, one of each other family, two different cartridge stages: more of the same only costs. */
const groupOf = (m: UnitModel): string => (hardnessFamilies.has(m.family) ? "hardness" : m.family);

function runningOf(s: Station, ground: Ground): Running {
  const figure = (id: string) => s.figures.find((f) => f.id === id)?.value;
  const interval = figure("interval");
  const soft = s.model.softener;
  const brine = soft && interval ? (((s.unit.saltLbPerFt3 ?? soft.saltLbPerFt3) * soft.resinFt3 * s.unit.parallel) / 3) * 3.785411784 * (365.25 / interval) : 0;
  const drunk = (ground.facts.drinkers ?? ground.facts.persons ?? 0) * ground.schools.litresPerDrinker * 365.25;
  return { saltKg: figure("salt") ?? 0, wasteLitres: brine + (s.model.ro ? drunk * (figure("waste") ?? 0) : 0), consumables: s.model.cost.yearly * s.unit.parallel };
}
const costOf = (s: Station, r: Running, p: Prices): number => s.model.cost.parts * s.unit.parallel + p.years * (r.consumables + r.saltKg * p.saltPerKg + (r.wasteLitres / 1000) * p.waterPerM3);

/** A way to place a unit, with the least that it can ever add to a train. */
interface Option { readonly model: UnitModel; readonly parallel: number; readonly kind: string; readonly group: string; readonly bits: number; readonly least: Score }
/**
 * A line in the making. `thought`: one more unit, not yet judged, at its least; `open`: judged, may go on; `closed`: ends here, the branch at its least;
 * `exact`: whole. `firm` is what the house says that nothing behind can change.
 */
interface Node { readonly score: Score; readonly stage: "thought" | "open" | "closed" | "exact"; readonly stations: readonly Station[]; readonly reached: Reached; readonly options: readonly Option[]; readonly own: Score; readonly firm: Score; readonly tie: number }

const metBy = (chosen: readonly Option[]): number => chosen.reduce((bits, o) => bits | o.bits, 0);

/** The lowest pressure that any unit or rule takes for too much, kPa. */
const LEAST_UPPER_LIMIT = 552;
/** What a chamber would find ahead of it: no 5 µm stage, one with at most carbon between, or one with something else between. */
function prefilterAt(upstream: readonly UnitModel[]): "none" | "ready" | "apart" {
  const last = upstream.map((m) => m.effects.includes("sediment") && (m.microns ?? Infinity) <= 5).lastIndexOf(true);
  if (last === -1) return "none";
  return upstream.slice(last + 1).every((m) => m.effects.includes("carbon") || m.effects.includes("catalyticCarbon")) ? "ready" : "apart";
}

/** Water as the best pre-treatment could leave it: what any unit can take out is gone, what none changes stays. */
const treated = (water: Water): Water => ({ ...water, hardness: value(0), calcium: undefined, magnesium: undefined, iron: value(0), manganese: value(0), turbidity: value(0), chlorine: value(0), sulphide: { is: "notDetected" } });
/** Verdicts that depend on what stands before a unit; left out of what it can do at best. */
const byPlace = new Set(["feed-pressure", "uv-prefilter"]);

/**
 * What a unit adds at best: judged in the best-treated water, without what depends on its place. Hardness stays as it is for what treats hardness,
 * because a line holds one such unit and nothing else takes hardness out.
 */
function leastOf(ground: Ground, model: UnitModel, parallel: number, prices: Prices): Score {
  const { water } = ground.facts;
  const best: Water = hardnessFamilies.has(model.family) ? { ...treated(water), hardness: water.hardness, calcium: water.calcium, magnesium: water.magnesium } : treated(water);
  const { station } = placeUnit(ground, { ...beforeFirst(ground), water: best }, { key: "x", model: model.code, parallel }, model);
  return scoreOf(verdictsOf(station).filter((v) => !byPlace.has(v.rule)), costOf(station, runningOf(station, ground), prices));
}

/** For each set of unmet needs the least that meeting or accepting them adds to any train: a bound that never says too much. */
function leastFor(options: readonly Option[], accepted: readonly Score[]): readonly Score[] {
  const useful = options.filter((o) => o.bits > 0);
  const best: Score[] = [zero];
  for (let mask = 1; mask < 2 ** accepted.length; mask += 1) {
    const ways = [...useful.filter((o) => o.bits & mask).map((o) => add(o.least, best[mask & ~o.bits]!)), ...accepted.flatMap((a, i) => (mask & (1 << i) ? [add(a, best[mask & ~(1 << i)]!)] : []))];
    best.push(ways.reduce((x, y) => (less(y, x) < 0 ? y : x)));
  }
  return best;
}

/**
 * The best trains for a site, each of another structure, by exact best-first search over the catalogue: fewest Stops (an unmet need is one, water
 * left unsafe ten), then Checks, then Unknowns, then least cost. The house's line holds at most `maxUnits`, one or two of each side by side, one treatment of hardness, one of each other
 * family and two cartridge stages; behind it, where wanted, an RO with or without a booster. Deterministic.
 */
export function proposeTrains(input: ProposeInput): Proposed {
  const ground = groundOf(input);
  const { facts } = input;
  const options: Option[] = input.catalogue.filter((m) => !m.branch).flatMap((model) => [1, 2].map((parallel) => ({ model, parallel, kind: kindOf(model), group: groupOf(model), bits: provides(model), least: leastOf(ground, model, parallel, input.prices) })));
  const membranes = input.catalogue.filter((m) => m.family === "ro").sort((a, b) => a.cost.parts + input.prices.years * a.cost.yearly - b.cost.parts - input.prices.years * b.cost.yearly);
  const boosters = [undefined, ...input.catalogue.filter((m) => m.family === "booster").sort((a, b) => a.cost.parts - b.cost.parts)];
  const needs = ground.needs(input.withRo);
  const hardness = upper(totalHardness(facts.water));
  const ruleOf = (rule: string) => (rule === "catalytic-carbon" ? "need-carbon" : `need-${rule}`);
  const [known, open] = [new Set(needs.needs.map((n) => ruleOf(n.rule))), new Map(needs.open.map((o) => [ruleOf(o.rule), o] as const))];
  /** Where it is not known whether there is a need, a line without an answer to it is Unknown; disinfection says so by itself. */
  const openNeeds = NEEDS.flatMap((rule, i) => { const o = open.get(rule); return i > 0 && o && !known.has(rule) ? [{ bit: 1 << i, verdict: unknown(rule, `not known ${o.blocked}`, o.missing.map((m) => `water.${m}`)) }] : []; });
  const openAt = (chosen: readonly Option[]): Verdict[] => { const met = metBy(chosen); return openNeeds.filter((n) => !(met & n.bit)).map((n) => n.verdict); };
  const hardRo: Score = hardness === undefined ? [0, 0, 1, 0] : scoreOf((input.tables.limits.ro ?? []).filter((l) => l.key === "hardness").map((l) => judgeLimit(value(hardness), l, input.profile)), 0);
  const accepted: Score[] = [...NEEDS.map((rule): Score => (known.has(rule) ? [rule === "need-disinfection" ? UNSAFE : 1, 0, 0, 0] : [0, 0, 1, 0])), hardRo];
  const wanted = NEEDS.reduce((bits, rule, i) => bits | (known.has(rule) || open.has(rule) ? 1 << i : 0), input.withRo && less(hardRo, zero) > 0 ? 8 : 0);
  const least = leastFor(options, accepted);
  const answerable = new Set<string>([...NEEDS, "house-hardness", ...(input.withRo ? ["need-ro"] : [])]);

  let considered = 0;
  let tie = 0;
  /** The least first, by score and then by age, so that the search is the same every time. */
  const frontier = new TinyQueue<Node>([], (a, b) => less(a.score, b.score) || a.tie - b.tie);
  /** The least that an RO adds behind a line, by its water alone: what its feed limits say, whatever the pressure. */
  const floors = new Map<string, readonly Score[]>();
  const floorsIn = (water: Water): readonly Score[] => {
    const key = JSON.stringify(water);
    const known = floors.get(key);
    if (known) return known;
    const each = membranes.map((m) => scoreOf(placeUnit(ground, { water, mark: "raw", upstream: [] }, { key: "x", model: m.code, parallel: 1 }, m).station.limits.map((l) => l.verdict), m.cost.parts + input.prices.years * m.cost.yearly));
    floors.set(key, each);
    return each;
  };
  const place = (at: Reached, key: string, model: UnitModel, parallel: number) => {
    considered += 1;
    const { station, reached } = placeUnit(ground, at, { key, model: model.code, parallel }, model);
    return { station, reached, score: scoreOf(verdictsOf(station), costOf(station, runningOf(station, ground), input.prices)) };
  };
  /** The best branch behind a line; cheapest first, so that the first without fault ends the search. */
  const branches = new Map<string, { readonly stations: readonly Station[]; readonly score: Score }>();
  const branchAt = (reached: Reached, n: number) => {
    const key = `${n}|${String(reached.pressure)}|${JSON.stringify(reached.water)}`;
    const known = branches.get(key);
    if (known) return known;
    let best: { stations: readonly Station[]; score: Score } | undefined;
    const floor = floorsIn(reached.water);
    const rise = facts.tapRise;
    const before = reached.pressure === undefined || rise === undefined ? undefined : reached.pressure - KPA_PER_METRE * rise;
    /** What the feed pressure alone says: too little is a Stop, too much a Check. */
    const feed = (membrane: UnitModel, booster?: UnitModel): Score => {
      const pump = booster?.booster ?? membrane.booster;
      const kPa = before === undefined ? undefined : pump ? boosted(before, pump) : before;
      return kPa === undefined ? zero : kPa < membrane.ro!.minFeed / 1.001 ? [1, 0, 0, 0] : kPa > membrane.ro!.maxFeed * 1.001 ? [0, 0, 1, 0] : zero;
    };
    for (const booster of boosters) for (const [i, membrane] of membranes.entries()) {
      if (best && less(add(add(floor[i]!, feed(membrane, booster)), [0, 0, 0, booster?.cost.parts ?? 0]), best.score) >= 0) continue;
      const first = booster && place(reached, `u${n + 1}`, booster, 1);
      const second = place(first?.reached ?? reached, `u${n + (booster ? 2 : 1)}`, membrane, 1);
      const score = add(first?.score ?? zero, second.score);
      if (!best || less(score, best.score) < 0) best = { stations: [...(first ? [first.station] : []), second.station], score };
    }
    const found = best ?? { stations: [], score: zero };
    branches.set(key, found);
    return found;
  };
  const first = beforeFirst(ground);
  /** The least that an RO adds behind a line with this water: behind the line's first pressure, which only falls, unless less of it would be better. */
  const roFloor = (water: Water): Score => (!input.withRo || membranes.length === 0 ? zero : first.pressure !== undefined && first.pressure > LEAST_UPPER_LIMIT ? floorsIn(water).reduce((a, b) => (less(b, a) < 0 ? b : a)) : branchAt({ ...first, water }, 0).score);
  const roLeast = roFloor(treated(facts.water));

  const standing = new Map<string, Node[]>();
  /**
   * Is there a line that comes as far with the same water, no worse a score, no less pressure, and every choice that this one has left? Then whatever
   * may follow here follows there at least as well, and this one is of no use. Above the lowest upper limit of any pressure more is not better.
   */
  const useless = (node: Node, met: number): boolean => {
    const { reached, score } = node;
    // What a chamber finds ahead of it matters only where one is wanted.
    const key = `${met}|${wanted & 1 ? prefilterAt(reached.upstream) : ""}|${JSON.stringify(reached.water)}`;
    const rivals = standing.get(key) ?? [];
    const beaten = rivals.some((r) => less(r.score, score) <= 0 && r.options.length <= node.options.length && (r.reached.lossPeak ?? 0) <= (reached.lossPeak ?? 0)
      && (r.reached.pressure === reached.pressure || ((r.reached.pressure ?? 0) > (reached.pressure ?? 0) && r.reached.pressure! <= LEAST_UPPER_LIMIT)) && r.options.every((o) => node.options.some((n) => n.group === o.group)));
    if (!beaten) { rivals.push(node); standing.set(key, rivals); }
    return beaten;
  };
  const push = (node: Pick<Node, "stations" | "reached" | "options" | "own">): void => {
    const met = metBy(node.options);
    const house = judgeHouse(ground, node.stations, node.reached).verdicts;
    const firm = scoreOf(house.filter((v) => !answerable.has(v.rule)), 0);
    const open: Node = { ...node, firm, stage: "open", score: add(add(add(node.own, firm), least[wanted & ~met]!), roLeast), tie: (tie += 1) };
    if (useless(open, met)) return;
    if (node.options.length < input.maxUnits) frontier.push(open);
    frontier.push({ ...node, firm, stage: "closed", score: add(add(node.own, scoreOf([...house.filter((v) => v.rule !== "need-ro" || !input.withRo), ...openAt(node.options)], 0)), roFloor(node.reached.water)), tie: (tie += 1) });
  };

  push({ stations: [], reached: first, options: [], own: zero });
  const found: Node[] = [];
  const structures = new Set<string>();
  for (let node = frontier.pop(); node && found.length < input.keep; node = frontier.pop()) {
    const structure = node.options.map((o) => o.kind).join(">");
    if ((node.stage === "closed" || node.stage === "exact") && structures.has(structure)) continue;
    if (node.stage === "thought") {
      const option = node.options.at(-1)!;
      const placed = place(node.reached, `u${node.options.length}`, option.model, option.parallel);
      push({ stations: [...node.stations, placed.station], reached: placed.reached, options: node.options, own: add(node.own, placed.score) });
      continue;
    }
    if (node.stage === "exact") { structures.add(structure); found.push(node); continue; }
    if (node.stage === "closed") {
      const branch = input.withRo ? branchAt(node.reached, node.options.length) : { stations: [], score: zero };
      const stations = [...node.stations, ...branch.stations];
      const house = judgeHouse(ground, stations, node.reached).verdicts;
      frontier.push({ ...node, stage: "exact", stations, score: add(add(node.own, branch.score), scoreOf([...house, ...openAt(node.options)], 0)), tie: (tie += 1) });
      continue;
    }
    for (const option of options) {
      if (node.options.some((o) => (o.group === "cartridge" ? o.kind === option.kind : o.group === option.group))) continue;
      if (option.group === "cartridge" && node.options.filter((o) => o.group === "cartridge").length === 2) continue;
      const chosen = [...node.options, option];
      frontier.push({ ...node, stage: "thought", options: chosen, score: add(add(add(add(node.own, node.firm), option.least), least[wanted & ~metBy(chosen)]!), roLeast), tie: (tie += 1) });
    }
  }
  return { considered, proposals: found.map((node) => proposalOf(node, ground, openAt(node.options))) };
}

function proposalOf(node: Node, ground: Ground, unasked: readonly Verdict[]): Proposal {
  const { stations, score } = node;
  const running = stations.map((s) => runningOf(s, ground));
  const sum = (key: keyof Running) => running.reduce((total, r) => total + r[key], 0);
  const house = [...judgeHouse(ground, stations, node.reached).verdicts, ...unasked];
  const open = [...stations.flatMap((s) => verdictsOf(s).map((verdict) => ({ at: s.model.code, verdict }))), ...house.map((verdict) => ({ at: "House", verdict }))].filter((o) => o.verdict.level !== "Good").sort((a, b) => byWorst(a.verdict, b.verdict));
  const count = (level: Level) => open.filter((o) => o.verdict.level === level).length;
  return {
    units: stations.map((s) => ({ model: s.model, parallel: s.unit.parallel })), stops: count("Stop"), checks: count("Check"), unknowns: count("Unknown"), cost: score[3],
    parts: stations.reduce((total, s) => total + s.model.cost.parts * s.unit.parallel, 0), yearly: { saltKg: sum("saltKg"), wasteLitres: sum("wasteLitres"), consumables: sum("consumables") }, open,
  };
}
