import { compile, type Compiled, type RuleId } from "./compile";
import { advance, back, bit, givenBy, layoutOf, pack, placeAt, positionAt, scratchFor, setPosition, settle, turn, unpack, type Given, type Layout, type Scratch } from "./moment";
import { relevantHandles } from "./relevant";
import type { Circumstances, Move, Rig, RigGoal, RigState } from "./rig";

export interface PlanOptions {
  readonly circumstances?: Circumstances;
  /** False: neither rules nor walks count, only moves (the reference figures). */
  readonly rules?: boolean;
  /** Stop rules that are left out, to find which of them stands in the way. */
  readonly without?: readonly RuleId[];
  /** Called every 2 000 states with their number; false stops the search. */
  readonly goOn?: (states: number) => boolean;
}

export type Planned =
  | { readonly found: true; readonly moves: readonly Move[]; /** A move 1, a Check passed through 3, a walk 0.5. */ readonly cost: number; readonly states: number }
  | { readonly found: false; /** Every safe order was tried. */ readonly impossible: boolean; readonly states: number };

/** Costs are counted in hundredths of a half, so that they stay whole; one hundredth tells apart what costs the same: a way out is not opened while water stands behind it. */
const HALVES = 100;
const MOVE = 2 * HALVES, CHECK = 6 * HALVES, WALK = HALVES, WASTE = 1;
const NONE = 0x3fffffff;

interface Aim { readonly live: Int16Array; readonly relieved: Int16Array; readonly empty: Int16Array; readonly positions: Int16Array; /** Positions in which each handle may not end, a bit each. */ readonly endsNot: Uint8Array; readonly serves: Int16Array; readonly passedBy: Int16Array; readonly full: Int16Array; readonly alwaysLive: Int16Array; readonly noVent: boolean; /** The house is fed at the end in any case. */ readonly fed: boolean; readonly possible: boolean }

function aimOf(c: Compiled, goal: RigGoal): Aim {
  let possible = true;
  // Nodes that a unit joins for good share their pressure: one stands for all.
  const joined = Int16Array.from({ length: c.knots }, (_, k) => k);
  for (let again = true; again; ) { again = false; for (let e = 0; e < c.edgeIds.length; e += 1) if (c.isUnit[e]) { const low = Math.min(joined[c.from[e]!]!, joined[c.to[e]!]!); for (const k of [c.from[e]!, c.to[e]!]) if (joined[k]! > low) { joined[k] = low; again = true; } } }
  const one = (ks: Int16Array) => Int16Array.from(new Map([...ks].map((k) => [joined[k]!, k])).values());
  const knots = (names: readonly string[] | undefined) => Int16Array.from([...new Set((names ?? []).map((n) => { const k = c.knotOf.get(n); if (k === undefined) possible = false; return k ?? 0; }))]);
  const units = (keys: readonly string[] | undefined) => Int16Array.from((keys ?? []).map((key) => { const u = c.rig.units.findIndex((x) => x.key === key); if (u < 0) possible = false; return Math.max(0, u); }));
  const positions = new Int16Array(c.positionCount.length).fill(-1);
  for (const [handle, name] of Object.entries(goal.positions ?? {})) {
    const h = c.rig.handles.findIndex((x) => x.id === handle);
    const p = h < 0 ? -1 : c.rig.handles[h]!.positions.findIndex((x) => x.name === name);
    if (p < 0) possible = false; else positions[h] = p;
  }
  const endsNot = Uint8Array.from(c.rig.handles, (h) => h.positions.reduce((bits, p, i) => (goal.endsNot?.[h.id]?.includes(p.name) ? bits | (1 << i) : bits), 0));
  const live = knots(goal.live);
  const alwaysLive = knots(goal.always?.live);
  const fed = c.house >= 0 && (live.includes(c.house) || alwaysLive.includes(c.house) || (goal.serves?.length ?? 0) + (goal.passedBy?.length ?? 0) > 0);
  return { live: one(live), relieved: one(knots(goal.relieved)), empty: knots(goal.empty), positions, endsNot, serves: units(goal.serves), passedBy: units(goal.passedBy), full: units(goal.full), alwaysLive, noVent: goal.always?.noVentOnLive === true, fed, possible };
}

const isLive = (t: Scratch, k: number): boolean => t.compLive[t.comp[k]!] === 1;

