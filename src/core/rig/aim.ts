import type { Compiled } from "./compiled";
import type { RigGoal } from "./rig";
import type { Scratch } from "./scratch";

/**
 * Costs are counted in hundredths of a half, so that they stay whole; one hundredth tells apart what costs
 * the same: a way out is not opened while water stands behind it.
 */
export const HALVES = 100;
export const MOVE = 2 * HALVES,
  CHECK = 6 * HALVES,
  WALK = HALVES,
  WASTE = 1;
export const NONE = 0x3fffffff;

/** A goal in the numbers of its rig. */
export interface Aim {
  readonly live: Int16Array;
  readonly relieved: Int16Array;
  readonly empty: Int16Array;
  readonly positions: Int16Array;
  /** Positions in which each handle may not end, a bit each. */ readonly endsNot: Uint8Array;
  readonly serves: Int16Array;
  readonly passedBy: Int16Array;
  readonly full: Int16Array;
  readonly alwaysLive: Int16Array;
  readonly noVent: boolean;
  /** The house is fed at the end in any case. */ readonly fed: boolean;
  readonly possible: boolean;
}

/** What a wish comes to on a rig: the positions and waters that must hold. */
export function aimOf(c: Compiled, goal: RigGoal): Aim {
  let possible = true;
  // Nodes that a unit joins for good share their pressure: one stands for all.
  const joined = Int16Array.from({ length: c.knots }, (_, k) => k);
  for (let again = true; again;) {
    again = false;
    for (let e = 0; e < c.edgeIds.length; e += 1)
      if (c.isUnit[e]) {
        const low = Math.min(joined[c.from[e]!]!, joined[c.to[e]!]!);
        for (const k of [c.from[e]!, c.to[e]!])
          if (joined[k]! > low) {
            joined[k] = low;
            again = true;
          }
      }
  }
  const one = (ks: Int16Array) => Int16Array.from(new Map([...ks].map((k) => [joined[k]!, k])).values());
  const knots = (names: readonly string[] | undefined) =>
    Int16Array.from([
      ...new Set(
        (names ?? []).map((n) => {
          const k = c.knotOf.get(n);
          if (k === undefined) possible = false;
          return k ?? 0;
        }),
      ),
    ]);
  const units = (keys: readonly string[] | undefined) =>
    Int16Array.from(
      (keys ?? []).map((key) => {
        const u = c.rig.units.findIndex((x) => x.key === key);
        if (u < 0) possible = false;
        return Math.max(0, u);
      }),
    );
  const positions = new Int16Array(c.positionCount.length).fill(-1);
  for (const [handle, name] of Object.entries(goal.positions ?? {})) {
    const h = c.rig.handles.findIndex((x) => x.id === handle);
    const p = h < 0 ? -1 : c.rig.handles[h]!.positions.findIndex((x) => x.name === name);
    if (p < 0) possible = false;
    else positions[h] = p;
  }
  const endsNot = Uint8Array.from(c.rig.handles, (h) =>
    h.positions.reduce((bits, p, i) => (goal.endsNot?.[h.id]?.includes(p.name) ? bits | (1 << i) : bits), 0),
  );
  const live = knots(goal.live);
  const alwaysLive = knots(goal.always?.live);
  const fed =
    c.house >= 0 &&
    (live.includes(c.house) ||
      alwaysLive.includes(c.house) ||
      (goal.serves?.length ?? 0) + (goal.passedBy?.length ?? 0) > 0);
  return {
    live: one(live),
    relieved: one(knots(goal.relieved)),
    empty: knots(goal.empty),
    positions,
    endsNot,
    serves: units(goal.serves),
    passedBy: units(goal.passedBy),
    full: units(goal.full),
    alwaysLive,
    noVent: goal.always?.noVentOnLive === true,
    fed,
    possible,
  };
}

/** Is a knot joined to the main, with the valves as they stand. */
export const isLive = (t: Scratch, k: number): boolean => t.compLive[t.comp[k]!] === 1;
