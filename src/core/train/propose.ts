import TinyQueue from "tinyqueue";
import { lossCurve, unitLoss } from "../plumbing";
import { KPA_PER_METRE, mapMeasured, upper, value } from "../units";
import { byWorst, unknown, type Level, type Verdict } from "../verdict";
import { totalHardness, type Water } from "../water";
import {
  beforeFirst,
  groundOf,
  judgeHouse,
  placeUnit,
  reachedAfter,
  type Ground,
  type Reached,
  type Station,
  type TrainInput,
} from "./judge";
import { isFineStage } from "./effects";
import { judgeLimit } from "./limits";
import { boosted } from "./ro";
import type { UnitModel } from "./unit";

/** What a year of running costs beside the unit's own consumables; in the company's currency. */
export interface Prices {
  readonly saltPerKg: number;
  readonly waterPerM3: number;
  /** Years over which trains are compared. */ readonly years: number;
}

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

/** A year of running; what cannot be known yet is absent. */
export interface Running {
  readonly saltKg?: number;
  /** Litres to the drain or into brine that nobody uses. */ readonly wasteLitres?: number;
  readonly consumables: number;
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
  /** Placements that were judged. */ readonly considered: number;
  /** Trains that the rules allow and that the search answers for. */ readonly space: number;
  /** Set point of the reducing valve that the trains were judged behind, kPa, where the house's pressure asks for one. */ readonly reducedTo?: number;
}

/** Stops, Checks, Unknowns, cost: compared in this order, worst first (handbook 2). */
type Score = readonly [stops: number, checks: number, unknowns: number, cost: number];
const zero: Score = [0, 0, 0, 0];
const add = (a: Score, b: Score): Score => [a[0] + b[0], a[1] + b[1], a[2] + b[2], a[3] + b[3]];
const less = (a: Score, b: Score): number => a[0] - b[0] || a[1] - b[1] || a[2] - b[2] || a[3] - b[3];
/** In ranking, water that nothing disinfects counts as so many Stops. */
export const UNSAFE = 10;
/** How many Stops a verdict counts for in ranking: a need left unmet is one, whatever its level says to a planner who chose so. */
const stopsOf = (v: Verdict): number =>
  v.level === "Stop"
    ? v.rule === "need-disinfection"
      ? UNSAFE
      : 1
    : v.level === "Check" && v.rule.startsWith("need-")
      ? 1
      : 0;
function scoreOf(verdicts: readonly Verdict[], cost: number): Score {
  let [stops, checks, unknowns] = [0, 0, 0];
  for (const v of verdicts) {
    const s = stopsOf(v);
    stops += s;
    if (s === 0 && v.level === "Check") checks += 1;
    else if (v.level === "Unknown") unknowns += 1;
  }
  return [stops, checks, unknowns, cost];
}
const verdictsOf = (s: Station): Verdict[] => [
  ...s.figures.flatMap((f) => (f.verdict ? [f.verdict] : [])),
  ...s.verdicts,
  ...s.limits.map((l) => l.verdict),
];

const NEEDS = ["need-disinfection", "need-softener", "need-carbon"] as const;
const hardnessFamilies = new Set(["softener", "conditioner", "scaleControl"]);
/** A chamber asks for a 5 µm stage ahead of it, unless it brings one. */
const FINE = 16;
/** Cloudy water is to pass a fine stage before a softener takes it: another one than the chamber's, because the softener stands between. */
const CLEARED = 32;
/** Which needs a unit of the line answers, as bits: the house's in the order of NEEDS, then soft water for an RO behind, then a fine stage. */
const provides = (m: UnitModel): number =>
  (isFineStage(m) ? FINE | CLEARED : 0) |
  (hardnessFamilies.has(m.family) && m.family !== "softener" ? CLEARED : 0) |
  (m.effects.includes("ultraviolet") ? 1 : 0) |
  (hardnessFamilies.has(m.family) ? 2 : 0) |
  (m.effects.includes("carbon") || m.effects.includes("catalyticCarbon") ? 4 : 0) |
  (m.family === "softener" ? 8 : 0);
/** Units of one kind do the same to the water; a structure is a sequence of kinds. */
const kindOf = (m: UnitModel): string =>
  `${m.family}:${m.effects.join("+")}:${m.effects.includes("sediment") ? isFineStage(m) : ""}`;