function keepsAlways(t: Scratch, c: Compiled, aim: Aim): boolean {
  for (let i = 0; i < aim.alwaysLive.length; i += 1) if (!isLive(t, aim.alwaysLive[i]!)) return false;
  if (aim.noVent) { const inner = c.edgeIds.length; for (let o = 0; o < c.openingIds.length; o += 1) if (t.degree[inner + o]! > 0 && isLive(t, c.openingAt[o]!)) return false; }
  return true;
}

/** Is the unit on a way of the house's water, and is there a way past it? From a scratch whose conditions are set. */
function onWay(c: Compiled, t: Scratch, u: number): boolean {
  if (c.house < 0 || !isLive(t, c.house)) return false;
  for (let e = 0; e < c.edgeIds.length; e += 1) if (c.unitOf[e] === u && t.onPath[e]) return true;
  return false;
}
const blendedAt = (c: Compiled, t: Scratch, u: number): boolean => { const key = c.rig.units[u]!.group ?? c.rig.units[u]!.key; for (let i = c.at.blended; i < c.at.hotTrapped; i += 1) if (c.conditions[i]!.subject === key) return ((t.holds[i >> 5]! >>> (i & 31)) & 1) === 1; return false; };

function reached(c: Compiled, t: Scratch, l: Layout, aim: Aim, s: Int32Array, base: number): boolean {
  for (let h = 0; h < aim.positions.length; h += 1) { const p = positionAt(s, base, h); if ((aim.positions[h]! >= 0 && p !== aim.positions[h]) || (aim.endsNot[h]! >> p) & 1) return false; }
  for (let i = 0; i < aim.live.length; i += 1) if (!isLive(t, aim.live[i]!)) return false;
  for (let i = 0; i < aim.relieved.length; i += 1) if (bit(s, base + l.pressured, aim.relieved[i]!)) return false;
  for (let i = 0; i < aim.empty.length; i += 1) if (bit(s, base + l.pressured, aim.empty[i]!) || bit(s, base + l.wet, aim.empty[i]!)) return false;
  for (let i = 0; i < aim.full.length; i += 1) { const u = aim.full[i]!; for (const k of [c.unitIn[u]!, c.unitOut[u]!]) if (k < 0 || !bit(s, base + l.wet, k)) return false; }
  for (let i = 0; i < aim.serves.length; i += 1) if (!onWay(c, t, aim.serves[i]!) || blendedAt(c, t, aim.serves[i]!)) return false;
  for (let i = 0; i < aim.passedBy.length; i += 1) if (onWay(c, t, aim.passedBy[i]!) || c.house < 0 || !isLive(t, c.house)) return false;
  return true;
}

/** What one move changes of an edge at most counts as a share of it, so that shares of different edges may be added: 12 is a whole move. */
const WHOLE = 12;
const FAR = 0x3fff;

/** The share of each edge and opening: a lever's is a whole move; a head's is the less, the more its turn changes at once. */
function sharesOf(c: Compiled): Int16Array {
  const shares = new Int16Array(c.edgeIds.length + c.openingIds.length).fill(WHOLE);
  for (const sets of c.sets) {
    const degree = (x: Int16Array, e: number): number => { for (let i = 0; i < x.length; i += 2) if (x[i] === e) return x[i + 1]!; return 0; };
    const edges = [...new Set(sets.flatMap((x) => [...x].filter((_, i) => i % 2 === 0)))];
    let most = 1;
    for (const a of sets) for (const b of sets) most = Math.max(most, edges.filter((e) => (degree(a, e) > 0) !== (degree(b, e) > 0)).length);
    for (const e of edges) shares[e] = Math.min(shares[e]!, Math.floor(WHOLE / most));
  }
  return shares;
}

/**
 * Never more than is still needed. What must open and what must close are different edges, in different parts of the rig: the way that vents a node
 * lies in its own region, the way that feeds the house in the live one. Each is a shortest way or a smallest cut over edges weighted by their share of a move.
 */
