import { FLUSHED, HALF, OPEN, POWER_HEATER, powerOfUnit, QUARTER, stageNumber, type Compiled } from "./compile";
import type { RigState } from "./rig";

const HANDLES_A_WORD = 10;
const PURGED = 1 << 20;
const PLACE_SHIFT = 24;
const PLACE_MASK = 0x7f << PLACE_SHIFT;

/**
 * The rig at one moment, packed: positions (3 bits each), then a bit a knot for pressure, for water and for filling, then one word of units that
 * have been wet (bits 0–19), the purged heater (20) and the place of the hand (24–30). Two equal states have equal words.
 */
export interface Layout { readonly words: number; readonly pressured: number; readonly wet: number; readonly filling: number; readonly rest: number; readonly knotWords: number }

export function layoutOf(c: Compiled): Layout {
  const positions = Math.ceil(c.positionCount.length / HANDLES_A_WORD);
  const knotWords = Math.ceil(c.knots / 32);
  return { pressured: positions, wet: positions + knotWords, filling: positions + 2 * knotWords, rest: positions + 3 * knotWords, words: positions + 3 * knotWords + 1, knotWords };
}

export const positionAt = (s: Int32Array, base: number, handle: number): number => (s[base + ((handle / HANDLES_A_WORD) | 0)]! >>> (3 * (handle % HANDLES_A_WORD))) & 7;
export function setPosition(s: Int32Array, base: number, handle: number, position: number): void {
  const word = base + ((handle / HANDLES_A_WORD) | 0);
  const shift = 3 * (handle % HANDLES_A_WORD);
  s[word] = (s[word]! & ~(7 << shift)) | (position << shift);
}
export const bit = (s: Int32Array, at: number, i: number): number => (s[at + (i >> 5)]! >>> (i & 31)) & 1;
const setBit = (s: Int32Array, at: number, i: number): void => { s[at + (i >> 5)]! |= 1 << (i & 31); };
export const placeAt = (rest: number): number => ((rest & PLACE_MASK) >>> PLACE_SHIFT) - 1;
export const withPlace = (rest: number, place: number): number => (rest & ~PLACE_MASK) | ((place + 1) << PLACE_SHIFT);

/** What does not change while hands turn valves: how far media and disinfection have come. */
export interface Given { readonly unflushed: Uint8Array; readonly unproven: Uint8Array; readonly anyUnflushed: boolean; readonly anyUnproven: boolean; readonly lampPending: Uint8Array; readonly runs: Uint8Array }

export function givenBy(c: Compiled, state: RigState): Given {
  const stage = (key: string) => stageNumber(state.stages[key] ?? "dry");
  const unflushed = Uint8Array.from(c.rig.units, (u) => Number(u.flush && stage(u.key) < FLUSHED));
  const unproven = new Uint8Array(c.knots);
  for (const n of state.unproven) { const k = c.knotOf.get(n); if (k !== undefined) unproven[k] = 1; }
  return {
    unflushed, unproven, anyUnflushed: unflushed.includes(1), anyUnproven: unproven.includes(1),
    lampPending: Uint8Array.from(c.rig.units, (u) => Number((state.lampMinutes?.[u.key] ?? 0) > 0)), runs: Uint8Array.from(c.rig.units, (u) => Number(state.stages[u.key] === "inService")),
  };
}

/** Working memory of one engine; nothing in it outlives a call but what its fields say of the state last looked at. */
export interface Scratch {
  readonly degree: Uint8Array;
  /** Region of each knot. */
  readonly comp: Int16Array;
  regions: number;
  readonly compLive: Uint8Array;
  readonly compVented: Uint8Array;
  readonly compPressured: Uint8Array;
  readonly compEmptied: Uint8Array;
  readonly powered: Uint8Array;
  /** Inner edges on a way from the main to house or heater; valid after `conditionsOf` where it had to be known. */
  readonly onPath: Uint8Array;
  /** Bits of the conditions that hold, and of those that the move itself caused. */
  readonly holds: Int32Array;
  readonly caused: Int32Array;
  permitted: boolean;
  readonly stack: Int16Array;
  readonly order: Int16Array;
  readonly low: Int16Array;
  /** As `low`, without the pretended edge: what stays connected when an edge goes. */
  readonly low2: Int16Array;
  /** Edge by which the flood from the main came to each knot. */
  readonly came: Int16Array;
  readonly mask: Int32Array;
  readonly avoidable: Uint8Array;
  readonly wide: Uint8Array;
  readonly seen: Uint8Array;
  count: number;
  top: number;
}