/** One treatment of hardness, one of each other family, two different cartridge stages: more of the same only costs. */
const groupOf = (m: UnitModel): string => (hardnessFamilies.has(m.family) ? "hardness" : m.family);

function runningOf(s: Station, ground: Pick<Ground, "facts" | "schools">): Running {
  const figure = (id: string) => s.figures.find((f) => f.id === id)?.value;
  const [interval, salt, waste] = [figure("interval"), figure("salt"), figure("waste")];
  const soft = s.model.softener;
  // A softener with nothing to remove uses no salt and has no interval.
  const brine =
    !soft || salt === 0
      ? 0
      : interval === undefined || salt === undefined
        ? undefined
        : interval > 0
          ? (((s.unit.saltLbPerFt3 ?? soft.saltLbPerFt3) * soft.resinFt3 * s.unit.parallel) / 3) *
            3.785411784 *
            (365.25 / interval)
          : 0;
  const drinkers = ground.facts.drinkers ?? ground.facts.persons;
  const rejected = !s.model.ro
    ? 0
    : waste === undefined || drinkers === undefined
      ? undefined
      : drinkers * ground.schools.litresPerDrinker * 365.25 * waste;
  return {
    saltKg: soft && salt === undefined ? undefined : (salt ?? 0),
    wasteLitres: brine === undefined || rejected === undefined ? undefined : brine + rejected,
    consumables: s.model.cost.yearly * s.unit.parallel,
  };
}
/** What a train costs to buy and a year of it takes; absent where one of its units' share is not known. */
export function costOfTrain(
  stations: readonly Station[],
  facts: Ground["facts"],
  schools: Ground["schools"],
): { readonly parts: number; readonly yearly: Running } {
  const running = stations.map((s) => runningOf(s, { facts, schools }));
  const sum = (key: keyof Running) =>
    running.reduce<number | undefined>(
      (total, r) => (total === undefined || r[key] === undefined ? undefined : total + r[key]),
      0,
    );
  const [saltKg, wasteLitres] = [sum("saltKg"), sum("wasteLitres")];
  return {
    parts: stations.reduce((total, s) => total + s.model.cost.parts * s.unit.parallel, 0),
    yearly: {
      saltKg,
      wasteLitres,
      consumables: sum("consumables")!,
    },
  };
}
/** For ranking only, where Unknowns were counted before: what is not known adds nothing. */
const costOf = (s: Station, r: Running, p: Prices): number =>
  s.model.cost.parts * s.unit.parallel +
  p.years * (r.consumables + (r.saltKg ?? 0) * p.saltPerKg + ((r.wasteLitres ?? 0) / 1000) * p.waterPerM3);

/** A way to place a unit, with the least that it can ever add to a train. */
interface Option {
  readonly model: UnitModel;
  readonly parallel: number;
  readonly kind: string;
  readonly group: string;
  readonly bits: number;
  readonly least: Score;
}
/**
 * A line in the making. `open`: judged, may go on with its next way, at that way's least; `closed`: ends here, the branch at its least;
 * `exact`: whole. `firm` is what the house says that nothing behind can change.
 */
interface Node {
  readonly score: Score;
  readonly stage: "open" | "closed" | "exact";
  /** Which of the ordered ways to go on is next; `open` only. */ readonly next: number;
  readonly stations: readonly Station[];
  readonly reached: Reached;
  readonly options: readonly Option[];
  readonly own: Score;
  readonly firm: Score;
  readonly tie: number;
}

const onlyCarbon = (m: UnitModel): boolean =>
  m.effects.includes("carbon") || m.effects.includes("catalyticCarbon");
/** Needs met after one more unit: a fine stage serves a chamber only while at most carbon follows it, and past the hardness nothing needs clearing any more. */
function metAfter(met: number, o: Option): number {
  const all = met | o.bits | (o.group === "hardness" ? CLEARED : 0);
  return isFineStage(o.model) || onlyCarbon(o.model) || o.bits & 1 ? all : all & ~FINE;
}
const metBy = (chosen: readonly Option[]): number => chosen.reduce(metAfter, 0);