class Bound {
  private readonly dist: Int16Array;
  private readonly queue: Int16Array;
  private readonly queued: Uint8Array;
  private readonly flow: Int16Array;
  private readonly by: Int16Array;
  /** Shares as they count now: nothing for the edges of handles that have to move in any case, whose moves are counted by themselves. */
  private readonly shares: Int16Array;
  private readonly full: Int16Array;
  private readonly visit: Uint8Array;
  constructor(private readonly c: Compiled, private readonly aim: Aim, private readonly rules: boolean) {
    this.dist = new Int16Array(c.knots); this.queue = new Int16Array(c.knots + 1); this.queued = new Uint8Array(c.knots);
    this.flow = new Int16Array(c.edgeIds.length); this.by = new Int16Array(c.knots); this.visit = new Uint8Array(c.places.length); this.full = sharesOf(c); this.shares = this.full.slice();
  }

  /** Least shares of closed edges from a knot, or from all that is live, to every knot; leaving out a knot or the edges of a unit's group. */
  private spread(t: Scratch, start: number, without: number, group: number): void {
    const { c, dist, queue, queued, shares } = this;
    const size = queue.length;
    dist.fill(FAR);
    queued.fill(0);
    let head = 0, tail = 0;
    if (start >= 0) { dist[start] = 0; queue[tail++] = start; queued[start] = 1; } else for (let k = 0; k < c.knots; k += 1) if (isLive(t, k)) { dist[k] = 0; queue[tail++] = k; queued[k] = 1; }
    if (tail === size) tail = 0;
    while (head !== tail) {
      const k = queue[head]!;
      head = head + 1 === size ? 0 : head + 1;
      queued[k] = 0;
      for (let x = c.startAt[k]!, end = c.startAt[k + 1]!; x < end; x += 1) {
        const e = c.edgeAt[x]!;
        const other = c.otherAt[x]!;
        if (other === without || (group >= 0 && c.groupOf[e] === group)) continue;
        const d = dist[k]! + (t.degree[e] === 0 ? shares[e]! : 0);
        if (d < dist[other]!) {
          dist[other] = d;
          if (!queued[other]) { queued[other] = 1; queue[tail] = other; tail = tail + 1 === size ? 0 : tail + 1; }
        }
      }
    }
  }

  /** Least shares of open edges that part a knot from the main, and from the house if it is to stay fed: the greatest flow. */
  private cut(t: Scratch, target: number, fed: boolean): number {
    const { c, flow, by, queue, shares } = this;
    flow.fill(0);
    let total = 0;
    for (;;) {
      by.fill(-2);
      let head = 0, tail = 0;
      by[c.main] = -1; queue[tail++] = c.main;
      if (fed && by[c.house] === -2) { by[c.house] = -1; queue[tail++] = c.house; }
      if (by[target] === -1) return FAR;
      while (head < tail && by[target] === -2) {
        const k = queue[head++]!;
        for (let x = c.startAt[k]!, end = c.startAt[k + 1]!; x < end; x += 1) {
          const e = c.edgeAt[x]!;
          if (t.degree[e] === 0) continue;
          const forth = c.from[e] === k;
          const other = c.otherAt[x]!;
          if (by[other] !== -2) continue;
          // A check valve need not be closed against what comes from behind it.
          if (c.isCheck[e] && !forth) continue;
          const room = c.isUnit[e] || c.isCheck[e] ? FAR : forth ? shares[e]! - flow[e]! : shares[e]! + flow[e]!;
          if (room > 0) { by[other] = e; queue[tail++] = other; }
        }
      }
      if (by[target] === -2) return total;
      let least = FAR;
      for (let k = target; by[k] !== -1; ) { const e = by[k]!; const forth = c.to[e] === k; const room = c.isUnit[e] || c.isCheck[e] ? FAR : forth ? shares[e]! - flow[e]! : shares[e]! + flow[e]!; if (room < least) least = room; k = forth ? c.from[e]! : c.to[e]!; }
      if (least >= FAR) return FAR;
      for (let k = target; by[k] !== -1; ) { const e = by[k]!; const forth = c.to[e] === k; flow[e]! += forth ? least : -least; k = forth ? c.from[e]! : c.to[e]!; }
      total += least;
    }
  }

