import TinyQueue from "tinyqueue";
import { beginnings } from "./beginnings";
import { candidatesOf, levelsOf, type Candidate } from "./candidates";
import { improved } from "./improve";
import { misfits, misfitsBetween } from "./judge";
import { leastRest, leastRun, pipeEnd, type PipeEnd } from "./least";
import { pack } from "./pack";
import { placingFor, type PlaceOptions } from "./patience";
import { isBetter, placingOf, routeTo, type Placing } from "./routes";
import { keptClear, type Standing, type WallUnit } from "./standing";
import { grown, type Rect, type Wall } from "./wall";

/** What a search for places came to. */
export interface Placed {
  readonly best?: Placing;
  /** Nothing better stands on the places that are tried: the search came to its end. */
  readonly isBest: boolean;
  /** No arrangement on the places that are tried takes less pipe, mm; `Infinity` where there is none. */
  readonly leastMm: number;
}

/** What looking for a pipe takes, beside weighing a place. */
const ROUTE = 200;

/** Units that stand already, the last first. */
interface Chain {
  readonly candidate: Candidate;
  readonly before?: Chain;
}
const unchained = (chain: Chain | undefined): Candidate[] =>
  chain ? [...unchained(chain.before), chain.candidate] : [];

/** A way on with one unit more: what pipe it takes at least, and how wide it is. */
interface Way {
  readonly candidate: Candidate;
  readonly bound: number;
  readonly width: number;
}
/** An arrangement on its way: hoped for, its last pipe looked for, or whole. */
interface Open {
  readonly is: "hoped" | "routed" | "whole";
  readonly depth: number;
  readonly chain?: Chain;
  /** Where the next pipe begins, and the pipe up to there. */
  readonly from: PipeEnd;
  readonly pipe: number;
  readonly bound: number;
  readonly width: number;
  /** What else may stand in its last unit's place, the best first. */
  readonly others?: { readonly of: Open; readonly ways: readonly Way[]; readonly at: number };
  readonly placing?: Placing;
}

/** Less pipe first; of equal ones the furthest, so that one is whole soon; of these the narrowest. */
const sooner = (a: Open, b: Open): number => a.bound - b.bound || b.depth - a.depth || a.width - b.width;

/** Of so many ways to begin the best is taken; where none is found among so many, the search goes on without. */
const ENOUGH = 12;
const TRIES = 300;

/**
 * Of so many places of a unit that lead on, each is followed to its end while something to begin with is
 * looked for; and what part of all patience that may take, where nothing else is known and where something is.
 */
const DIVES = 3;
const DIVE_PART = { alone: 0.5, beside: 0.1 } as const;

/**
 * Looks for the best arrangement, unit by unit along the water, always going on where the least pipe can be
 * hoped for.
 */
class Search {
  private tried = 0;
  private steps = 0;
  private best: Placing | undefined;
  /** What it began with, which is moved on as far as it gets better already. */
  begunWith: Placing | undefined;
  private readonly candidates: readonly (readonly Candidate[])[];
  private readonly rest: readonly (readonly number[])[];
  private readonly obstacles: readonly Rect[];
  private readonly queue = new TinyQueue<Open>([], sooner);

  constructor(
    private readonly wall: Wall,
    private readonly units: readonly WallUnit[],
    private readonly options: PlaceOptions,
  ) {
    const levels = levelsOf(wall, units);
    this.candidates = units.map((unit) => candidatesOf(wall, unit, levels, options));
    this.rest = leastRest(wall, units, this.candidates, pipeEnd(wall.to, [], options.clear));
    this.obstacles = wall.obstacles.map((o) => grown(keptClear(wall, o), options.clear));
  }

  /** `packed`: some way in which they stand, where one is known. */
  run(packed: readonly Standing[] | undefined): Placed {
    const from = pipeEnd(this.wall.from, [], this.options.clear);
    const nothing: Open = { is: "routed", depth: 0, from, pipe: 0, bound: 0, width: 0 };
    this.begunWith = this.betteredFrom(nothing, packed);
    this.best = this.begunWith;
    this.queue.push(nothing);
    for (let open = this.queue.pop(); open; open = this.queue.pop()) {
      if (this.best && open.bound > this.best.pipeMm) break;
      if (this.steps >= this.options.patience) return this.ended(false, open.bound);
      if (open.others) this.pushWay(open.others.of, open.others.ways, open.others.at + 1);
      if (isBetter(open.bound, open.width, this.best)) this.goOn(open);
    }
    return this.ended(true, Infinity);
  }

