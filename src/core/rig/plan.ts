import { compile } from "./compile";
import type { Compiled, RuleId } from "./compiled";
import { aimOf, CHECK, HALVES, isLive, MOVE, NONE, WALK, WASTE, type Aim } from "./aim";
import { lampOnWay } from "./barring";
import { Bound } from "./bound";
import { advance, back, pack, settle, turn, unpack } from "./moment";
import {
  bit,
  givenBy,
  layoutOf,
  placeAt,
  positionAt,
  scratchFor,
  setPosition,
  type Given,
  type Layout,
  type Scratch,
} from "./scratch";
import { relevantHandles } from "./relevant";
import type { Circumstances, Move, Rig, RigGoal, RigState } from "./rig";
import { ruleOf } from "./rules";

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
  | {
      readonly found: true;
      readonly moves: readonly Move[];
      /** A move 1, a Check passed through 3, a walk 0.5. */ readonly cost: number;
      readonly states: number;
    }
  | {
      readonly found: false;
      /** Every safe order was tried. */ readonly impossible: boolean;
      readonly states: number;
    };

function keepsAlways(t: Scratch, c: Compiled, aim: Aim): boolean {
  for (let i = 0; i < aim.alwaysLive.length; i += 1) if (!isLive(t, aim.alwaysLive[i]!)) return false;
  if (aim.noVent) {
    const inner = c.edgeIds.length;
    for (let o = 0; o < c.openingIds.length; o += 1)
      if (t.degree[inner + o]! > 0 && isLive(t, c.openingAt[o]!)) return false;
  }
  return true;
}

/** Is the unit on a way of the house's water, and is there a way past it? From a scratch whose conditions are set. */
function onWay(c: Compiled, t: Scratch, u: number): boolean {
  if (c.house < 0 || !isLive(t, c.house)) return false;
  for (let e = 0; e < c.edgeIds.length; e += 1) if (c.unitOf[e] === u && t.onPath[e]) return true;
  return false;
}
const blendedAt = (c: Compiled, t: Scratch, u: number): boolean => {
  for (let e = 0; e < c.edgeIds.length; e += 1) {
    if (c.unitOf[e] !== u) continue;
    const i = c.at.blended! + c.groupOf[e]!;
    return ((t.holds[i >> 5]! >>> (i & 31)) & 1) === 1;
  }
  return false;
};