  of(t: Scratch, l: Layout, s: Int32Array, base: number): number {
    const { c, aim, shares } = this;
    let positions = 0;
    const visit = this.visit;
    visit.fill(0);
    shares.set(this.full);
    for (let h = 0; h < aim.positions.length; h += 1) {
      const p = positionAt(s, base, h);
      if ((aim.positions[h]! < 0 || p === aim.positions[h]) && !((aim.endsNot[h]! >> p) & 1)) continue;
      positions += 1;
      visit[c.placeOf[h]!] = 1;
      const sets = c.sets[h]![0]!;
      for (let i = 0; i < sets.length; i += 2) shares[sets[i]!] = 0;
    }
    // Every place with a handle to move has to be walked to, but for the one where the hand is.
    let walks = 0;
    if (this.rules && c.places.length > 1) {
      const at = placeAt(s[base + l.rest]!);
      for (let p = 0; p < visit.length; p += 1) if (visit[p] && p !== at) walks += 1;
      if (at < 0 && walks > 0) walks -= 1;
    }
    let most = positions * MOVE + walks * WALK;
    const moves = (share: number): number => MOVE * (positions + Math.ceil(share / WHOLE)) + walks * WALK;
    let missing = false;
    for (let i = 0; i < aim.live.length && !missing; i += 1) if (!isLive(t, aim.live[i]!)) missing = true;
    if (missing) {
      this.spread(t, -1, -1, -1);
      for (let i = 0; i < aim.live.length; i += 1) { const d = this.dist[aim.live[i]!]!; if (d >= FAR) return NONE; most = Math.max(most, moves(d)); }
    }
    const inner = c.edgeIds.length;
    const fedNow = c.house >= 0 && isLive(t, c.house);
    for (let i = 0; i < aim.relieved.length; i += 1) {
      const k = aim.relieved[i]!;
      if (!bit(s, base + l.pressured, k)) continue;
      if (k === c.main || (k === c.house && aim.fed)) return NONE;
      this.spread(t, k, -1, -1);
      let vent = FAR;
      for (let o = 0; o < c.openingIds.length; o += 1) { const d = this.dist[c.openingAt[o]!]! + (t.degree[inner + o]! > 0 ? 0 : shares[inner + o]!); if (d < vent) vent = d; }
      if (vent >= FAR) return NONE;
      // The house may be fed at the end, on a way that leaves this node out, or, where it may go dry, that may cost its Check.
      let best = NONE;
      if (c.house >= 0 && k !== c.house) {
        this.spread(t, c.main, k, -1);
        const way = this.dist[c.house]!;
        const cut = way >= FAR ? FAR : this.cut(t, k, true);
        if (way < FAR && cut < FAR) best = moves(vent + way + cut);
      }
      if (!aim.fed) { const cut = this.cut(t, k, false); if (cut < FAR) best = Math.min(best, moves(vent + cut) + (this.rules && fedNow ? CHECK : 0)); }
      if (best >= NONE) return NONE;
      most = Math.max(most, best);
    }
    for (let i = 0; i < aim.empty.length; i += 1) {
      const k = aim.empty[i]!;
      if (!bit(s, base + l.wet, k)) continue;
      this.spread(t, k, -1, -1);
      let low = FAR;
      for (let o = 0; o < c.openingIds.length; o += 1) {
        if (!c.openingLow[o]) continue;
        // Another opening lets air in: open already somewhere, or one move more.
        let other = FAR;
        for (let p = 0; p < c.openingIds.length; p += 1) if (p !== o && this.dist[c.openingAt[p]!]! < FAR) other = Math.min(other, t.degree[inner + p]! > 0 ? 0 : shares[inner + p]!);
        low = Math.min(low, this.dist[c.openingAt[o]!]! + (t.degree[inner + o]! > 0 ? 0 : shares[inner + o]!) + other);
      }
      if (low >= FAR) return NONE;
      const cut = this.cut(t, k, false);
      if (cut >= FAR) return NONE;
      most = Math.max(most, moves(low + cut) + (this.rules && fedNow && k === c.house ? CHECK : 0));
    }
    if (c.house >= 0) {
      for (let i = 0; i < aim.serves.length; i += 1) {
        const u = aim.serves[i]!;
        this.spread(t, c.main, -1, -1);
        const into = Math.min(this.dist[c.unitIn[u]!]!, this.dist[c.unitOut[u]!]!);
        this.spread(t, c.house, -1, -1);
        const onward = Math.min(this.dist[c.unitIn[u]!]!, this.dist[c.unitOut[u]!]!);
        if (into + onward >= FAR) return NONE;
        most = Math.max(most, moves(into + onward));
      }
      for (let i = 0; i < aim.passedBy.length; i += 1) {
        this.spread(t, c.main, -1, this.groupOf(aim.passedBy[i]!));
        if (this.dist[c.house]! >= FAR) return NONE;
        most = Math.max(most, moves(this.dist[c.house]!));
      }
    }
    for (let i = 0; i < aim.full.length; i += 1) {
      const u = aim.full[i]!;
      if (bit(s, base + l.wet, c.unitIn[u]!) && bit(s, base + l.wet, c.unitOut[u]!)) continue;
      this.spread(t, -1, -1, -1);
      const d = Math.max(this.dist[c.unitIn[u]!]!, this.dist[c.unitOut[u]!]!);
      if (d >= FAR) return NONE;
      most = Math.max(most, moves(d));
    }
    return most;
  }

