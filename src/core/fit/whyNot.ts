import { reachOut } from "./judge";
import { pack } from "./pack";
import type { WallUnit } from "./standing";
import type { Room } from "./wall";

/** One thing that, changed alone, lets everything stand on the wall. */
export type Remedy =
  | { readonly is: "wider"; readonly by: number }
  | { readonly is: "higher"; readonly by: number }
  | { readonly is: "deeper"; readonly by: number }
  | { readonly is: "without"; readonly obstacle: string }
  /** The house's pipe is cut so much higher, or lower where it is below 0. */
  | { readonly is: "cut"; readonly by: number }
  | { readonly is: "lying"; readonly unit: string }
  | { readonly is: "further"; readonly unit: string; readonly within: number }
  | { readonly is: "lessFree"; readonly unit: string; readonly side: "around" | "above" | "below" };

/** What is asked for beyond this is no longer the same wall, mm. */
const MOST_MORE = 3000;
const STEP = 10;

const fits = (wall: Room, units: readonly WallUnit[]): boolean => pack(wall, units).is === "fits";

/**
 * The smallest number of millimetres, to the next ten, at which something fits; undefined where it does not
 * at the most.
 */
function smallest(isEnough: (by: number) => boolean): number | undefined {
  if (!isEnough(MOST_MORE)) return undefined;
  let low = 0;
  let high = MOST_MORE / STEP;
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2);
    if (isEnough(middle * STEP)) high = middle;
    else low = middle;
  }
  return high * STEP;
}

const changed = (units: readonly WallUnit[], key: string, over: Partial<WallUnit>): WallUnit[] =>
  units.map((u) => (u.key === key ? { ...u, ...over } : u));

function ofWall(wall: Room, units: readonly WallUnit[]): Remedy[] {
  const found: Remedy[] = [];
  const wider = smallest((by) => fits({ ...wall, width: wall.width + by }, units));
  if (wider !== undefined) found.push({ is: "wider", by: wider });
  const higher = smallest((by) => fits({ ...wall, height: wall.height + by }, units));
  if (higher !== undefined) found.push({ is: "higher", by: higher });
  if (wall.depth !== undefined) {
    const needed = Math.max(0, ...units.map((u) => reachOut(u).free));
    const deep = { ...wall, depth: needed };
    if (needed > wall.depth && fits(deep, units)) found.push({ is: "deeper", by: needed - wall.depth });
  }
  for (const { id } of wall.obstacles) {
    const without = { ...wall, obstacles: wall.obstacles.filter((o) => o.id !== id) };
    if (fits(without, units)) found.push({ is: "without", obstacle: id });
  }
  return found;
}

function ofUnit(wall: Room, units: readonly WallUnit[], unit: WallUnit): Remedy[] {
  const { key, free, tether } = unit;
  const found: Remedy[] = [];
  if (unit.couldLie && !unit.mayLie && fits(wall, changed(units, key, { mayLie: true })))
    found.push({ is: "lying", unit: key });
  if (tether) {
    const further = smallest((by) =>
      fits(wall, changed(units, key, { tether: { ...tether, within: tether.within + by } })),
    );
    if (further !== undefined) found.push({ is: "further", unit: key, within: tether.within + further });
  }
  for (const side of ["around", "above", "below"] as const)
    if (free[side] > 0 && fits(wall, changed(units, key, { free: { ...free, [side]: 0 } })))
      found.push({ is: "lessFree", unit: key, side });
  return found;
}

/**
 * Why units do not stand on a wall: every single thing that would let them, found by changing one at a time
 * (handbook 3, Fit). Empty where they do stand, or where no single thing is enough.
 */
export function whyNotFit(wall: Room, units: readonly WallUnit[]): Remedy[] {
  if (fits(wall, units)) return [];
  return [...ofWall(wall, units), ...units.flatMap((unit) => ofUnit(wall, units, unit))];
}
