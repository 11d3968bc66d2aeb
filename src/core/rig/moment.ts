import { OPEN, POWER_HEATER, powerOfUnit, stageNumber, type Compiled } from "./compiled";
import { setConditions } from "./conditions";
import type { RigState } from "./rig";
import {
  bit,
  placeAt,
  positionAt,
  PURGED,
  raise,
  setBit,
  setPosition,
  withPlace,
  type Given,
  type Layout,
  type Scratch,
} from "./scratch";

/** Degrees and power from the positions. */
function setDegrees(c: Compiled, t: Scratch, given: Given, s: Int32Array, base: number): void {
  t.degree.set(c.fixed);
  for (let u = 0; u < c.switched.length; u += 1)
    t.powered[powerOfUnit(u)] = c.switched[u] ? 0 : given.runs[u]!;
  t.powered[POWER_HEATER] = 0;
  for (let h = 0; h < c.positionCount.length; h += 1) {
    const p = positionAt(s, base, h);
    const sets = c.sets[h]![p]!;
    for (let i = 0; i < sets.length; i += 2) {
      const e = sets[i]!;
      if (sets[i + 1]! > t.degree[e]!) t.degree[e] = sets[i + 1]!;
    }
    const power = c.powers[h]![p]!;
    if (power >= 0) t.powered[power] = 1;
  }
}

/**
 * Regions: knots joined by open edges, check valves left out; then what is live and what is vented, check
 * valves passing both on.
 */
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
    t.compLive[n] = 0;
    t.compVented[n] = 0;
    t.compEmptied[n] = 0;
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
  const ways = t.wide,
    lows = t.seen;
  let anyLow = false;
  for (let o = 0; o < c.openingAt.length; o += 1) {
    if (degree[inner + o] === 0) continue;
    const r = comp[c.openingAt[o]!]!;
    if (!t.compVented[r]) {
      t.compVented[r] = 1;
      ways[r] = 0;
      lows[r] = 0;
    }
    ways[r]! += 1;
    if (c.openingLow[o]) {
      lows[r] = 1;
      anyLow = true;
    }
  }
  // Two ways out let air in while water leaves by the low one.
  if (anyLow) {
    for (let r = 0; r < n; r += 1) if (t.compVented[r] && lows[r] && ways[r]! > 1) t.compEmptied[r] = 1;
    keepFull(c, t);
  }
  for (let again = c.checks.length > 0; again;) {
    again = false;
    for (let i = 0; i < c.checks.length; i += 1) {
      const e = c.checks[i]!;
      const a = comp[c.from[e]!]!,
        b = comp[c.to[e]!]!;
      if (t.compLive[a] && !t.compLive[b]) {
        t.compLive[b] = 1;
        again = true;
      }
      if (t.compVented[b] && !t.compVented[a]) {
        t.compVented[a] = 1;
        again = true;
      }
    }
  }
}

/**
 * What is higher than the openings of its region stays full: the house without a low and a high one of its
 * own, and with the heater without a hot one (handbook 10, ruling 35).
 */
function keepFull(c: Compiled, t: Scratch): void {
  if (c.house < 0 || !c.houseDrains) return;
  const inner = c.edgeIds.length;
  const r = t.comp[c.house]!;
  if (!t.compEmptied[r]) return;
  const hasHot = c.heater >= 0 && t.comp[c.heater] === r;
  let low = false,
    high = false,
    hot = !hasHot;
  for (let o = 0; o < c.openingAt.length; o += 1) {
    if (t.degree[inner + o] === 0) continue;
    const at = c.openingAt[o]!;
    if (at === c.house && c.openingLow[o]) low = true;
    if (at === c.house && c.openingHigh[o]) high = true;
    if (at === c.heater) hot = true;
  }
  if (!low || !high || !hot) t.compEmptied[r] = 0;
}

/** Pressure kept: live, or pressed before and not vented since. Check valves pass it on. */
function setPressure(c: Compiled, t: Scratch, s: Int32Array, base: number, l: Layout): void {
  const W = l.knotWords;
  for (let r = 0; r < t.regions; r += 1) {
    let pressed = t.compLive[r]!;
    if (!pressed && !t.compVented[r])
      for (let w = 0; w < W; w += 1) if (t.mask[r * W + w]! & s[base + l.pressured + w]!) pressed = 1;
    t.compPressured[r] = pressed;
  }
  for (let again = c.checks.length > 0; again;) {
    again = false;
    for (let i = 0; i < c.checks.length; i += 1) {
      const e = c.checks[i]!;
      const a = t.comp[c.from[e]!]!,
        b = t.comp[c.to[e]!]!;
      if (t.compPressured[a] && !t.compPressured[b] && !t.compVented[b]) {
        t.compPressured[b] = 1;
        again = true;
      }
    }
  }
}