/** Above this a house gets a reducing valve, kPa (handbook 2): trains are proposed behind one, so that less pressure is never better. */
export const REDUCED_TO = 552;
/** Pressures that every unit of a line takes, kPa: within them none says anything of it but Good. */
const PLAIN_PRESSURE = [138, 600] as const;
/** What a chamber would find ahead of it: no 5 µm stage, one with at most carbon between, or one with something else between. */
function prefilterAt(upstream: readonly UnitModel[]): "none" | "ready" | "apart" {
  const last = upstream.findLastIndex(isFineStage);
  if (last === -1) return "none";
  return upstream
    .slice(last + 1)
    .every((m) => m.effects.includes("carbon") || m.effects.includes("catalyticCarbon"))
    ? "ready"
    : "apart";
}

/** Water as the best pre-treatment could leave it: what any unit can take out is gone, what none changes stays. */
const treated = (water: Water): Water => ({
  ...water,
  hardness: value(0),
  calcium: undefined,
  magnesium: undefined,
  iron: value(0),
  turbidity: value(0),
  chlorine: value(0),
});
/** Verdicts that depend on what stands before a unit; left out of what it can do at best. */
const byPlace = new Set(["feed-pressure", "uv-prefilter"]);

/**
 * What a unit adds at best: judged in the best-treated water, without what depends on its place. What treats hardness finds the hardness as it is,
 * because a line holds one such unit and nothing else takes hardness out; and the iron, unless two fine stages took rust out of it.
 */
function leastOf(ground: Ground, model: UnitModel, parallel: number, prices: Prices): Score {
  const { water } = ground.facts;
  const best: Water = hardnessFamilies.has(model.family)
    ? {
        ...treated(water),
        hardness: water.hardness,
        calcium: water.calcium,
        magnesium: water.magnesium,
        iron:
          water.iron && water.ironForm === "ferric" ? mapMeasured(water.iron, (n) => 0.04 * n) : water.iron,
      }
    : treated(water);
  const { station } = placeUnit(
    ground,
    { ...beforeFirst(ground), water: best },
    { key: "x", model: model.code, parallel },
    model,
  );
  return scoreOf(
    verdictsOf(station).filter((v) => !byPlace.has(v.rule)),
    costOf(station, runningOf(station, ground), prices),
  );
}

/** Families that are judged by flow and by limits alone: what stands before them changes neither their size nor their cost. */
const sizedByFlow = new Set(["cartridge", "carbonTank", "conditioner", "scaleControl", "uv"]);
/** Options without those that another of the same kind outdoes in everything: verdicts, cost, pressure taken, pressure borne, and what it takes out of the water. */
function withoutWorse(options: readonly Option[], ground: Ground): Option[] {
  const { continuous, peak } = ground.demand;
  const told = new Map(
    options.map((o) => {
      const loss = lossCurve(o.model.lossPoints);
      const at = (flow: number | undefined) => (flow === undefined ? 0 : unitLoss(loss, flow / o.parallel));
      return [
        o,
        {
          loss: at(continuous),
          lossPeak: at(peak),
          bears: o.model.maxPressure ?? 862,
          media: (o.model.carbon?.mediaLitres ?? 0) * o.parallel,
          limits: JSON.stringify(o.model.limits ?? {}),
        },
      ];
    }),
  );
  const outdoes = (a: Option, b: Option): boolean => {
    const [x, y] = [told.get(a)!, told.get(b)!];
    return (
      x.limits === y.limits &&
      x.bears >= y.bears &&
      x.loss <= y.loss &&
      x.lossPeak <= y.lossPeak &&
      x.media >= y.media &&
      a.least[0] <= b.least[0] &&
      a.least[1] <= b.least[1] &&
      a.least[2] <= b.least[2] &&
      a.least[3] <= b.least[3]
    );
  };
  return options.filter(
    (b, i) =>
      !sizedByFlow.has(b.model.family) ||
      !options.some((a, j) => a !== b && a.kind === b.kind && outdoes(a, b) && (j < i || !outdoes(b, a))),
  );
}

