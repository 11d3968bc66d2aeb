import { powerOfUnit, type Compiled } from "./compiled";
import { disinfects } from "./rig";
import type { Scratch } from "./scratch";

/**
 * Edges on a simple way from the main to house or heater, and which of them the house has a way around.
 * Where the live part is a tree there is one way; else it is the block that a pretended edge from the sinks
 * back to the main lies in.
 */
export function setOnPath(c: Compiled, t: Scratch): void {
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

/**
 * Can the main reach a knot by open edges, leaving out some: the edges of one group, or those of working
 * lamps and dosing pumps?
 */
export function reaches(
  c: Compiled,
  t: Scratch,
  goal: number,
  leaveGroup: number,
  leaveDisinfecting: boolean,
): boolean {
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
        leaveDisinfecting &&
        c.unitOf[e]! >= 0 &&
        disinfects(c.rig.units[c.unitOf[e]!]!) &&
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