export function scratchFor(c: Compiled): Scratch {
  const words = Math.ceil(c.conditions.length / 32);
  return {
    degree: new Uint8Array(c.edgeIds.length + c.openingIds.length), comp: new Int16Array(c.knots), regions: 0, compLive: new Uint8Array(c.knots), compVented: new Uint8Array(c.knots), compPressured: new Uint8Array(c.knots), compEmptied: new Uint8Array(c.knots),
    powered: new Uint8Array(c.rig.units.length + 1), onPath: new Uint8Array(c.edgeIds.length), holds: new Int32Array(words), caused: new Int32Array(words), permitted: false,
    stack: new Int16Array(c.edgeIds.length + c.knots + 8), order: new Int16Array(c.knots), low: new Int16Array(c.knots), low2: new Int16Array(c.knots), came: new Int16Array(c.knots), mask: new Int32Array(c.knots * Math.ceil(c.knots / 32)), avoidable: new Uint8Array(c.edgeIds.length), wide: new Uint8Array(c.knots), seen: new Uint8Array(c.knots), count: 0, top: 0,
  };
}

/** Degrees and power from the positions. */
function setDegrees(c: Compiled, t: Scratch, given: Given, s: Int32Array, base: number): void {
  t.degree.set(c.fixed);
  for (let u = 0; u < c.switched.length; u += 1) t.powered[powerOfUnit(u)] = c.switched[u] ? 0 : given.runs[u]!;
  t.powered[POWER_HEATER] = 0;
  for (let h = 0; h < c.positionCount.length; h += 1) {
    const p = positionAt(s, base, h);
    const sets = c.sets[h]![p]!;
    for (let i = 0; i < sets.length; i += 2) { const e = sets[i]!; if (sets[i + 1]! > t.degree[e]!) t.degree[e] = sets[i + 1]!; }
    const power = c.powers[h]![p]!;
    if (power >= 0) t.powered[power] = 1;
  }
}

/** Regions: knots joined by open edges, check valves left out; then what is live and what is vented, check valves passing both on. */
function setRegions(c: Compiled, t: Scratch, l: Layout): void {
  const { comp, stack, degree, mask, came } = t;
  const { startAt, edgeAt, otherAt, isCheck } = c;
  const W = l.knotWords;
  comp.fill(-1);
  let n = 0;
  // The main's region first, so that it is number 0.
  for (let i = -1; i < c.knots; i += 1) {
    const start = i < 0 ? c.main : i;
    if (start < 0 || comp[start] !== -1) continue;
    comp[start] = n;
    came[start] = -1;
    t.compLive[n] = 0; t.compVented[n] = 0; t.compEmptied[n] = 0;
    for (let w = 0; w < W; w += 1) mask[n * W + w] = 0;
    mask[n * W + (start >> 5)]! |= 1 << (start & 31);
    let top = 0;
    stack[top++] = start;
    while (top > 0) {
      const k = stack[--top]!;
      for (let x = startAt[k]!, end = startAt[k + 1]!; x < end; x += 1) {
        const e = edgeAt[x]!;
        if (degree[e] === 0 || isCheck[e]) continue;
        const other = otherAt[x]!;
        if (comp[other] !== -1) continue;
        comp[other] = n;
        came[other] = e;
        mask[n * W + (other >> 5)]! |= 1 << (other & 31);
        stack[top++] = other;
      }
    }
    n += 1;
  }
  t.regions = n;
  if (c.main >= 0) t.compLive[0] = 1;
  const inner = c.edgeIds.length;
  const ways = t.wide, lows = t.seen;
  let anyLow = false;
  for (let o = 0; o < c.openingAt.length; o += 1) {
    if (degree[inner + o] === 0) continue;
    const r = comp[c.openingAt[o]!]!;
    if (!t.compVented[r]) { t.compVented[r] = 1; ways[r] = 0; lows[r] = 0; }
    ways[r]! += 1;
    if (c.openingLow[o]) { lows[r] = 1; anyLow = true; }
  }
  // Two ways out let air in while water leaves by the low one.
  if (anyLow) for (let r = 0; r < n; r += 1) if (t.compVented[r] && lows[r] && ways[r]! > 1) t.compEmptied[r] = 1;
  for (let again = c.checks.length > 0; again; ) {
    again = false;
    for (let i = 0; i < c.checks.length; i += 1) {
      const e = c.checks[i]!;
      const a = comp[c.from[e]!]!, b = comp[c.to[e]!]!;
      if (t.compLive[a] && !t.compLive[b]) { t.compLive[b] = 1; again = true; }
      if (t.compVented[b] && !t.compVented[a]) { t.compVented[a] = 1; again = true; }
    }
  }
}