/** How wide the widest way from the main to each live knot is: closed to open. */
function setWidths(c: Compiled, t: Scratch): void {
  t.wide.fill(0);
  t.wide[c.main] = OPEN;
  for (let again = true; again;) {
    again = false;
    for (let e = 0; e < c.edgeIds.length; e += 1) {
      const d = t.degree[e]!;
      if (d === 0) continue;
      const a = c.from[e]!,
        b = c.to[e]!;
      const forth = Math.min(d, t.wide[a]!);
      if (forth > t.wide[b]!) {
        t.wide[b] = forth;
        again = true;
      }
      if (c.isCheck[e]) continue;
      const back = Math.min(d, t.wide[b]!);
      if (back > t.wide[a]!) {
        t.wide[a] = back;
        again = true;
      }
    }
  }
}

/** Sets a scratch to a state, so that `turn` can try one handle after the other from there. */
export function stand(c: Compiled, t: Scratch, given: Given, s: Int32Array, base: number): void {
  setDegrees(c, t, given, s, base);
}

function setHandle(
  c: Compiled,
  t: Scratch,
  given: Given,
  handle: number,
  position: number,
  s: Int32Array,
  base: number,
): void {
  if (!c.alone[handle]) {
    setDegrees(c, t, given, s, base);
    return;
  }
  const sets = c.sets[handle]![position]!;
  for (let i = 0; i < sets.length; i += 2) t.degree[sets[i]!] = sets[i + 1]!;
  const powers = c.powers[handle]!;
  for (let p = 0; p < powers.length; p += 1)
    if (powers[p]! >= 0) t.powered[powers[p]!] = p === position ? 1 : 0;
}

/**
 * The state after a handle goes to a position, written to `out`, from a scratch that stands at the state
 * before it and stands there again afterwards; `handle` -1 lets the positions stand and only settles
 * pressure and water. `t.holds` has the conditions that hold after it (unless `rules` is false), `t.caused`
 * those that the move itself trips: a hard fill, or a bare opening opened under pressure.
 */
export function turn(
  c: Compiled,
  t: Scratch,
  given: Given,
  l: Layout,
  before: Int32Array,
  from: number,
  handle: number,
  position: number,
  out: Int32Array,
  to: number,
  rules = true,
): void {
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
  for (let r = 0; r < t.regions; r += 1)
    for (let w = 0; w < W; w += 1) {
      const m = t.mask[r * W + w]!;
      if (t.compPressured[r]) out[to + l.pressured + w]! |= m;
      if (t.compLive[r]) filled |= m & (~out[to + l.wet + w]! | out[to + l.filling + w]!);
      else if (t.compEmptied[r]) {
        out[to + l.wet + w]! &= ~m;
        out[to + l.filling + w]! &= ~m;
      }
    }
  if (filled) fill(c, t, l, out, to);
  let rest = out[to + l.rest]!;
  for (let u = 0; u < c.unitIn.length; u += 1)
    if (c.unitIn[u]! >= 0 && bit(out, to + l.wet, c.unitIn[u]!) && bit(out, to + l.wet, c.unitOut[u]!))
      rest |= 1 << u;
  if (c.heater >= 0) {
    const inner = c.edgeIds.length;
    if (!bit(out, to + l.wet, c.heater)) rest &= ~PURGED;
    else if (t.compLive[t.comp[c.heater]!]) {
      const taps = c.openingsAt[c.heater]!;
      for (let i = 0; i < taps.length; i += 1) if (t.degree[inner + taps[i]!]! > 0) rest |= PURGED;
    }
  }
  out[to + l.rest] = rest;
  if (rules) setConditions(c, t, given, out, to, l);
}

/** Gives the scratch back its state before the last `turn`. */
export function back(
  c: Compiled,
  t: Scratch,
  given: Given,
  before: Int32Array,
  from: number,
  handle: number,
): void {
  setHandle(c, t, given, handle, positionAt(before, from, handle), before, from);
}

/** As `turn`, from any scratch. */
export function advance(...move: Parameters<typeof turn>): void {
  const [c, t, given, , before, from] = move;
  stand(c, t, given, before, from);
  turn(...move);
}

/**
 * Water comes to knots that were empty, or are filling still: gently through what their units allow, else
 * it is a hard fill.
 */
