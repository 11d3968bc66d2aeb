import { unitModels } from "../../src/catalogue/units";
import { onWall } from "../../src/core/fit/onWall";
import fc from "fast-check";
import { misfits } from "../../src/core/fit/judge";
import { placingOf } from "../../src/core/fit/routes";
import { usualPlacing } from "../../src/core/fit/patience";
import { portOf, turnsOf, type Standing, type WallUnit } from "../../src/core/fit/standing";
import type { Obstacle } from "../../src/core/site";
import type { Wall, WallPort } from "../../src/core/fit/wall";

const free = { around: 0, above: 0, below: 0, front: 0 };

/** A tank of 257 mm with its valve on top, on the floor. */
export const tank = (key: string, over: Partial<WallUnit> = {}): WallUnit => ({
  key,
  name: key,
  width: 257,
  height: 1572,
  free: { ...free, around: 75, above: 150 },
  mayLie: false,
  ports: {
    inlet: { x: 68, y: 1462, facing: "left" },
    outlet: { x: 188, y: 1462, facing: "right" },
  },
  ...over,
});

/** A housing of 190 mm on the wall, with room for its bowl below it. */
export const housing = (key: string, over: Partial<WallUnit> = {}): WallUnit => ({
  key,
  name: key,
  width: 190,
  height: 600,
  hangs: { least: 0, most: 1600 },
  free: { ...free, below: 102, front: 100 },
  mayLie: false,
  ports: { inlet: { x: 0, y: 560, facing: "left" }, outlet: { x: 190, y: 560, facing: "right" } },
  ...over,
});

/** A chamber of 150 mm, fed from below, whose lamp is drawn out upwards. */
export const chamber = (key: string, over: Partial<WallUnit> = {}): WallUnit => ({
  key,
  name: key,
  width: 150,
  height: 760,
  hangs: { least: 0, most: 1600 },
  free: { ...free, above: 700, front: 150 },
  mayLie: false,
  couldLie: true,
  ports: { inlet: { x: 75, y: 0, facing: "down" }, outlet: { x: 120, y: 700, facing: "right" } },
  ...over,
});

/** A salt tank, which stands within 1.5 m of its valve. */
export const saltTank = (to: string, within = 1500): WallUnit => ({
  key: `${to}.salt`,
  name: "salt tank",
  width: 450,
  height: 850,
  free: { ...free, above: 300 },
  mayLie: false,
  tether: { to, within },
});

export const wall = (width: number, over: Partial<Wall> = {}): Wall => ({
  width,
  height: 2400,
  obstacles: [],
  from: { x: 100, y: 1800, facing: "down" },
  to: { x: 250, y: 1800, facing: "down" },
  ...over,
});

export const box = (id: string, x: number, y: number, width: number, height: number): Obstacle => ({
  id,
  kind: "shelf",
  x,
  y,
  width,
  height,
});

/** Walls of 2 m with a few things on them, and the cut at their left. */
export const walls: fc.Arbitrary<Wall> = fc
  .array(
    fc.tuple(fc.nat(170), fc.nat(200), fc.integer({ min: 5, max: 40 }), fc.integer({ min: 5, max: 60 })),
    {
      maxLength: 3,
    },
  )
  .map((all) => all.map(([x, y, w, h], i) => box(`shelf ${i + 1}`, x * 10, y * 10, w * 10, h * 10)))
  .map((all) => wall(2000, { obstacles: all.filter((o) => o.x > 300 || o.y + o.height < 1700) }));

/** Units in the train's order, those on the wall within a hand's breadth of one height. */
export const trains = (most: number): fc.Arbitrary<readonly WallUnit[]> =>
  fc
    .array(fc.constantFrom(tank, housing, chamber), { minLength: 1, maxLength: most })
    .map((kinds) =>
      kinds.map((kind, i) => kind(`u${i + 1}`, kind === tank ? {} : { hangs: { least: 700, most: 800 } })),
    );

/** Places on a grid of 50 mm where a unit stands by itself. */
function gridOf(w: Wall, unit: WallUnit): Standing[] {
  const { least, most } = unit.hangs ?? { least: 0, most: 0 };
  const along = Array.from({ length: Math.floor(w.width / 50) + 1 }, (_, i) => 50 * i);
  const up = Array.from({ length: Math.floor((most - least) / 50) + 1 }, (_, i) => least + 50 * i);
  return turnsOf(unit)
    .flatMap((turn) => along.flatMap((x) => up.map((y) => ({ x, y, ...turn }))))
    .filter((at) => misfits(w, [unit], [at]).length === 0);
}

/**
 * The least pipe over every arrangement on a grid of 50 mm, the pipes looked for by the same router; those
 * that the straight distance rules out are not looked at.
 */
export function bruteLeast(w: Wall, units: readonly WallUnit[], notAbove: number): number {
  let least = Infinity;
  const distance = (a: { x: number; y: number }, b: typeof a) => Math.abs(a.x - b.x) + Math.abs(a.y - b.y);
  const grids = units.map((unit) => gridOf(w, unit));
  const known = new Map<string, boolean>();
  /** Two units stand beside each other: looked at once for every two places. */
  const stand = (a: number, of: number, b: number, at: number): boolean => {
    const key = `${a} ${of} ${b} ${at}`;
    const before = known.get(key);
    if (before !== undefined) return before;
    const two = [units[a]!, units[b]!];
    const now = misfits(w, two, [grids[a]![of]!, grids[b]![at]!]).length === 0;
    known.set(key, now);
    return now;
  };
  const go = (places: readonly number[], from: WallPort, pipe: number) => {
    const k = places.length;
    if (k === units.length) {
      if (pipe + distance(from, w.to) > notAbove) return;
      const standings = places.map((at, i) => grids[i]![at]!);
      const found = placingOf(w, units, standings, usualPlacing.clear, notAbove);
      if (found && misfits(w, units, standings).length === 0) least = Math.min(least, found.pipeMm);
      return;
    }
    const { inlet, outlet } = units[k]!.ports!;
    for (const [at, standing] of grids[k]!.entries()) {
      const so = pipe + distance(from, portOf(units[k]!, inlet, standing));
      if (so > notAbove || !places.every((of, i) => stand(i, of, k, at))) continue;
      go([...places, at], portOf(units[k]!, outlet, standing), so);
    }
  };
  go([], w.from, 0);
  return least;
}

/** Six units of the catalogue, in the order of the water. */
export const sixUnits: readonly WallUnit[] = ["PS-20", "CT-1054", "SF-100", "CB-20", "UV-30", "CN-40"].map(
  (code, i) =>
    onWall({ unit: { key: `u${i + 1}`, model: code, parallel: 1 }, model: unitModels.get(code)! })!,
);

/** The same numbers at every run: a linear congruential generator. */
function dice(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state * 1_664_525 + 1_013_904_223) % 2 ** 32;
    return state / 2 ** 32;
  };
}

/** So many small things are on a full wall. */
export const SMALL_THINGS = 12;

/** A wall of 4 m with small things on it, above and between where units would stand; the same for a seed at every run. */
export function fullWall(seed: number): Wall {
  const roll = dice(seed);
  const obstacles = Array.from({ length: SMALL_THINGS }, (_, i) => ({
    id: `outlet ${i + 1}`,
    kind: "outlet" as const,
    x: 700 + Math.floor(roll() * 320) * 10,
    y: Math.floor(roll() * 230) * 10,
    width: 80,
    height: 80,
  }));
  return {
    width: 4000,
    height: 2500,
    obstacles,
    from: { x: 200, y: 1900, facing: "down" },
    to: { x: 350, y: 1900, facing: "down" },
  };
}