/** Pressure kept: live, or pressed before and not vented since. Check valves pass it on. */
function setPressure(c: Compiled, t: Scratch, s: Int32Array, base: number, l: Layout): void {
  const W = l.knotWords;
  for (let r = 0; r < t.regions; r += 1) {
    let pressed = t.compLive[r]!;
    if (!pressed && !t.compVented[r]) for (let w = 0; w < W; w += 1) if (t.mask[r * W + w]! & s[base + l.pressured + w]!) pressed = 1;
    t.compPressured[r] = pressed;
  }
  for (let again = c.checks.length > 0; again; ) {
    again = false;
    for (let i = 0; i < c.checks.length; i += 1) {
      const e = c.checks[i]!;
      const a = t.comp[c.from[e]!]!, b = t.comp[c.to[e]!]!;
      if (t.compPressured[a] && !t.compPressured[b] && !t.compVented[b]) { t.compPressured[b] = 1; again = true; }
    }
  }
}

/** How wide the widest way from the main to each live knot is: closed to open. */
function setWidths(c: Compiled, t: Scratch): void {
  t.wide.fill(0);
  t.wide[c.main] = OPEN;
  for (let again = true; again; ) {
    again = false;
    for (let e = 0; e < c.edgeIds.length; e += 1) {
      const d = t.degree[e]!;
      if (d === 0) continue;
      const a = c.from[e]!, b = c.to[e]!;
      const forth = Math.min(d, t.wide[a]!);
      if (forth > t.wide[b]!) { t.wide[b] = forth; again = true; }
      if (c.isCheck[e]) continue;
      const back = Math.min(d, t.wide[b]!);
      if (back > t.wide[a]!) { t.wide[a] = back; again = true; }
    }
  }
}

const raise = (bits: Int32Array, i: number): void => { bits[i >> 5]! |= 1 << (i & 31); };

/**
 * Edges on a simple way from the main to house or heater, and which of them the house has a way around. Where the live part is a tree there is one
 * way; else it is the block that a pretended edge from the sinks back to the main lies in.
 */
function setOnPath(c: Compiled, t: Scratch): void {
  t.onPath.fill(0);
  t.avoidable.fill(0);
  if (c.checks.length === 0 || noLiveCheck(c, t)) {
    let knots = 0, edges = 0;
    for (let k = 0; k < c.knots; k += 1) if (t.comp[k] === 0) knots += 1;
    for (let e = 0; e < c.from.length; e += 1) if (t.degree[e]! > 0 && t.comp[c.from[e]!] === 0 && !c.isCheck[e]) edges += 1;
    if (edges === knots - 1) {
      for (let i = 0; i < 2; i += 1) {
        let k = i === 0 ? c.house : c.heater;
        if (k < 0 || t.comp[k] !== 0) continue;
        while (k !== c.main) { const e = t.came[k]!; t.onPath[e] = 1; k = c.from[e] === k ? c.to[e]! : c.from[e]!; }
      }
      return;
    }
  }
  t.order.fill(0);
  t.count = 1;
  t.top = 0;
  visit(c, t, c.main, -1);
  for (let i = 0; i < t.top; i += 1) t.onPath[t.stack[i]!] = 1;
}