/** For each set of unmet needs the least that meeting or accepting them adds to any train: a bound that never says too much. */
function leastFor(options: readonly Option[], accepted: readonly Score[]): readonly Score[] {
  // One fine stage clears for the softener or serves the chamber behind it, not both.
  const useful = options.flatMap((o) =>
    o.bits === 0
      ? []
      : isFineStage(o.model) && !(o.bits & 1)
        ? [
            { ...o, bits: o.bits & ~CLEARED },
            { ...o, bits: o.bits & ~FINE },
          ]
        : [o],
  );
  const best: Score[] = [zero];
  for (let mask = 1; mask < 2 ** accepted.length; mask += 1) {
    const ways = [
      ...useful.filter((o) => o.bits & mask).map((o) => add(o.least, best[mask & ~o.bits]!)),
      ...accepted.flatMap((a, i) =>
        mask & (1 << i) ? [add(a, best[mask & ~(1 << i) & ~(i === 0 ? FINE : i === 1 ? CLEARED : 0)]!)] : [],
      ),
    ];
    best.push(ways.reduce((x, y) => (less(y, x) < 0 ? y : x)));
  }
  return best;
}

/** How many lines the rules allow: orders of units of different groups, of cartridges up to two of different kinds. */
function trainsWithin(options: readonly Option[], most: number): number {
  /** Choices of so many units, without their order. */
  let choices = [1];
  for (const group of new Set(options.map((o) => o.group))) {
    const of = options.filter((o) => o.group === group);
    const one = of.length;
    const kinds = [...new Set(of.map((o) => o.kind))].map((kind) => of.filter((o) => o.kind === kind).length);
    const ways =
      group === "cartridge" ? [1, one, (one ** 2 - kinds.reduce((sum, k) => sum + k ** 2, 0)) / 2] : [1, one];
    choices = Array.from({ length: Math.min(most, choices.length + ways.length - 2) + 1 }, (_, n) =>
      ways.reduce((sum, w, i) => sum + w * (choices[n - i] ?? 0), 0),
    );
  }
  return choices.reduce(
    (sum, c, n) => sum + c * Array.from({ length: n }, (_, i) => i + 1).reduce((x, y) => x * y, 1),
    0,
  );
}

/**
 * The best trains for a site, each of another structure, by exact best-first search over the catalogue: fewest Stops (an unmet need is one, water
 * left unsafe ten), then Checks, then Unknowns, then least cost. The house's line holds at most `maxUnits`, one or two of each side by side, one treatment of hardness, one of each other
 * family and two cartridge stages; behind it, where wanted, an RO with or without a booster. Deterministic.
 */
