import { POWER_HEATER, powerOfUnit, type Compiled } from "./compile";
import { bit, positionAt, PURGED, raise, type Given, type Layout, type Scratch } from "./scratch";

/**
 * Edges on a simple way from the main to house or heater, and which of them the house has a way around. Where the live part is a tree there is one
 * way; else it is the block that a pretended edge from the sinks back to the main lies in.
 */
function setOnPath(c: Compiled, t: Scratch): void {
  t.onPath.fill(0);
  t.avoidable.fill(0);
  if (c.checks.length === 0 || noLiveCheck(c, t)) {
    let knots = 0,
      edges = 0;
    for (let k = 0; k < c.knots; k += 1) if (t.comp[k] === 0) knots += 1;
    for (let e = 0; e < c.from.length; e += 1)
      if (t.degree[e]! > 0 && t.comp[c.from[e]!] === 0 && !c.isCheck[e]) edges += 1;
    if (edges === knots - 1) {
      for (let i = 0; i < 2; i += 1) {
        let k = i === 0 ? c.house : c.heater;
        if (k < 0 || t.comp[k] !== 0) continue;
        while (k !== c.main) {
          const e = t.came[k]!;
          t.onPath[e] = 1;
          k = c.from[e] === k ? c.to[e]! : c.from[e]!;
        }
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
  for (let i = 0; i < c.checks.length; i += 1) {
    const e = c.checks[i]!;
    if (t.compLive[t.comp[c.from[e]!]!] && (t.comp[c.to[e]!] === 0 || c.leadsOn[i])) return false;
  }
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
      if (t.low[other]! >= t.order[k]!) {
        while (t.stack[--t.top] !== e);
      } else if (t.low[other]! < t.low[k]!) t.low[k] = t.low[other]!;
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
      if (
        leaveLamps &&
        c.unitOf[e]! >= 0 &&
        c.rig.units[c.unitOf[e]!]!.uv &&
        t.powered[powerOfUnit(c.unitOf[e]!)]
      )
        continue;
      const other = c.otherAt[x]!;
      if (!t.seen[other]) {
        t.seen[other] = 1;
        t.stack[top++] = other;
      }
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
  for (let o = 0; o < c.openingPermitted.length; o += 1)
    if (c.openingPermitted[o] && t.degree[inner + o]! > 0) return true;
  return false;
}

/** The conditions that hold in a state whose degrees and regions are set (handbook 4, Rules). */
export function setConditions(
  c: Compiled,
  t: Scratch,
  given: Given,
  s: Int32Array,
  base: number,
  l: Layout,
): void {
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
    if (given.anyUnflushed)
      for (let i = 0; i < c.unitEdges.length; i += 1) {
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
        if (
          t.onPath[e] &&
          t.avoidable[e] &&
          (c.groupSize[g] === 1 && c.heater < 0 ? true : reaches(c, t, c.house, g, false))
        )
          raise(holds, at.blended + g);
      }
    }
  }
  if (unsafeSource && !t.permitted) {
    let fed = houseLive && reaches(c, t, c.house, -1, true);
    for (let o = 0; o < c.openingIds.length && !fed; o += 1)
      if (c.drinking[o] && t.compLive[comp[c.openingAt[o]!]!]) fed = reaches(c, t, c.openingAt[o]!, -1, true);
    if (!fed && given.anyUnproven && houseLive) {
      fed = given.unproven[c.house] === 1;
      for (let e = 0; e < inner && !fed; e += 1)
        if (t.onPath[e] && (given.unproven[c.from[e]!] || given.unproven[c.to[e]!])) fed = true;
    }
    if (fed) raise(holds, at.unsafe);
  }
  for (let o = 0; o < c.openingIds.length; o += 1) {
    if (degree[inner + o] === 0) continue;
    if (c.openingGapless[o]) raise(holds, at.crossConnection + o);
    if (!c.openingBare[o]) continue;
    const r = comp[c.openingAt[o]!]!;
    if (t.compLive[r]) {
      if (!(t.permitted && c.openingPermitted[o])) raise(holds, at.openUnderPressure + o);
      continue;
    }
    for (let e = 0; e < inner; e += 1) {
      if (degree[e] !== 0 || c.tied[e]) continue;
      const a = comp[c.from[e]!]!,
        b = comp[c.to[e]!]!;
      if ((a === r && t.compLive[b]) || (b === r && t.compLive[a])) {
        raise(holds, at.oneHandle + o);
        break;
      }
    }
  }
  for (let u = 0; u < c.rig.units.length; u += 1) {
    const unit = c.rig.units[u]!;
    if (unit.tank?.rinseShut && given.unflushed[u] && degree[c.tankEdge[u]!]! > 0)
      raise(holds, at.roTankEarly + u);
    if (!t.powered[powerOfUnit(u)] || c.unitIn[u]! < 0) continue;
    const dry = !bit(s, base + l.wet, c.unitIn[u]!) || !bit(s, base + l.wet, c.unitOut[u]!);
    if (unit.uv && dry)
      raise(holds, at.lampInAir + u + (unit.uv.lampFirst && given.lampPending[u] ? c.rig.units.length : 0));
    if (unit.pump) {
      if (!t.compLive[comp[c.unitIn[u]!]!] || !bit(s, base + l.wet, c.unitIn[u]!))
        raise(holds, at.dryPump + u);
      else if (!unit.pump.pressureSwitch && !t.compVented[comp[c.unitOut[u]!]!])
        raise(holds, at.deadHead + u);
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