function noLiveCheck(c: Compiled, t: Scratch): boolean {
  for (let i = 0; i < c.checks.length; i += 1) { const e = c.checks[i]!; if (t.compLive[t.comp[c.from[e]!]!] && (t.comp[c.to[e]!] === 0 || c.leadsOn[i])) return false; }
  return true;
}

function visit(c: Compiled, t: Scratch, k: number, by: number): void {
  t.order[k] = t.low[k] = t.low2[k] = ++t.count;
  // Order 1 is the sinks' own: an edge from house or heater to it closes the ring.
  if (k === c.house || k === c.heater) t.low[k] = 1;
  for (let x = c.startAt[k]!, end = c.startAt[k + 1]!; x < end; x += 1) {
    const e = c.edgeAt[x]!;
    if (e === by || t.degree[e] === 0 || (c.isCheck[e] && !t.compLive[t.comp[c.from[e]!]!])) continue;
    const other = c.otherAt[x]!;
    if (t.order[other] === 0) {
      t.stack[t.top++] = e;
      visit(c, t, other, e);
      if (t.low2[other]! < t.low2[k]!) t.low2[k] = t.low2[other]!;
      if (t.low2[other]! <= t.order[k]!) t.avoidable[e] = 1;
      if (t.low[other]! >= t.order[k]!) { while (t.stack[--t.top] !== e); } else if (t.low[other]! < t.low[k]!) t.low[k] = t.low[other]!;
    } else if (t.order[other]! < t.order[k]!) {
      t.stack[t.top++] = e;
      t.avoidable[e] = 1;
      if (t.order[other]! < t.low[k]!) t.low[k] = t.order[other]!;
      if (t.order[other]! < t.low2[k]!) t.low2[k] = t.order[other]!;
    }
  }
}

/** Can the main reach a knot by open edges, leaving out some: the edges of one group, or those of working lamps? */
function reaches(c: Compiled, t: Scratch, goal: number, leaveGroup: number, leaveLamps: boolean): boolean {
  t.seen.fill(0);
  t.seen[c.main] = 1;
  let top = 0;
  t.stack[top++] = c.main;
  while (top > 0) {
    const k = t.stack[--top]!;
    if (k === goal) return true;
    for (let x = c.startAt[k]!, end = c.startAt[k + 1]!; x < end; x += 1) {
      const e = c.edgeAt[x]!;
      if (t.degree[e] === 0 || (c.isCheck[e] && c.from[e] !== k)) continue;
      if (leaveGroup >= 0 && c.groupOf[e] === leaveGroup) continue;
      if (leaveLamps && c.unitOf[e]! >= 0 && c.rig.units[c.unitOf[e]!]!.uv && t.powered[powerOfUnit(c.unitOf[e]!)]) continue;
      const other = c.otherAt[x]!;
      if (!t.seen[other]) { t.seen[other] = 1; t.stack[top++] = other; }
    }
  }
  return false;
}

/** Is this permit in force: its feeding handle at its position or a quarter, and one of its openings open? */
function permitNow(c: Compiled, t: Scratch, s: Int32Array, base: number): boolean {
  const permit = c.circumstances.permit;
  if (!permit) return false;
  if (permit.feed) {
    const h = c.rig.handles.findIndex((x) => x.id === permit.feed!.handle);
    if (h < 0) return false;
    const name = c.rig.handles[h]!.positions[positionAt(s, base, h)]!.name;
    if (name !== permit.feed.to && name !== "quarter") return false;
  }
  const inner = c.edgeIds.length;
  for (let o = 0; o < c.openingPermitted.length; o += 1) if (c.openingPermitted[o] && t.degree[inner + o]! > 0) return true;
  return false;
}