function reached(c: Compiled, t: Scratch, l: Layout, aim: Aim, s: Int32Array, base: number): boolean {
  for (let h = 0; h < aim.positions.length; h += 1) {
    const p = positionAt(s, base, h);
    if ((aim.positions[h]! >= 0 && p !== aim.positions[h]) || (aim.endsNot[h]! >> p) & 1) return false;
  }
  for (let i = 0; i < aim.live.length; i += 1) if (!isLive(t, aim.live[i]!)) return false;
  for (let i = 0; i < aim.relieved.length; i += 1)
    if (bit(s, base + l.pressured, aim.relieved[i]!)) return false;
  for (let i = 0; i < aim.empty.length; i += 1)
    if (bit(s, base + l.pressured, aim.empty[i]!) || bit(s, base + l.wet, aim.empty[i]!)) return false;
  for (let i = 0; i < aim.full.length; i += 1) {
    const u = aim.full[i]!;
    for (const k of [c.unitIn[u]!, c.unitOut[u]!]) if (k < 0 || !bit(s, base + l.wet, k)) return false;
  }
  for (let i = 0; i < aim.serves.length; i += 1)
    if (!onWay(c, t, aim.serves[i]!) || blendedAt(c, t, aim.serves[i]!)) return false;
  for (let i = 0; i < aim.passedBy.length; i += 1)
    if (onWay(c, t, aim.passedBy[i]!) || c.house < 0 || !isLive(t, c.house)) return false;
  return true;
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
  constructor(private readonly words: number) {
    this.store = new Int32Array(words * 1024);
    this.slots = new Int32Array(4096);
  }

  private slotOf(s: Int32Array, base: number): number {
    let hash = 0x9e3779b9 | 0;
    for (let w = 0; w < this.words; w += 1) {
      hash = Math.imul(hash ^ s[base + w]!, 0x85ebca6b);
      hash ^= hash >>> 15;
    }
    const mask = this.slots.length - 1;
    let slot = hash & mask;
    for (;;) {
      const i = this.slots[slot]! - 1;
      if (i < 0) return slot;
      let same = true;
      for (let w = 0; w < this.words; w += 1)
        if (this.store[i * this.words + w] !== s[base + w]) {
          same = false;
          break;
        }
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
    if ((this.size + 1) * this.words > this.store.length) {
      const more = new Int32Array(this.store.length * 2);
      more.set(this.store);
      this.store = more;
    }
    for (let w = 0; w < this.words; w += 1) this.store[this.size * this.words + w] = s[base + w]!;
    this.slots[slot] = this.size + 1;
    this.cost.push(NONE);
    this.parent.push(-1);
    this.move.push(0);
    this.rest.push(-1);
    return this.size++;
  }
}

/** For each rule its bits, so that a rule counts once however much of the rig it concerns. */
function checkMasks(
  c: Compiled,
  without: readonly RuleId[] = [],
): { readonly stop: Int32Array; readonly checks: readonly Int32Array[] } {
  const words = Math.ceil(c.conditions.length / 32);
  const stop = new Int32Array(words);
  const byRule = new Map<string, Int32Array>();
  c.conditions.forEach((x, i) => {
    if (without.includes(x.rule)) return;
    const mask =
      x.level === "Stop"
        ? stop
        : (byRule.get(x.rule) ?? byRule.set(x.rule, new Int32Array(words)).get(x.rule)!);
    mask[i >> 5]! |= 1 << (i & 31);
  });
  return { stop, checks: [...byRule.values()] };
}

/** Does this turn open a way out of a region that is under the main's pressure after it? */
function ventsLive(c: Compiled, t: Scratch, h: number, was: number, position: number): boolean {
  const inner = c.edgeIds.length;
  const sets = c.sets[h]![position]!;
  for (let i = 0; i < sets.length; i += 2)
    if (
      sets[i]! >= inner &&
      sets[i + 1]! > 0 &&
      was !== position &&
      isLive(t, c.openingAt[sets[i]! - inner]!)
    )
      return true;
  return false;
}

/** Handle positions worth trying: half is left out where a quarter does as well and the goal does not name it. */
function choicesOf(
  c: Compiled,
  goal: RigGoal,
): readonly (readonly { readonly position: number; readonly partial: boolean }[])[] {
  const feed = c.circumstances.permit?.feed;
  return c.rig.handles.map((h) =>
    h.positions.flatMap((p, position) => {
      if (h.kind === "automatic" && goal.positions?.[h.id] === undefined) return [];
      if (goal.avoid?.[h.id]?.includes(p.name)) return [];
      const named = goal.positions?.[h.id] === p.name || (feed?.handle === h.id && feed.to === p.name);
      const degree = Object.values(p.edges);
      const partial = degree.some((d) => d === "quarter" || d === "half");
      if (!named && degree.includes("half") && h.positions.some((x) => x.name === "quarter")) return [];
      return [{ position, partial: partial && !named }];
    }),
  );
}

/**
 * Does the goal itself break a Stop rule that nothing breaks at the start? A house to be fed from an unsafe source with no lamp on its way or with pipe
 * behind it that is not proven, a unit to be in service that still gives fines, or positions named for every
 * handle under which a rule of position is tripped, whatever the order. From a scratch whose conditions are those of the start.
 */
function neverSafe(
  c: Compiled,
  t: Scratch,
  given: Given,
  l: Layout,
  aim: Aim,
  start: Int32Array,
  stop: Int32Array,
  choices: readonly (readonly { readonly position: number }[])[],
): boolean {
  const has = (bits: Int32Array, i: number) => ((bits[i >> 5]! >>> (i & 31)) & 1) === 1;
  if (
    aim.fed &&
    has(stop, c.at.unsafe!) &&
    c.rig.source !== "safe" &&
    c.circumstances.permit === undefined &&
    !has(t.holds, c.at.unsafe!) &&
    (given.unproven[c.house] === 1 ||
      !lampOnWay(c, (h) => [positionAt(start, 0, h), ...choices[h]!.map((o) => o.position)]))
  )
    return true;
  for (const u of aim.serves) {
    const i = c.at.fines! + u;
    const freed = c.circumstances.permit?.units?.includes(c.rig.units[u]!.key) === true;
    if (given.unflushed[u] && !freed && !has(t.holds, i) && has(stop, i)) return true;
  }
  if (aim.positions.some((p, h) => p < 0 && c.rig.handles[h]!.kind !== "automatic")) return false;
  const held = t.holds.slice();
  const end = start.slice();
  aim.positions.forEach((p, h) => {
    if (p >= 0) setPosition(end, 0, h, p);
  });
  const out = new Int32Array(l.words);
  advance(c, t, given, l, end, 0, -1, 0, out, 0);
  return c.conditions.some(
    (x, i) => ruleOf(x.rule).ofPositions && has(t.holds, i) && !has(held, i) && has(stop, i),
  );
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
  const forget = (s: Int32Array) => {
    for (let w = l.wet; w < l.words; w += 1) s[w] = 0;
  };
  advance(c, t, given, l, start, 0, -1, 0, next, 0, rules || ways);
  settle(l, next, 0);
  const relevant = rules ? relevantHandles(c, l, given, next, state, goal) : undefined;
  const choices = choicesOf(c, goal).map((x, h) => (relevant && !relevant[h] ? [] : x));
  if (rules && neverSafe(c, t, given, l, aim, next, stop, choices))
    return { found: false, impossible: true, states: 0 };
  if (!rules) forget(next);
  const first = table.put(next, 0);
  table.cost[first] = 0;
  const buckets: number[][] = [];
  const push = (f: number, i: number) => {
    (buckets[f] ??= []).push(i);
  };
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
      if (i >= closed.length) {
        const more = new Uint8Array(Math.max(closed.length * 4, i + 1));
        more.set(closed);
        closed = more;
      }
      const base = i * l.words;
      for (let w = 0; w < l.words; w += 1) current[w] = table.store[base + w]!;
      advance(c, t, given, l, current, 0, -1, 0, next, 0, rules || ways);
      const g = table.cost[i]!;
      closed[i] = 1;
      expanded += 1;
      if (reached(c, t, l, aim, current, 0)) {
        const moves: Move[] = [];
        for (let at = i; table.parent[at]! >= 0; at = table.parent[at]!) {
          const m = table.move[at]!;
          const handle = rig.handles[m >> 3]!;
          moves.push({ handle: handle.id, to: handle.positions[m & 7]!.name });
        }
        return { found: true, moves: moves.reverse(), cost: Math.floor(g / HALVES) / 2, states: expanded };
      }
      if (expanded % 2000 === 0 && options.goOn && !options.goOn(expanded))
        return { found: false, impossible: false, states: expanded };
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
            for (let w = 0; w < words && !stopped; w += 1)
              if (((t.holds[w]! & ~held[w]!) | t.caused[w]!) & stop[w]!) stopped = true;
            if (stopped) continue;
            for (let r = 0; r < checks.length; r += 1) {
              const mask = checks[r]!;
              for (let w = 0; w < words; w += 1)
                if (((t.holds[w]! & ~held[w]!) | t.caused[w]!) & mask[w]!) {
                  step += CHECK;
                  break;
                }
            }
            if (ventsLive(c, t, h, now, position)) step += WASTE;
            if (c.places.length > 1 && place >= 0 && place !== c.placeOf[h]) step += WALK;
          } else forget(next);
          settle(l, next, 0);
          const j = table.put(next, 0);
          if (g + step < table.cost[j]!) {
            const rest = table.rest[j]! < 0 ? (table.rest[j] = bound.of(t, l, next, 0)) : table.rest[j]!;
            if (rest >= NONE) continue;
            table.cost[j] = g + step;
            table.parent[j] = i;
            table.move[j] = (h << 3) | position;
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
export function statesOf(
  rig: Rig,
  state: RigState,
  moves: readonly Move[],
  circumstances: Circumstances = {},
): RigState[] {
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
    advance(
      c,
      t,
      given,
      l,
      s,
      0,
      h,
      rig.handles[h]!.positions.findIndex((p) => p.name === m.to),
      out,
      0,
      false,
    );
    settle(l, out, 0);
    states.push(unpack(c, l, out, 0, state));
  }
  return states;
}