  /** What was found, with what no arrangement that was not looked at can fall below. */
  private ended(isBest: boolean, left: number): Placed {
    return { best: this.best, isBest, leastMm: Math.min(left, this.best?.pipeMm ?? Infinity) };
  }

  /** Something to begin with, bettered from there: as the units are packed, or what a dive finds that is better. */
  private betteredFrom(nothing: Open, packed: readonly Standing[] | undefined): Placing | undefined {
    this.best = packed && this.begun(packed);
    const part = this.best ? DIVE_PART.beside : DIVE_PART.alone;
    const found = this.dive(nothing, this.options.patience * part) ?? this.best;
    return found && improved(this.wall, this.units, found.standings, this.options);
  }

  /** Of the first ways in which all stand and every pipe finds its way the best. */
  private begun(packed: readonly Standing[]): Placing | undefined {
    const { wall, units, options } = this;
    let first: Placing | undefined;
    let found = 0;
    let tried = 0;
    for (const next of beginnings(wall, units, packed, options.step)) {
      if (misfits(wall, units, next).length > 0) continue;
      const placing = placingOf(wall, units, next, options.clear, first?.pipeMm);
      tried += 1;
      if (placing) found += 1;
      if (placing && isBetter(placing.pipeMm, placing.widthMm, first)) first = placing;
      if (found === ENOUGH || tried === TRIES) break;
    }
    return first;
  }

  private goOn(open: Open): void {
    if (open.is === "whole") this.best = open.placing;
    else if (open.is === "hoped") this.look(open);
    else if (open.depth === this.units.length) this.finish(open);
    else this.pushWay(open, this.waysOn(open), 0);
  }

  private pushWay(of: Open, ways: readonly Way[], at: number): void {
    const way = ways[at];
    if (!way) return;
    this.queue.push({ ...this.hopedFor(of, way), others: { of, ways, at } });
  }

  private hopedFor({ depth, from, pipe, chain }: Open, { candidate, bound, width }: Way): Open {
    return {
      is: "hoped",
      depth: depth + 1,
      chain: { candidate, before: chain },
      from,
      pipe,
      bound,
      width,
    };
  }

  private waysOn({ depth, chain, from, pipe, bound: soFar }: Open): Way[] {
    this.steps += this.candidates[depth]!.length;
    const placed = unchained(chain);
    const leftmost = Math.min(...placed.map((c) => c.body.x));
    const rightmost = Math.max(...placed.map((c) => c.body.x + c.body.width));
    return this.candidates[depth]!.map((candidate) => {
      const { inlet, body } = candidate;
      const run = inlet ? leastRun(from, inlet, this.wall) : 0;
      return {
        candidate,
        // What is left at least behind a place knows who may follow it: less than was known cannot be hoped for.
        bound: Math.max(soFar, pipe + run + this.restOf(depth, candidate)),
        width: Math.max(rightmost, body.x + body.width) - Math.min(leftmost, body.x),
      };
    })
      .filter((way) => isBetter(way.bound, way.width, this.best))
      .sort((a, b) => a.bound - b.bound || a.width - b.width);
  }

  /** A unit without pipes leaves open what follows: nothing is known of it. */
  private restOf(i: number, { index }: Candidate): number {
    return this.rest[i]![index] ?? 0;
  }

  /** What is left at least behind a unit; behind the last one, round everything that stands. */
  private restRound(i: number, candidate: Candidate, there: readonly Rect[]): number {
    const isLast = !this.units.slice(i + 1).some((u) => u.ports);
    if (!isLast) return this.restOf(i, candidate);
    return leastRun(candidate.outlet!, pipeEnd(this.wall.to, [], this.options.clear), this.wall, there);
  }

