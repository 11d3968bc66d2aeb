import type { Aim } from "./aim";
import type { Compiled } from "./compiled";
import { disinfects } from "./rig";

/** Everything that a hand can open, handles held to some positions in those alone. */
function widest(
  c: Compiled,
  open: Uint8Array,
  heldTo: (handle: number) => readonly number[] | undefined,
): void {
  open.set(c.fixed.subarray(0, open.length));
  c.sets.forEach((sets, h) =>
    (heldTo(h)?.map((p) => sets[p]!) ?? sets).forEach((x) => {
      for (let i = 0; i < x.length; i += 2) if (x[i]! < open.length && x[i + 1]! > 0) open[x[i]!] = 1;
    }),
  );
}

/** Knots that open edges join to some, a knot and edges left out. */
function joined(
  c: Compiled,
  open: Uint8Array,
  starts: readonly number[],
  knot = -1,
  leaveOut: (e: number) => boolean = () => false,
): Uint8Array {
  const seen = new Uint8Array(c.knots);
  const stack = starts.filter((k) => k !== knot);
  for (const k of stack) seen[k] = 1;
  while (stack.length > 0) {
    const k = stack.pop()!;
    for (let x = c.startAt[k]!; x < c.startAt[k + 1]!; x += 1) {
      const e = c.edgeAt[x]!,
        other = c.otherAt[x]!;
      if (open[e] && !seen[other] && other !== knot && !leaveOut(e)) {
        seen[other] = 1;
        stack.push(other);
      }
    }
  }
  return seen;
}

/** Do the positions that a goal names leave the house dry, however all else stands? */
export function leavesDry(c: Compiled, aim: Aim): boolean {
  if (c.house < 0) return false;
  const open = new Uint8Array(c.edgeIds.length);
  widest(c, open, (h) => (aim.positions[h]! < 0 ? undefined : [aim.positions[h]!]));
  return !joined(c, open, [c.main])[c.house];
}

/** Can water reach the house through a lamp or a dosing pump, with each handle in one of some positions? */
export function disinfectingWay(c: Compiled, allowed: (handle: number) => readonly number[]): boolean {
  const open = new Uint8Array(c.edgeIds.length);
  widest(c, open, allowed);
  const [main, house] = [joined(c, open, [c.main]), joined(c, open, [c.house])];
  return [...c.unitEdges].some(
    (e) => disinfects(c.rig.units[c.unitOf[e]!]!) && [c.from[e]!, c.to[e]!].every((k) => main[k] && house[k]),
  );
}

/**
 * Positions, a bit each, in which a handle alone bars what the goal wants, whatever all others do: it has
 * to leave them. Every live node and the house are to be reached from the main, past the units that are to
 * be passed by; a unit that serves has to lie on a way from the main to house or heater that meets no node
 * twice, which is so when no one node parts these two from its two ends (Menger).
 */
export function barring(c: Compiled, aim: Aim): Uint8Array {
  const open = new Uint8Array(c.edgeIds.length);
  const spread = (starts: readonly number[], knot: number, leaveOut: (e: number) => boolean): Uint8Array =>
    joined(c, open, starts, knot, leaveOut);
  const parts = (u: number, sink: number): boolean => {
    for (let knot = 0; knot < c.knots; knot += 1) {
      const from = spread([c.main, sink], knot, (e) => c.unitOf[e] === u);
      if (![c.unitIn[u]!, c.unitOut[u]!].some((k) => k !== knot && from[k])) return true;
    }
    return false;
  };
  const onWay = (u: number): boolean => [c.house, c.heater].some((sink) => sink >= 0 && !parts(u, sink));
  const joins = (): boolean => {
    const main = spread([c.main], -1, () => false);
    if (aim.live.some((k) => !main[k]) || (aim.fed && !main[c.house])) return false;
    if (
      aim.passedBy.some((u) => {
        const g = c.groupOf[c.unitOf.indexOf(u)];
        return !spread([c.main], -1, (e) => c.groupOf[e] === g)[c.house];
      })
    )
      return false;
    return aim.serves.every(onWay);
  };
  if (aim.live.length + aim.serves.length + aim.passedBy.length === 0 && !aim.fed)
    return new Uint8Array(c.sets.length);
  const shuts = (x: Int16Array): boolean => {
    for (let i = 0; i < x.length; i += 2) if (x[i]! < open.length && x[i + 1] === 0) return true;
    return false;
  };
  return Uint8Array.from(c.sets, (sets, h) =>
    sets.reduce((bits, x, p) => {
      if (!shuts(x)) return bits;
      widest(c, open, (other) => (other === h ? [p] : undefined));
      return joins() ? bits : bits | (1 << p);
    }, 0),
  );
}
