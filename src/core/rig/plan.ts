import { compile } from "./compile";
import type { Compiled, RuleId } from "./compiled";
import { aimOf, CHECK, HALVES, isLive, MOVE, NONE, WALK, WASTE, type Aim } from "./aim";
import { disinfectingWay } from "./barring";
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
import { Open, Table } from "./table";
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

/** For each handle the positions worth trying, and which of them only serve to fill gently. */
type Choices = readonly (readonly { readonly position: number; readonly partial: boolean }[])[];

/** Handle positions worth trying: half is left out where a quarter does as well and the goal does not name it. */
function choicesOf(c: Compiled, goal: RigGoal): Choices {
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
 * Does the goal itself break a Stop rule that nothing breaks at the start? A house to be fed from an unsafe
 * source with no lamp on its way or with pipe behind it that is not proven, a unit to be in service that
 * still gives fines, or positions named for every handle under which a rule of position is tripped,
 * whatever the order. From a scratch whose conditions are those of the start.
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
      !disinfectingWay(c, (h) => [positionAt(start, 0, h), ...choices[h]!.map((o) => o.position)]))
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

/** One search: the rig in arrays, what is aimed at, and what has been found so far. */
interface Search {
  readonly c: Compiled;
  readonly l: Layout;
  readonly t: Scratch;
  readonly given: Given;
  readonly aim: Aim;
  readonly bound: Bound;
  readonly rules: boolean;
  /** Ways of the water matter even without rules: a unit is to be served or passed by. */ readonly ways: boolean;
  readonly stop: Int32Array;
  readonly checks: readonly Int32Array[];
  readonly choices: Choices;
  readonly table: Table;
  readonly open: Open;
  /** The state that is looked at, the one behind a move, and what held before that move. */
  readonly current: Int32Array;
  readonly next: Int32Array;
  readonly held: Int32Array;
}

/** Without rules neither water nor the place of the hand changes what a move costs. */
function forget(l: Layout, s: Int32Array): void {
  for (let w = l.wet; w < l.words; w += 1) s[w] = 0;
}

/** Puts a state among those to be looked at, where it is reached more cheaply than before. */
function reach({ table, bound, open, t, l, next }: Search, cost: number, from: number, move: number) {
  const state = table.put(next, 0);
  if (cost >= table.cost[state]!) return;
  if (table.rest[state]! < 0) table.rest[state] = bound.of(t, l, next, 0);
  const rest = table.rest[state]!;
  if (rest >= NONE) return;
  table.cost[state] = cost;
  table.parent[state] = from;
  table.move[state] = move;
  table.done[state] = 0;
  open.put(Math.max(open.estimate, cost + rest), state);
}

/** What the turn that was just made costs by the rules: undefined where a Stop rule bars it. */
function costByRules(search: Search, handle: number, was: number, position: number): number | undefined {
  const { c, t, held, stop, checks, current, l } = search;
  const words = held.length;
  for (let w = 0; w < words; w += 1)
    if (((t.holds[w]! & ~held[w]!) | t.caused[w]!) & stop[w]!) return undefined;
  let cost = MOVE;
  for (const mask of checks)
    for (let w = 0; w < words; w += 1)
      if (((t.holds[w]! & ~held[w]!) | t.caused[w]!) & mask[w]!) {
        cost += CHECK;
        break;
      }
  if (ventsLive(c, t, handle, was, position)) cost += WASTE;
  const place = placeAt(current[l.rest]!);
  if (c.places.length > 1 && place >= 0 && place !== c.placeOf[handle]) cost += WALK;
  return cost;
}

function isWetEverywhere({ c, l, current }: Search): boolean {
  for (let k = 0; k < c.knots; k += 1) if (!bit(current, l.wet, k)) return false;
  return true;
}

