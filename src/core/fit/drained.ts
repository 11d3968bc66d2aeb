import { litresIn } from "../plumbing/drainDown";
import type { Placing } from "./routes";
import { bodiesOf, ownPipesOf, type WallUnit } from "./standing";
import type { Point, Wall } from "./wall";

/** What runs out of a placed train where the house's pipe is cut. */
export interface Drained {
  readonly pipesL: number;
  readonly unitsL: number;
  /** Names of units that do not say what they hold. */
  readonly unknown: readonly string[];
}

/** How much of a pipe is above a level, mm. */
function above(level: number, points: readonly Point[]): number {
  return points.slice(1).reduce((sum, b, i) => {
    const a = points[i]!;
    if (a.y === b.y) return sum + (a.y > level ? Math.abs(a.x - b.x) : 0);
    return sum + Math.max(0, Math.max(a.y, b.y) - Math.max(level, Math.min(a.y, b.y)));
  }, 0);
}

/**
 * Litres of a placed train above the cut, which run out there when it is opened (handbook 3, Drain-down
 * volume): its pipes, and what its units hold above that height, as if they were as wide all the way up.
 * `litresOf`: what one of a unit holds, by the unit's key; `idMm`: the bore of its pipe.
 */
export function drainedAtCut(
  wall: Wall,
  units: readonly WallUnit[],
  { standings, routes }: Placing,
  { litresOf, idMm }: { readonly litresOf: (key: string) => number | undefined; readonly idMm: number },
): Drained {
  const level = Math.min(wall.from.y, wall.to.y);
  const pipes = [
    ...routes.map((r) => r.points),
    ...units.flatMap((unit, i) => ownPipesOf(unit, standings[i]!)),
  ];
  const mm = pipes.reduce((sum, points) => sum + above(level, points), 0);
  const shares = units.flatMap((unit, i) => {
    // What has no pipe of the train holds none of its water.
    if (!unit.ports) return [];
    const bodies = bodiesOf(unit, standings[i]!);
    const parts = bodies.map((b) => Math.max(0, b.y + b.height - Math.max(level, b.y)) / b.height);
    return [{ unit, part: parts.reduce((sum, p) => sum + p, 0) }];
  });
  const reaching = shares.filter(({ part }) => part > 0);
  return {
    pipesL: litresIn(idMm, mm / 1000),
    unitsL: reaching.reduce((sum, { unit, part }) => sum + part * (litresOf(unit.key) ?? 0), 0),
    unknown: reaching.filter(({ unit }) => litresOf(unit.key) === undefined).map(({ unit }) => unit.name),
  };
}
