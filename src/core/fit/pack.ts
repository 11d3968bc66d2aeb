import { misfitsAlone, misfitsBetween, reachOut } from "./judge";
import { bodyOf, keptClear, turnsOf, zonesOf, type Standing, type Turn, type WallUnit } from "./standing";
import type { Rect, Room } from "./wall";

/** Arrangements that are tried at most before it is left open whether there is one. */
const PATIENCE = 20_000;

/** How far what a unit needs reaches beyond its body on each side. */
function reachOf(unit: WallUnit, turn: Turn) {
  const at = { lies: turn.lies, mirrored: turn.mirrored, x: 0, y: 0 };
  const body = bodyOf(unit, at);
  const zones = zonesOf(unit, at);
  const edge = (of: (r: Rect) => number) => zones.map(of);
  return {
    width: body.width,
    height: body.height,
    left: -Math.min(0, ...edge((z) => z.x)),
    right: Math.max(body.width, ...edge((z) => z.x + z.width)) - body.width,
    below: -Math.min(0, ...edge((z) => z.y)),
    above: Math.max(body.height, ...edge((z) => z.y + z.height)) - body.height,
  };
}

interface Stood {
  readonly unit: WallUnit;
  readonly at: Standing;
}

/** Where a unit can touch what is on its left: whatever stands there can be pushed against it. */
function leftEdges(wall: Room, unit: WallUnit, turn: Turn, before: readonly Stood[]): number[] {
  const own = reachOf(unit, turn);
  const obstacles = wall.obstacles.flatMap((o) => {
    const clear = keptClear(wall, o);
    return [clear.x + clear.width, o.x + o.width + own.left];
  });
  const units = before.flatMap((b) => {
    const body = bodyOf(b.unit, b.at);
    const theirs = reachOf(b.unit, b.at);
    const right = body.x + body.width;
    const tied = unit.tether?.to === b.unit.key ? body.x - unit.tether.within - own.width : 0;
    return [body.x, right, right + own.left, right + theirs.right, Math.max(tied, own.left)];
  });
  const { corner } = wall;
  // Behind a corner, and behind what stands out of the wall before it there.
  const turned = corner === undefined ? [] : [0, ...before.flatMap((b) => Object.values(reachOut(b.unit)))];
  const behind = turned.map((by) => corner! + Math.max(by, own.left));
  return [...new Set([own.left, ...obstacles, ...units, ...behind])].sort((a, b) => a - b);
}

/** Ways to turn a unit that ask for different room: its pipes do not matter here. */
const roomyTurns = (unit: WallUnit): readonly Turn[] =>
  turnsOf(unit).filter((turn) => turn.lies || !turn.mirrored);

/** Heights at which a unit can touch what is under it, now or later. */
function feet(wall: Room, units: readonly WallUnit[], unit: WallUnit, turn: Turn, before: readonly Stood[]) {
  const { hangs } = unit;
  if (!hangs) return [0];
  const own = reachOf(unit, turn);
  const onFloor = units
    .filter((u) => !u.hangs)
    .flatMap((u) => roomyTurns(u).map((t) => reachOf(u, t)))
    .flatMap((r) => [r.height + own.below, r.height + r.above]);
  const hung = before.flatMap((b) => {
    const top = bodyOf(b.unit, b.at).y + bodyOf(b.unit, b.at).height;
    return [top + own.below, top + reachOf(b.unit, b.at).above];
  });
  const obstacles = wall.obstacles.map((o) => o.y + o.height + own.below);
  const all = [hangs.least, own.below, ...onFloor, ...hung, ...obstacles];
  return [...new Set(all)].filter((y) => y >= hangs.least && y <= hangs.most).sort((a, b) => a - b);
}

/**
 * Some way in which units stand on a wall in the train's order, the inlet on the left, without asking for
 * pipes: everything pushed to the left and down until it touches something. `is: "open"` where it was not
 * found within what is tried.
 */
export function pack(
  wall: Room,
  units: readonly WallUnit[],
): { readonly is: "fits"; readonly standings: readonly Standing[] } | { readonly is: "no" | "open" } {
  let left = PATIENCE;
  const go = (before: readonly Stood[]): readonly Standing[] | undefined => {
    const unit = units[before.length];
    if (!unit) return before.map((b) => b.at);
    for (const turn of roomyTurns(unit))
      for (const x of leftEdges(wall, unit, turn, before))
        for (const y of feet(wall, units, unit, turn, before)) {
          if (left <= 0) return undefined;
          left -= 1;
          const stood = { unit, at: { x, y, ...turn } };
          if (misfitsAlone(wall, unit, stood.at).length > 0) continue;
          if (before.some((b) => misfitsBetween(b, stood, wall.corner).length > 0)) continue;
          const found = go([...before, stood]);
          if (found) return found;
        }
    return undefined;
  };
  const standings = go([]);
  if (standings) return { is: "fits", standings };
  return { is: left > 0 ? "no" : "open" };
}