function fill(c: Compiled, t: Scratch, l: Layout, out: Int32Array, to: number): void {
  setWidths(c, t);
  for (let k = 0; k < c.knots; k += 1) {
    if (!t.compLive[t.comp[k]!]) continue;
    const word = k >> 5,
      mask = 1 << (k & 31);
    const dry = !(out[to + l.wet + word]! & mask);
    if (dry || out[to + l.filling + word]! & mask) {
      if (t.wide[k]! > c.knotGentle[k]!) {
        raise(t.caused, c.at.hardFill! + (c.knotMedia[k] ? 0 : 1));
        out[to + l.filling + word]! &= ~mask;
      } else if (dry) out[to + l.filling + word]! |= mask;
    }
    out[to + l.wet + word]! |= mask;
  }
}

/** Bare ends and joints that this turn opens, and joints that it closes: the pressure behind them before it decides. */
function openedBare(
  c: Compiled,
  t: Scratch,
  l: Layout,
  before: Int32Array,
  from: number,
  handle: number,
  was: number,
  position: number,
): void {
  const inner = c.edgeIds.length;
  const sets = c.sets[handle]![position]!,
    had = c.sets[handle]![was]!;
  for (let i = 0; i < sets.length; i += 2) {
    const o = sets[i]! - inner;
    if (
      o >= 0 &&
      c.openingBare[o] &&
      sets[i + 1]! > 0 &&
      had[i + 1] === 0 &&
      bit(before, from + l.pressured, c.openingAt[o]!)
    )
      raise(t.caused, c.at.openUnderPressure! + o);
  }
  // A joint that comes apart is open for a moment, whatever is put on it afterwards; nor is one put
  // together while water comes out of it.
  const joint = c.joint[handle]!;
  if (joint < 0) return;
  for (let i = 0; i < sets.length; i += 2) {
    const o = sets[i]! - inner;
    if (
      o >= 0 &&
      c.openingBare[o] &&
      sets[i + 1] === 0 &&
      had[i + 1]! > 0 &&
      bit(before, from + l.pressured, c.openingAt[o]!)
    )
      raise(t.caused, c.at.openUnderPressure! + o);
  }
  // Nor does its cap come off while water stands behind it.
  for (let i = 0; i < sets.length; i += 2)
    if (
      sets[i] === joint &&
      (sets[i + 1] === 0) !== (had[i + 1] === 0) &&
      (bit(before, from + l.pressured, c.from[joint]!) || bit(before, from + l.pressured, c.to[joint]!))
    )
      for (let j = 0; j < sets.length; j += 2)
        if (sets[j]! >= inner) raise(t.caused, c.at.openUnderPressure! + sets[j]! - inner);
}

/** Filling is heard to stop: the next move finds everything full. */
export function settle(l: Layout, s: Int32Array, base: number): void {
  for (let w = 0; w < l.knotWords; w += 1) s[base + l.filling + w] = 0;
}

/** A named state packed; handles that it does not name stand in their normal position. */
export function pack(c: Compiled, l: Layout, state: RigState): Int32Array {
  const s = new Int32Array(l.words);
  c.rig.handles.forEach((h, i) =>
    setPosition(
      s,
      0,
      i,
      Math.max(
        0,
        h.positions.findIndex((p) => p.name === (state.positions[h.id] ?? h.normal)),
      ),
    ),
  );
  for (const [list, at] of [
    [state.pressured, l.pressured],
    [state.wet, l.wet],
    [state.filling, l.filling],
  ] as const)
    for (const n of list) {
      const k = c.knotOf.get(n);
      if (k !== undefined) setBit(s, at, k);
    }
  let rest = state.purged ? PURGED : 0;
  c.rig.units.forEach((u, i) => {
    if (stageNumber(state.stages[u.key] ?? "dry") > 0) rest |= 1 << i;
  });
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
    ...ground,
    positions: Object.fromEntries(
      c.rig.handles.map((h, i) => [h.id, h.positions[positionAt(s, base, i)]!.name]),
    ),
    pressured: nodes(l.pressured),
    wet: nodes(l.wet),
    filling: nodes(l.filling),
    stages: Object.fromEntries(
      c.rig.units.map((u, i) => [
        u.key,
        (ground.stages[u.key] ?? "dry") === "dry" && (rest >>> i) & 1
          ? "wet"
          : (ground.stages[u.key] ?? "dry"),
      ]),
    ),
    purged: (rest & PURGED) !== 0,
    ...(place === undefined ? {} : { place }),
  };
}