export function proposeTrains(input: ProposeInput): Proposed {
  const high =
    Math.max(input.facts.staticPressure ?? 0, input.facts.nightPressure ?? 0, input.facts.wellCutIn ?? 0) >
    REDUCED_TO;
  const facts = high
    ? { ...input.facts, reducer: Math.min(input.facts.reducer ?? Infinity, REDUCED_TO) }
    : input.facts;
  const ground = groundOf({ ...input, facts });
  const options: Option[] = input.catalogue
    .filter((m) => !m.branch)
    .flatMap((model) =>
      [1, 2].map((parallel) => ({
        model,
        parallel,
        kind: kindOf(model),
        group: groupOf(model),
        bits: provides(model),
        least: leastOf(ground, model, parallel, input.prices),
      })),
    );
  const able = withoutWorse(options, ground);
  const membranes = input.catalogue
    .filter((m) => m.family === "ro")
    .sort(
      (a, b) =>
        a.cost.parts + input.prices.years * a.cost.yearly - b.cost.parts - input.prices.years * b.cost.yearly,
    );
  const boosters = [
    undefined,
    ...input.catalogue.filter((m) => m.family === "booster").sort((a, b) => a.cost.parts - b.cost.parts),
  ];
  const needs = ground.needs(input.withRo);
  const hardness = upper(totalHardness(facts.water));
  const ruleOf = (rule: string) => (rule === "catalytic-carbon" ? "need-carbon" : `need-${rule}`);
  const [known, open] = [
    new Set(needs.needs.map((n) => ruleOf(n.rule))),
    new Map(needs.open.map((o) => [ruleOf(o.rule), o] as const)),
  ];
  /** Where it is not known whether there is a need, a line without an answer to it is Unknown; disinfection says so by itself. */
  const openNeeds = NEEDS.flatMap((rule, i) => {
    const o = open.get(rule);
    return i > 0 && o && !known.has(rule)
      ? [
          {
            bit: 1 << i,
            verdict: unknown(
              rule,
              `not known ${o.blocked}`,
              o.missing.map((m) => `water.${m}`),
            ),
          },
        ]
      : [];
  });
  const openAt = (chosen: readonly Option[]): Verdict[] => {
    const met = metBy(chosen);
    return openNeeds.filter((n) => !(met & n.bit)).map((n) => n.verdict);
  };
  const hardRo: Score =
    hardness === undefined
      ? [0, 0, 1, 0]
      : scoreOf(
          (input.tables.limits.ro ?? [])
            .filter((l) => l.key === "hardness")
            .map((l) => judgeLimit(value(hardness), l, input.profile)),
          0,
        );
  const accepted: Score[] = [
    ...NEEDS.map((rule): Score =>
      known.has(rule) ? [rule === "need-disinfection" ? UNSAFE : 1, 0, 0, 0] : [0, 0, 1, 0],
    ),
    hardRo,
    [1, 0, 0, 0],
    [1, 0, 0, 0],
  ];
  const clear = (input.tables.limits.softener ?? []).find((l) => l.key === "turbidity");
  const cloudy =
    clear !== undefined &&
    facts.water.turbidity !== undefined &&
    judgeLimit(facts.water.turbidity, clear, input.profile).level === "Stop";
  const wanted =
    NEEDS.reduce(
      (bits, rule, i) => bits | (known.has(rule) || open.has(rule) ? 1 << i : 0),
      input.withRo && less(hardRo, zero) > 0 ? 8 : 0,
    ) |
    (known.has("need-disinfection") ? FINE : 0) |
    (cloudy && known.has("need-softener") ? CLEARED : 0);
  const least = leastFor(able, accepted);
  const answerable = new Set<string>([...NEEDS, "house-hardness", ...(input.withRo ? ["need-ro"] : [])]);

  let considered = 0;
  let tie = 0;
  /** The least first, by score and then by age, so that the search is the same every time. */
  const frontier = new TinyQueue<Node>([], (a, b) => less(a.score, b.score) || a.tie - b.tie);
  const waterKeys = new WeakMap<Water, string>();
  const keyOf = (water: Water): string => {
    const known = waterKeys.get(water) ?? JSON.stringify(water);
    waterKeys.set(water, known);
    return known;
  };
  /** The least that an RO adds behind a line, by its water alone: what its feed limits say, whatever the pressure. */
  const floors = new Map<string, readonly Score[]>();
  const floorsIn = (water: Water): readonly Score[] => {
    const key = keyOf(water);
    const known = floors.get(key);
    if (known) return known;
    const each = membranes.map((m) =>
      scoreOf(
        placeUnit(
          ground,
          { water, mark: "raw", upstream: [] },
          { key: "x", model: m.code, parallel: 1 },
          m,
        ).station.limits.map((l) => l.verdict),
        m.cost.parts + input.prices.years * m.cost.yearly,
      ),
    );
    floors.set(key, each);
    return each;
  };
  const count = () => {
    considered += 1;
    if (considered % 100 === 0) input.progress?.(considered);
  };
  const place = (at: Reached, key: string, model: UnitModel, parallel: number) => {
    count();
    const { station, reached } = placeUnit(ground, at, { key, model: model.code, parallel }, model);
    return {
      station,
      reached,
      score: scoreOf(verdictsOf(station), costOf(station, runningOf(station, ground), input.prices)),
    };
  };
  /** What a unit of the line does and says, by its water: the same wherever the pressure is within what every unit takes. */
  const placed = new Map<
    string,
    { readonly station: Station; readonly water: Water; readonly score: Score }
  >();
  const placeInLine = (at: Reached, key: string, option: Option) => {
    const { model, parallel } = option;
    const plain =
      at.pressure !== undefined && at.pressure >= PLAIN_PRESSURE[0] && at.pressure <= PLAIN_PRESSURE[1];
    if (!plain) return place(at, key, model, parallel);
    const ahead = model.uv ? prefilterAt(at.upstream) : "";
    const name = `${model.code}.${model.version ?? 1}x${parallel}|${ahead === "apart" ? at.upstream.map((m) => m.code).join() : ahead}|${keyOf(at.water)}`;
    const known = placed.get(name);
    if (!known) {
      const fresh = place(at, key, model, parallel);
      placed.set(name, { station: fresh.station, water: fresh.reached.water, score: fresh.score });
      return fresh;
    }
    count();
    const unit = { ...known.station.unit, key };
    const reached = reachedAfter(ground, at, unit, model, known.water);
    return {
      station: {
        ...known.station,
        key,
        unit,
        markIn: at.mark,
        markOut: reached.mark,
        pressureIn: at.pressure!,
      },
      reached,
      score: known.score,
    };
  };
  /** The best branch behind a line; cheapest first, so that the first without fault ends the search. */
  const branches = new Map<string, { readonly stations: readonly Station[]; readonly score: Score }>();
  const branchAt = (reached: Reached, n: number) => {
    const key = `${n}|${String(reached.pressure)}|${keyOf(reached.water)}`;
    const known = branches.get(key);
    if (known) return known;
    let best: { stations: readonly Station[]; score: Score } | undefined;
    const floor = floorsIn(reached.water);
    const rise = facts.tapRise;
    const before =
      reached.pressure === undefined || rise === undefined
        ? undefined
        : reached.pressure - KPA_PER_METRE * rise;
    /** What the feed pressure alone says: too little is a Stop, too much a Check. */
    const feed = (membrane: UnitModel, booster?: UnitModel): Score => {
      const pump = booster?.booster ?? membrane.booster;
      const kPa = before === undefined ? undefined : pump ? boosted(before, pump) : before;
      return kPa === undefined
        ? zero
        : kPa < membrane.ro!.minFeed / 1.001
          ? [1, 0, 0, 0]
          : kPa > membrane.ro!.maxFeed * 1.001
            ? [0, 0, 1, 0]
            : zero;
    };
    for (const booster of boosters)
      for (const [i, membrane] of membranes.entries()) {
        if (
          best &&
          less(
            add(add(floor[i]!, feed(membrane, booster)), [0, 0, 0, booster?.cost.parts ?? 0]),
            best.score,
          ) >= 0
        )
          continue;
        const first = booster && place(reached, `u${n + 1}`, booster, 1);
        const second = place(first?.reached ?? reached, `u${n + (booster ? 2 : 1)}`, membrane, 1);
        const score = add(first?.score ?? zero, second.score);
        if (!best || less(score, best.score) < 0)
          best = { stations: [...(first ? [first.station] : []), second.station], score };
      }
    const found = best ?? { stations: [], score: zero };
    branches.set(key, found);
    return found;
  };
  const first = beforeFirst(ground);
  /** The least that an RO adds behind a line with this water: at the line's first pressure, which only falls. */
  const roFloor = (water: Water): Score =>
    input.withRo && membranes.length > 0 ? branchAt({ ...first, water }, 0).score : zero;
  const roLeast = roFloor(treated(facts.water));

  const standing = new Map<string, Node[]>();
  /**
   * Is there a line that comes as far with the same water, no worse a score, no less pressure, and every choice that this one has left? Then whatever
   * may follow here follows there at least as well, and this one is of no use.
   */
  const useless = (node: Node, met: number): boolean => {
    const { reached } = node;
    // What a chamber finds ahead of it matters only where one is wanted.
    const key = `${met}|${wanted & 1 ? prefilterAt(reached.upstream) : ""}|${keyOf(reached.water)}`;
    const rivals = standing.get(key) ?? [];
    // What the units themselves say and cost adds up; what the house says does not (a Check that both come to counts once), and follows from the pressure.
    const beaten = rivals.some(
      (r) =>
        less(r.own, node.own) <= 0 &&
        r.options.length <= node.options.length &&
        (r.reached.lossPeak ?? 0) <= (reached.lossPeak ?? 0) &&
        (r.reached.pressure ?? 0) >= (reached.pressure ?? 0) &&
        r.options.every((o) => node.options.some((n) => n.group === o.group)),
    );
    if (!beaten) {
      rivals.push(node);
      standing.set(key, rivals);
    }
    return beaten;
  };
  /** Ways to go on, the least first, for each set of needs already met: the order is the same for every line that met the same. */
  const orders = new Map<number, { readonly option: Option; readonly adds: Score }[]>();
  const waysAfter = (met: number) => {
    const known =
      orders.get(met) ??
      able
        .map((option) => ({
          option,
          adds: add(
            add(
              option.least,
              cloudy && option.model.family === "softener" && !(met & CLEARED) ? [1, 0, 0, 0] : zero,
            ),
            least[wanted & ~metAfter(met, option)]!,
          ),
        }))
        .sort((x, y) => less(x.adds, y.adds));
    orders.set(met, known);
    return known;
  };
  const fits = (chosen: readonly Option[], option: Option): boolean =>
    !chosen.some((o) => (o.group === "cartridge" ? o.kind === option.kind : o.group === option.group)) &&
    !(option.group === "cartridge" && chosen.filter((o) => o.group === "cartridge").length === 2);
  /** The line at its next way that fits, or nothing when all were tried. */
  const goOn = (node: Node): void => {
    const ways = waysAfter(metBy(node.options));
    let next = node.next;
    while (next < ways.length && !fits(node.options, ways[next]!.option)) next += 1;
    if (next < ways.length)
      frontier.push({
        ...node,
        next,
        score: add(add(add(node.own, node.firm), ways[next]!.adds), roLeast),
        tie: (tie += 1),
      });
  };
  const push = (node: Pick<Node, "stations" | "reached" | "options" | "own">): void => {
    const met = metBy(node.options);
    const house = judgeHouse(ground, node.stations, node.reached).verdicts;
    const firm = scoreOf(
      house.filter((v) => !answerable.has(v.rule)),
      0,
    );
    const open: Node = {
      ...node,
      firm,
      stage: "open",
      next: 0,
      score: add(add(add(node.own, firm), least[wanted & ~met]!), roLeast),
      tie: (tie += 1),
    };
    if (useless(open, met)) return;
    if (node.options.length < input.maxUnits) goOn(open);
    frontier.push({
      ...node,
      firm,
      stage: "closed",
      next: 0,
      score: add(
        add(
          node.own,
          scoreOf(
            [...house.filter((v) => v.rule !== "need-ro" || !input.withRo), ...openAt(node.options)],
            0,
          ),
        ),
        roFloor(node.reached.water),
      ),
      tie: (tie += 1),
    });
  };

  push({ stations: [], reached: first, options: [], own: zero });
  const found: Node[] = [];
  const structures = new Set<string>();
  for (
    let node = frontier.pop();
    node && found.length < input.keep && !(found.length >= 2 && considered > (input.patience ?? Infinity));
    node = frontier.pop()
  ) {
    const structure = node.options.map((o) => o.kind).join(">");
    if ((node.stage === "closed" || node.stage === "exact") && structures.has(structure)) continue;
    if (node.stage === "exact") {
      structures.add(structure);
      found.push(node);
      continue;
    }
    if (node.stage === "closed") {
      const branch = input.withRo
        ? branchAt(node.reached, node.options.length)
        : { stations: [], score: zero };
      const stations = [...node.stations, ...branch.stations];
      const house = judgeHouse(ground, stations, node.reached).verdicts;
      frontier.push({
        ...node,
        stage: "exact",
        stations,
        score: add(add(node.own, branch.score), scoreOf([...house, ...openAt(node.options)], 0)),
        tie: (tie += 1),
      });
      continue;
    }
    const { option } = waysAfter(metBy(node.options))[node.next]!;
    const stands = placeInLine(node.reached, `u${node.options.length + 1}`, option);
    goOn({ ...node, next: node.next + 1 });
    push({
      stations: [...node.stations, stands.station],
      reached: stands.reached,
      options: [...node.options, option],
      own: add(node.own, stands.score),
    });
  }
  return {
    reducedTo: high ? facts.reducer! : undefined,
    considered,
    space:
      trainsWithin(options, input.maxUnits) *
      (input.withRo ? Math.max(1, boosters.length * membranes.length) : 1),
    proposals: found.map((node) => proposalOf(node, ground, openAt(node.options))),
  };
}

function proposalOf(node: Node, ground: Ground, unasked: readonly Verdict[]): Proposal {
  const { stations, score } = node;
  const house = [...judgeHouse(ground, stations, node.reached).verdicts, ...unasked];
  const open = [
    ...stations.flatMap((s) => verdictsOf(s).map((verdict) => ({ at: s.model.code, verdict }))),
    ...house.map((verdict) => ({ at: "House", verdict })),
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