/** Tries every turn from the state that is looked at, whose conditions are set. */
function expand(search: Search, state: number): void {
  const { c, l, t, given, aim, rules, ways, choices, table, current, next } = search;
  const cost = table.cost[state]!;
  search.held.set(t.holds);
  const full = isWetEverywhere(search);
  let turned = -1;
  for (let h = choices.length - 1; h >= 0; h -= 1) {
    const now = positionAt(current, 0, h);
    for (const { position, partial } of choices[h]!) {
      // With water everywhere nothing fills any more, and a handle half way serves nothing.
      if (position === now || (partial && (!rules || full))) continue;
      if (turned >= 0) back(c, t, given, current, 0, turned);
      turned = h;
      turn(c, t, given, l, current, 0, h, position, next, 0, rules || ways);
      if (!keepsAlways(t, c, aim)) continue;
      const step = rules ? costByRules(search, h, now, position) : MOVE;
      if (step === undefined) continue;
      if (!rules) forget(l, next);
      settle(l, next, 0);
      reach(search, cost + step, state, (h << 3) | position);
    }
  }
}

/** The moves that lead from the start to a state. */
function movesTo({ c, table }: Search, state: number): Move[] {
  const moves: Move[] = [];
  for (let at = state; table.parent[at]! >= 0; at = table.parent[at]!) {
    const move = table.move[at]!;
    const handle = c.rig.handles[move >> 3]!;
    moves.push({ handle: handle.id, to: handle.positions[move & 7]!.name });
  }
  return moves.reverse();
}

/** A search with its start put in, or undefined where no order can lead to the goal. */
function searchFor(rig: Rig, state: RigState, goal: RigGoal, options: PlanOptions): Search | undefined {
  const rules = options.rules !== false;
  const c = compile(rig, options.circumstances);
  const aim = aimOf(c, goal);
  if (!aim.possible) return undefined;
  const l = layoutOf(c);
  const t = scratchFor(c);
  const given = givenBy(c, state);
  const ways = goal.serves !== undefined || goal.passedBy !== undefined;
  const next = new Int32Array(l.words);
  advance(c, t, given, l, pack(c, l, state), 0, -1, 0, next, 0, rules || ways);
  settle(l, next, 0);
  const { stop, checks } = checkMasks(c, options.without);
  const relevant = rules ? relevantHandles(c, l, given, next, state, goal) : undefined;
  const choices = choicesOf(c, goal).map((x, h) => (relevant && !relevant[h] ? [] : x));
  if (rules && neverSafe(c, t, given, l, aim, next, stop, choices)) return undefined;
  if (!rules) forget(l, next);
  const search: Search = {
    c,
    l,
    t,
    given,
    aim,
    bound: new Bound(c, aim, rules),
    rules,
    ways,
    stop,
    checks,
    choices,
    table: new Table(l.words),
    open: new Open(),
    current: new Int32Array(l.words),
    next,
    held: new Int32Array(t.holds.length),
  };
  reach(search, 0, -1, 0);
  return search;
}

/**
 * The cheapest safe order of moves from a state to a goal: uniform-cost search with a bound that never
 * exceeds what is still needed, so that the answer is exact (handbook 4, Sequences). A move that a Stop
 * rule would newly be tripped by is not taken; between moves what fills is waited for. The same rig, state
 * and goal always give the same answer.
 */
export function plan(rig: Rig, state: RigState, goal: RigGoal, options: PlanOptions = {}): Planned {
  const search = searchFor(rig, state, goal, options);
  if (!search) return { found: false, impossible: true, states: 0 };
  const { c, l, t, given, aim, rules, ways, table, open, current, next } = search;
  let states = 0;
  for (let at = open.take(); at !== undefined; at = open.take()) {
    if (table.done[at]) continue;
    table.copy(at, current);
    advance(c, t, given, l, current, 0, -1, 0, next, 0, rules || ways);
    table.done[at] = 1;
    states += 1;
    if (reached(c, t, l, aim, current, 0))
      return {
        found: true,
        moves: movesTo(search, at),
        cost: Math.floor(table.cost[at]! / HALVES) / 2,
        states,
      };
    if (states % 2000 === 0 && options.goOn && !options.goOn(states))
      return { found: false, impossible: false, states };
    expand(search, at);
  }
  return { found: false, impossible: true, states };
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