/** The conditions that hold in a state whose degrees and regions are set (handbook 4, Rules). */
function setConditions(c: Compiled, t: Scratch, given: Given, s: Int32Array, base: number, l: Layout): void {
  const { holds, comp, degree } = t;
  const { at } = c;
  const inner = c.edgeIds.length;
  holds.fill(0);
  t.permitted = permitNow(c, t, s, base);
  const houseLive = c.house >= 0 && t.compLive[comp[c.house]!] === 1;
  const heaterLive = c.heater >= 0 && t.compLive[comp[c.heater]!] === 1;
  if (c.house >= 0 && !houseLive) raise(holds, at.houseDry);

  const unsafeSource = c.rig.source !== "safe";
  if ((houseLive || heaterLive) && c.rig.units.length > 0) {
    setOnPath(c, t);
    if (given.anyUnflushed) for (let i = 0; i < c.unitEdges.length; i += 1) {
      const e = c.unitEdges[i]!;
      const u = c.unitOf[e]!;
      if (!t.onPath[e] || !given.unflushed[u]) continue;
      const freed = t.permitted && (c.circumstances.permit!.units ?? []).includes(c.rig.units[u]!.key);
      if (!freed) raise(holds, at.fines + u);
    }
    if (houseLive) {
      // An edge that a ring goes through can be left out; equal units side by side have to be left out together.
      for (let i = 0; i < c.unitEdges.length; i += 1) {
        const e = c.unitEdges[i]!;
        const g = c.groupOf[e]!;
        if (t.onPath[e] && t.avoidable[e] && (c.groupSize[g] === 1 && c.heater < 0 ? true : reaches(c, t, c.house, g, false))) raise(holds, at.blended + g);
      }
    }
  }
  if (unsafeSource && !t.permitted) {
    let fed = houseLive && reaches(c, t, c.house, -1, true);
    for (let o = 0; o < c.openingIds.length && !fed; o += 1) if (c.drinking[o] && t.compLive[comp[c.openingAt[o]!]!]) fed = reaches(c, t, c.openingAt[o]!, -1, true);
    if (!fed && given.anyUnproven && houseLive) { fed = given.unproven[c.house] === 1; for (let e = 0; e < inner && !fed; e += 1) if (t.onPath[e] && (given.unproven[c.from[e]!] || given.unproven[c.to[e]!])) fed = true; }
    if (fed) raise(holds, at.unsafe);
  }
  for (let o = 0; o < c.openingIds.length; o += 1) {
    if (degree[inner + o] === 0) continue;
    if (c.openingGapless[o]) raise(holds, at.crossConnection + o);
    if (!c.openingBare[o]) continue;
    const r = comp[c.openingAt[o]!]!;
    if (t.compLive[r]) { if (!(t.permitted && c.openingPermitted[o])) raise(holds, at.openUnderPressure + o); continue; }
    for (let e = 0; e < inner; e += 1) {
      if (degree[e] !== 0 || c.tied[e]) continue;
      const a = comp[c.from[e]!]!, b = comp[c.to[e]!]!;
      if ((a === r && t.compLive[b]) || (b === r && t.compLive[a])) { raise(holds, at.oneHandle + o); break; }
    }
  }
  for (let u = 0; u < c.rig.units.length; u += 1) {
    const unit = c.rig.units[u]!;
    if (unit.tank?.rinseShut && given.unflushed[u] && degree[c.tankEdge[u]!]! > 0) raise(holds, at.roTankEarly + u);
    if (!t.powered[powerOfUnit(u)] || c.unitIn[u]! < 0) continue;
    const dry = !bit(s, base + l.wet, c.unitIn[u]!) || !bit(s, base + l.wet, c.unitOut[u]!);
    if (unit.uv && dry) raise(holds, at.lampInAir + u + (unit.uv.lampFirst && given.lampPending[u] ? c.rig.units.length : 0));
    if (unit.pump) {
      if (!t.compLive[comp[c.unitIn[u]!]!] || !bit(s, base + l.wet, c.unitIn[u]!)) raise(holds, at.dryPump + u);
      else if (!unit.pump.pressureSwitch && !t.compVented[comp[c.unitOut[u]!]!]) raise(holds, at.deadHead + u);
    }
  }
  if (c.heater >= 0 && t.powered[POWER_HEATER]) {
    if (!bit(s, base + l.wet, c.heater) || !(s[base + l.rest]! & PURGED)) raise(holds, at.dryHeater);
    const r = comp[c.heater]!;
    if (!t.compLive[r] && !t.compVented[r]) {
      let expands = false;
      for (let k = 0; k < c.knots; k += 1) if (c.expansion[k] && comp[k] === r) expands = true;
      if (!expands) raise(holds, at.hotTrapped);
    }
  }
}