  private groupOf(u: number): number { for (let e = 0; e < this.c.edgeIds.length; e += 1) if (this.c.unitOf[e] === u) return this.c.groupOf[e]!; return -1; }
}

/** Packed states with their costs, found again by their words without making a string of them. */
class Table {
  store: Int32Array;
  readonly cost: number[] = [];
  readonly parent: number[] = [];
  readonly move: number[] = [];
  /** The bound of each, once asked; -1 before. */
  readonly rest: number[] = [];
  private slots: Int32Array;
  size = 0;
  constructor(private readonly words: number) { this.store = new Int32Array(words * 1024); this.slots = new Int32Array(4096); }

  private slotOf(s: Int32Array, base: number): number {
    let hash = 0x9e3779b9 | 0;
    for (let w = 0; w < this.words; w += 1) { hash = Math.imul(hash ^ s[base + w]!, 0x85ebca6b); hash ^= hash >>> 15; }
    const mask = this.slots.length - 1;
    let slot = hash & mask;
    for (;;) {
      const i = this.slots[slot]! - 1;
      if (i < 0) return slot;
      let same = true;
      for (let w = 0; w < this.words; w += 1) if (this.store[i * this.words + w] !== s[base + w]) { same = false; break; }
      if (same) return slot;
      slot = (slot + 1) & mask;
    }
  }

  /** Number of a state, put in if it is new. */
  put(s: Int32Array, base: number): number {
    let slot = this.slotOf(s, base);
    const had = this.slots[slot]! - 1;
    if (had >= 0) return had;
    if (this.size * 2 > this.slots.length) {
      this.slots = new Int32Array(this.slots.length * 4);
      for (let i = 0; i < this.size; i += 1) this.slots[this.slotOf(this.store, i * this.words)] = i + 1;
      slot = this.slotOf(s, base);
    }
    if ((this.size + 1) * this.words > this.store.length) { const more = new Int32Array(this.store.length * 2); more.set(this.store); this.store = more; }
    for (let w = 0; w < this.words; w += 1) this.store[this.size * this.words + w] = s[base + w]!;
    this.slots[slot] = this.size + 1;
    this.cost.push(NONE); this.parent.push(-1); this.move.push(0); this.rest.push(-1);
    return this.size++;
  }
}

/** For each rule its bits, so that a rule counts once however much of the rig it concerns. */
function checkMasks(c: Compiled, without: readonly RuleId[] = []): { readonly stop: Int32Array; readonly checks: readonly Int32Array[] } {
  const words = Math.ceil(c.conditions.length / 32);
  const stop = new Int32Array(words);
  const byRule = new Map<string, Int32Array>();
  c.conditions.forEach((x, i) => {
    if (without.includes(x.rule)) return;
    const mask = x.level === "Stop" ? stop : (byRule.get(x.rule) ?? byRule.set(x.rule, new Int32Array(words)).get(x.rule)!);
    mask[i >> 5]! |= 1 << (i & 31);
  });
  return { stop, checks: [...byRule.values()] };
}

/** Does this turn open a way out of a region that is under the main's pressure after it? */
function ventsLive(c: Compiled, t: Scratch, h: number, was: number, position: number): boolean {
  const inner = c.edgeIds.length;
  const sets = c.sets[h]![position]!;
  for (let i = 0; i < sets.length; i += 2) if (sets[i]! >= inner && sets[i + 1]! > 0 && was !== position && isLive(t, c.openingAt[sets[i]! - inner]!)) return true;
  return false;
}