  private look(open: Open): void {
    const next = this.reached(open);
    if (next) this.queue.push(next);
  }

  /**
   * An arrangement with the pipe to its last unit; hoped for with more where that takes more at least;
   * undefined where the unit cannot stand there, or no pipe reaches it.
   */
  private reached(open: Open): Open | undefined {
    const placed = unchained(open.chain);
    const i = placed.length - 1;
    const candidate = placed[i]!;
    const last = { unit: this.units[i]!, at: candidate.at };
    const stands = placed
      .slice(0, i)
      .every(
        (c, k) => misfitsBetween({ unit: this.units[k]!, at: c.at }, last, this.wall.corner).length === 0,
      );
    if (!stands) return undefined;
    const routed = { ...open, is: "routed" as const, others: undefined };
    if (!candidate.inlet) return routed;
    // What its pipes go round, of the wall and of other units, may make it wait for others already.
    const there = [...this.obstacles, ...placed.flatMap((c) => c.inlet?.round ?? [])];
    const rest = this.restRound(i, candidate, there);
    const least = open.pipe + leastRun(open.from, candidate.inlet, this.wall, there) + rest;
    if (least > open.bound) return { ...open, others: undefined, bound: least };
    this.count(1);
    const standings = placed.map((c) => c.at);
    const most = (this.best?.pipeMm ?? Infinity) - open.pipe - rest;
    const route = routeTo(this.wall, this.units, standings, open.from.port, this.options.clear, most);
    if (!route) return undefined;
    const pipe = open.pipe + route.length;
    const bound = Math.max(open.bound, pipe + rest);
    return { ...routed, pipe, from: candidate.outlet!, bound };
  }

  /**
   * Some arrangement, better than what is known: unit by unit the way that promises most, and the next best
   * where one leads nowhere; of each only a few, and of all so many steps.
   */
  private dive(open: Open, until: number): Placing | undefined {
    if (open.depth === this.units.length) return this.whole(open);
    let led = 0;
    for (const way of this.waysOn(open)) {
      if (this.steps >= until || led === DIVES) return undefined;
      let next = this.reached(this.hopedFor(open, way));
      while (next?.is === "hoped") next = this.reached(next);
      if (!next) continue;
      led += 1;
      const found = this.dive(next, until);
      if (found) return found;
    }
    return undefined;
  }

  /** An arrangement of all units, with all its pipes round all of them. */
  private whole(open: Open): Placing | undefined {
    this.count(this.units.length + 1);
    return placingOf(
      this.wall,
      this.units,
      unchained(open.chain).map((c) => c.at),
      this.options.clear,
      this.best?.pipeMm,
    );
  }

  private finish(open: Open): void {
    const placing = this.whole(open);
    if (!placing) return;
    const { pipeMm: bound, widthMm: width } = placing;
    this.queue.push({ ...open, is: "whole", depth: open.depth + 1, placing, bound, width });
  }

  private count(pipes: number): void {
    this.steps += pipes * ROUTE;
    this.tried += 1;
    if (this.tried % 100 === 0) this.options.onProgress?.(this.tried);
  }
}

/**
 * Where units stand best on a wall: the least pipe, then the least width (handbook 3, Fit). Their order is
 * the train's, from the inlet on the left. Places by steps, and those that touch what is on the wall or are
 * level with a port, are tried, and the best is then moved on by 10 mm while it gets better. Without `best`
 * nothing fits, or no pipe finds a way.
 */
export function place(
  surveyed: Wall,
  units: readonly WallUnit[],
  options: PlaceOptions = placingFor(units.length),
): Placed {
  // What was held by hand was held for other places.
  const wall = { ...surveyed, held: undefined };
  const packed = pack(wall, units);
  if (packed.is === "no") return { isBest: true, leastMm: Infinity };
  const known = packed.is === "fits" ? packed.standings : undefined;
  const search = new Search(wall, units, options);
  const placed = search.run(known);
  const isMovedOn = placed.best === search.begunWith;
  if (!placed.best || isMovedOn) return placed;
  return { ...placed, best: improved(wall, units, placed.best.standings, options) };
}