/** Sets a scratch to a state, so that `turn` can try one handle after the other from there. */
export function stand(c: Compiled, t: Scratch, given: Given, s: Int32Array, base: number): void { setDegrees(c, t, given, s, base); }

function setHandle(c: Compiled, t: Scratch, given: Given, handle: number, position: number, s: Int32Array, base: number): void {
  if (!c.alone[handle]) { setDegrees(c, t, given, s, base); return; }
  const sets = c.sets[handle]![position]!;
  for (let i = 0; i < sets.length; i += 2) t.degree[sets[i]!] = sets[i + 1]!;
  const powers = c.powers[handle]!;
  for (let p = 0; p < powers.length; p += 1) if (powers[p]! >= 0) t.powered[powers[p]!] = p === position ? 1 : 0;
}

/**
 * The state after a handle goes to a position, written to `out`, from a scratch that stands at the state before it and stands there again
 * afterwards; `handle` -1 lets the positions stand and only settles pressure and water. `t.holds` has the conditions that hold after it (unless `rules`
 * is false), `t.caused` those that the move itself trips: a hard fill, or a bare opening opened under pressure.
 */
export function turn(c: Compiled, t: Scratch, given: Given, l: Layout, before: Int32Array, from: number, handle: number, position: number, out: Int32Array, to: number, rules = true): void {
  for (let w = 0; w < l.words; w += 1) out[to + w] = before[from + w]!;
  t.caused.fill(0);
  const was = handle < 0 ? -1 : positionAt(before, from, handle);
  if (handle >= 0) {
    setPosition(out, to, handle, position);
    if (c.places.length > 1) out[to + l.rest] = withPlace(out[to + l.rest]!, c.placeOf[handle]!);
    setHandle(c, t, given, handle, position, out, to);
    openedBare(c, t, l, before, from, handle, was, position);
  }
  setRegions(c, t, l);
  setPressure(c, t, out, to, l);
  const W = l.knotWords;
  let filled = 0;
  for (let w = 0; w < W; w += 1) out[to + l.pressured + w] = 0;
  for (let r = 0; r < t.regions; r += 1) for (let w = 0; w < W; w += 1) {
    const m = t.mask[r * W + w]!;
    if (t.compPressured[r]) out[to + l.pressured + w]! |= m;
    if (t.compLive[r]) filled |= m & (~out[to + l.wet + w]! | out[to + l.filling + w]!);
    else if (t.compEmptied[r]) { out[to + l.wet + w]! &= ~m; out[to + l.filling + w]! &= ~m; }
  }
  if (filled) fill(c, t, l, out, to);
  let rest = out[to + l.rest]!;
  for (let u = 0; u < c.unitIn.length; u += 1) if (c.unitIn[u]! >= 0 && bit(out, to + l.wet, c.unitIn[u]!) && bit(out, to + l.wet, c.unitOut[u]!)) rest |= 1 << u;
  if (c.heater >= 0) {
    const inner = c.edgeIds.length;
    if (!bit(out, to + l.wet, c.heater)) rest &= ~PURGED;
    else if (t.compLive[t.comp[c.heater]!]) { const taps = c.openingsAt[c.heater]!; for (let i = 0; i < taps.length; i += 1) if (t.degree[inner + taps[i]!]! > 0) rest |= PURGED; }
  }
  out[to + l.rest] = rest;
  if (rules) setConditions(c, t, given, out, to, l);
}

/** Gives the scratch back its state before the last `turn`. */
export function back(c: Compiled, t: Scratch, given: Given, before: Int32Array, from: number, handle: number): void { setHandle(c, t, given, handle, positionAt(before, from, handle), before, from); }

/** As `turn`, from any scratch. */
export function advance(c: Compiled, t: Scratch, given: Given, l: Layout, before: Int32Array, from: number, handle: number, position: number, out: Int32Array, to: number, rules = true): void {
  stand(c, t, given, before, from);
  turn(c, t, given, l, before, from, handle, position, out, to, rules);
}