/** Handle positions worth trying: half is left out where a quarter does as well and the goal does not name it. */
function choicesOf(c: Compiled, goal: RigGoal): readonly (readonly { readonly position: number; readonly partial: boolean }[])[] {
  const feed = c.circumstances.permit?.feed;
  return c.rig.handles.map((h) => h.positions.flatMap((p, position) => {
    if (h.kind === "automatic" && goal.positions?.[h.id] === undefined) return [];
    if (goal.avoid?.[h.id]?.includes(p.name)) return [];
    const named = goal.positions?.[h.id] === p.name || (feed?.handle === h.id && feed.to === p.name);
    const degree = Object.values(p.edges);
    const partial = degree.some((d) => d === "quarter" || d === "half");
    if (!named && degree.includes("half") && h.positions.some((x) => x.name === "quarter")) return [];
    return [{ position, partial: partial && !named }];
  }));
}

/**
 * Does the goal itself break a Stop rule that nothing breaks at the start? A unit to be in service that still gives fines, or positions named for every
 * handle under which a rule of position is tripped, whatever the order. From a scratch whose conditions are those of the start.
 */
function neverSafe(c: Compiled, t: Scratch, given: Given, l: Layout, aim: Aim, start: Int32Array, stop: Int32Array): boolean {
  const has = (bits: Int32Array, i: number) => ((bits[i >> 5]! >>> (i & 31)) & 1) === 1;
  for (const u of aim.serves) {
    const i = c.at.fines + u;
    const freed = c.circumstances.permit?.units?.includes(c.rig.units[u]!.key) === true;
    if (given.unflushed[u] && !freed && !has(t.holds, i) && has(stop, i)) return true;
  }
  if (aim.positions.some((p, h) => p < 0 && c.rig.handles[h]!.kind !== "automatic")) return false;
  const held = t.holds.slice();
  const end = start.slice();
  aim.positions.forEach((p, h) => { if (p >= 0) setPosition(end, 0, h, p); });
  const out = new Int32Array(l.words);
  advance(c, t, given, l, end, 0, -1, 0, out, 0);
  const ofPosition = new Set<RuleId>(["fines", "unsafe", "crossConnection"]);
  return c.conditions.some((x, i) => ofPosition.has(x.rule) && has(t.holds, i) && !has(held, i) && has(stop, i));
}

/**
 * The cheapest safe order of moves from a state to a goal: uniform-cost search with a bound that never exceeds what is still needed, so that the
 * answer is exact (handbook 4, Sequences). A move that a Stop rule would newly be tripped by is not taken; between moves what fills is waited for.
 * The same rig, state and goal always give the same answer.
 */