/** Water comes to knots that were empty, or are filling still: gently through what their units allow, else it is a hard fill. */
function fill(c: Compiled, t: Scratch, l: Layout, out: Int32Array, to: number): void {
  setWidths(c, t);
  for (let k = 0; k < c.knots; k += 1) {
    if (!t.compLive[t.comp[k]!]) continue;
    const word = k >> 5, mask = 1 << (k & 31);
    const dry = !(out[to + l.wet + word]! & mask);
    if (dry || out[to + l.filling + word]! & mask) {
      if (t.wide[k]! > c.knotGentle[k]!) { raise(t.caused, c.at.hardFill + (c.knotMedia[k] ? 0 : 1)); out[to + l.filling + word]! &= ~mask; }
      else if (dry) out[to + l.filling + word]! |= mask;
    }
    out[to + l.wet + word]! |= mask;
  }
}

/** Bare ends and joints that this turn opens: the pressure behind them before it decides. */
function openedBare(c: Compiled, t: Scratch, l: Layout, before: Int32Array, from: number, handle: number, was: number, position: number): void {
  const inner = c.edgeIds.length;
  const sets = c.sets[handle]![position]!, had = c.sets[handle]![was]!;
  for (let i = 0; i < sets.length; i += 2) {
    const o = sets[i]! - inner;
    if (o >= 0 && c.openingBare[o] && sets[i + 1]! > 0 && had[i + 1] === 0 && bit(before, from + l.pressured, c.openingAt[o]!)) raise(t.caused, c.at.openUnderPressure + o);
  }
  // A joint that comes apart is open for a moment, whatever is put on it afterwards.
  const joint = c.joint[handle]!;
  if (joint < 0) return;
  for (let i = 0; i < sets.length; i += 2) if (sets[i] === joint && sets[i + 1] === 0 && had[i + 1]! > 0 && (bit(before, from + l.pressured, c.from[joint]!) || bit(before, from + l.pressured, c.to[joint]!)))
    for (let j = 0; j < sets.length; j += 2) if (sets[j]! >= inner) raise(t.caused, c.at.openUnderPressure + sets[j]! - inner);
}

/** Filling is heard to stop: the next move finds everything full. */
export function settle(l: Layout, s: Int32Array, base: number): void { for (let w = 0; w < l.knotWords; w += 1) s[base + l.filling + w] = 0; }

/** A named state packed; handles that it does not name stand in their normal position. */
export function pack(c: Compiled, l: Layout, state: RigState): Int32Array {
  const s = new Int32Array(l.words);
  c.rig.handles.forEach((h, i) => setPosition(s, 0, i, Math.max(0, h.positions.findIndex((p) => p.name === (state.positions[h.id] ?? h.normal)))));
  for (const [list, at] of [[state.pressured, l.pressured], [state.wet, l.wet], [state.filling, l.filling]] as const) for (const n of list) { const k = c.knotOf.get(n); if (k !== undefined) setBit(s, at, k); }
  let rest = state.purged ? PURGED : 0;
  c.rig.units.forEach((u, i) => { if (stageNumber(state.stages[u.key] ?? "dry") > 0) rest |= 1 << i; });
  if (c.places.length > 1 && state.place !== undefined) rest = withPlace(rest, c.places.indexOf(state.place));
  s[l.rest] = rest;
  return s;
}

/** A packed state in names, on the ground of the state it came from. */
export function unpack(c: Compiled, l: Layout, s: Int32Array, base: number, ground: RigState): RigState {
  const nodes = (at: number) => c.nodesOf.flatMap((names, k) => (bit(s, base + at, k) ? names : []));
  const rest = s[base + l.rest]!;
  const place = c.places.length > 1 ? c.places[placeAt(rest)] : ground.place;
  return {
    ...ground, positions: Object.fromEntries(c.rig.handles.map((h, i) => [h.id, h.positions[positionAt(s, base, i)]!.name])), pressured: nodes(l.pressured), wet: nodes(l.wet), filling: nodes(l.filling),
    stages: Object.fromEntries(c.rig.units.map((u, i) => [u.key, (ground.stages[u.key] ?? "dry") === "dry" && (rest >>> i) & 1 ? "wet" : (ground.stages[u.key] ?? "dry")])), purged: (rest & PURGED) !== 0, ...(place === undefined ? {} : { place }),
  };
}

export { HALF, OPEN, QUARTER };