export function plan(rig: Rig, state: RigState, goal: RigGoal, options: PlanOptions = {}): Planned {
  const rules = options.rules !== false;
  const c = compile(rig, options.circumstances);
  const l = layoutOf(c);
  const t = scratchFor(c);
  const given: Given = givenBy(c, state);
  const aim = aimOf(c, goal);
  if (!aim.possible) return { found: false, impossible: true, states: 0 };
  const bound = new Bound(c, aim, rules);
  const { stop, checks } = checkMasks(c, options.without);
  const table = new Table(l.words);
  const next = new Int32Array(l.words);
  const words = t.holds.length;
  const held = new Int32Array(words);
  const ways = goal.serves !== undefined || goal.passedBy !== undefined;

  const start = pack(c, l, state);
  // Without rules neither water nor the place of the hand changes what a move costs.
  const forget = (s: Int32Array) => { for (let w = l.wet; w < l.words; w += 1) s[w] = 0; };
  advance(c, t, given, l, start, 0, -1, 0, next, 0, rules || ways);
  settle(l, next, 0);
  const relevant = rules ? relevantHandles(c, l, given, next, state, goal) : undefined;
  const choices = choicesOf(c, goal).map((x, h) => (relevant && !relevant[h] ? [] : x));
  if (rules && neverSafe(c, t, given, l, aim, next, stop)) return { found: false, impossible: true, states: 0 };
  if (!rules) forget(next);
  const first = table.put(next, 0);
  table.cost[first] = 0;
  const buckets: number[][] = [];
  const push = (f: number, i: number) => { (buckets[f] ??= []).push(i); };
  let closed = new Uint8Array(1 << 16);
  const h0 = bound.of(t, l, next, 0);
  if (h0 < NONE) push(h0, first);
  let expanded = 0;
  const current = new Int32Array(l.words);

  for (let f = 0; f < buckets.length; f += 1) {
    const bucket = buckets[f];
    if (!bucket) continue;
    // The last put in is the farthest on: with equal bounds it is tried first.
    while (bucket.length > 0) {
      const i = bucket.pop()!;
      if (closed[i]) continue;
      if (i >= closed.length) { const more = new Uint8Array(Math.max(closed.length * 4, i + 1)); more.set(closed); closed = more; }
      const base = i * l.words;
      for (let w = 0; w < l.words; w += 1) current[w] = table.store[base + w]!;
      advance(c, t, given, l, current, 0, -1, 0, next, 0, rules || ways);
      const g = table.cost[i]!;
      closed[i] = 1;
      expanded += 1;
      if (reached(c, t, l, aim, current, 0)) {
        const moves: Move[] = [];
        for (let at = i; table.parent[at]! >= 0; at = table.parent[at]!) { const m = table.move[at]!; const handle = rig.handles[m >> 3]!; moves.push({ handle: handle.id, to: handle.positions[m & 7]!.name }); }
        return { found: true, moves: moves.reverse(), cost: Math.floor(g / HALVES) / 2, states: expanded };
      }
      if (expanded % 2000 === 0 && options.goOn && !options.goOn(expanded)) return { found: false, impossible: false, states: expanded };
      held.set(t.holds);
      let allWet = true;
      for (let k = 0; k < c.knots && allWet; k += 1) if (!bit(current, l.wet, k)) allWet = false;
      const place = placeAt(current[l.rest]!);
      let turned = -1;
      for (let h = choices.length - 1; h >= 0; h -= 1) {
        const now = positionAt(current, 0, h);
        const offered = choices[h]!;
        for (let o = 0; o < offered.length; o += 1) {
          const { position, partial } = offered[o]!;
          // With water everywhere nothing fills any more, and a handle half way serves nothing.
          if (position === now || (partial && (!rules || allWet))) continue;
          if (turned >= 0) back(c, t, given, current, 0, turned);
          turned = h;
          turn(c, t, given, l, current, 0, h, position, next, 0, rules || ways);
          if (!keepsAlways(t, c, aim)) continue;
          let step = MOVE;
          if (rules) {
            let stopped = false;
            for (let w = 0; w < words && !stopped; w += 1) if (((t.holds[w]! & ~held[w]!) | t.caused[w]!) & stop[w]!) stopped = true;
            if (stopped) continue;
            for (let r = 0; r < checks.length; r += 1) { const mask = checks[r]!; for (let w = 0; w < words; w += 1) if (((t.holds[w]! & ~held[w]!) | t.caused[w]!) & mask[w]!) { step += CHECK; break; } }
            if (ventsLive(c, t, h, now, position)) step += WASTE;
            if (c.places.length > 1 && place >= 0 && place !== c.placeOf[h]) step += WALK;
          } else forget(next);
          settle(l, next, 0);
          const j = table.put(next, 0);
          if (g + step < table.cost[j]!) {
            const rest = (table.rest[j]! < 0 ? (table.rest[j] = bound.of(t, l, next, 0)) : table.rest[j]!);
            if (rest >= NONE) continue;
            table.cost[j] = g + step; table.parent[j] = i; table.move[j] = (h << 3) | position;
            closed[j] = 0;
            push(Math.max(f, g + step + rest), j);
          }
        }
      }
    }
  }
  return { found: false, impossible: true, states: expanded };
}

/** States after each move of a plan, what fills waited for; the first is the start. */
export function statesOf(rig: Rig, state: RigState, moves: readonly Move[], circumstances: Circumstances = {}): RigState[] {
  const c = compile(rig, circumstances);
  const l = layoutOf(c);
  const t = scratchFor(c);
  const given = givenBy(c, state);
  let s = pack(c, l, state);
  const out = new Int32Array(l.words);
  advance(c, t, given, l, s, 0, -1, 0, out, 0, false);
  settle(l, out, 0);
  const states = [unpack(c, l, out, 0, state)];
  for (const m of moves) {
    s = out.slice();
    const h = rig.handles.findIndex((x) => x.id === m.handle);
    advance(c, t, given, l, s, 0, h, rig.handles[h]!.positions.findIndex((p) => p.name === m.to), out, 0, false);
    settle(l, out, 0);
    states.push(unpack(c, l, out, 0, state));
  }
  return states;
}
