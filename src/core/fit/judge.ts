import {
  apartBy,
  bodiesOf,
  bodyOf,
  keptClear,
  zonesOf,
  type Standing,
  type WallUnit,
  type Zone,
} from "./standing";
import { overlap, type Rect, type Room } from "./wall";

/** Why something cannot stand where it stands. `unit` and `other` are keys of units or ids of obstacles. */
export type Misfit =
  | {
      readonly is: "outside";
      readonly unit: string;
      readonly what: "body" | Zone["what"];
      readonly by: number;
    }
  | { readonly is: "bodies"; readonly unit: string; readonly other: string }
  | { readonly is: "zone"; readonly unit: string; readonly what: Zone["what"]; readonly other: string }
  | { readonly is: "height"; readonly unit: string; readonly least: number; readonly most: number }
  | { readonly is: "order"; readonly unit: string; readonly other: string }
  | { readonly is: "tooFar"; readonly unit: string; readonly other: string; readonly by: number }
  | { readonly is: "tooDeep"; readonly unit: string; readonly by: number }
  | { readonly is: "lies"; readonly unit: string }
  /**
   * It stands across a corner with what it keeps free; or with another on both sides of one, where their
   * depths meet.
   */
  | { readonly is: "corner"; readonly unit: string; readonly other?: string };

/** By how much a part stands out of its wall. */
function outsideBy(wall: Room, r: Rect): number {
  return Math.max(0, -r.x, -r.y, r.x + r.width - wall.width, r.y + r.height - wall.height);
}

/** Why a unit cannot stand so on its wall, whatever else does. */
export function misfitsAlone(wall: Room, unit: WallUnit, at: Standing): Misfit[] {
  const { key } = unit;
  const body = bodyOf(unit, at);
  const found: Misfit[] = [];
  if (at.lies && !unit.mayLie && !unit.couldLie) found.push({ is: "lies", unit: key });
  const [least, most] = unit.hangs ? [unit.hangs.least, unit.hangs.most] : [0, 0];
  if (at.y < least || at.y > most) found.push({ is: "height", unit: key, least, most });
  const zones = zonesOf(unit, at);
  for (const part of [{ ...body, what: "body" as const }, ...zones]) {
    const by = outsideBy(wall, part);
    if (by > 0) found.push({ is: "outside", unit: key, what: part.what, by });
  }
  // The other wall ends what is kept free beside it, as the end of a wall does.
  const { corner } = wall;
  if (corner !== undefined && [body, ...zones].some((r) => r.x < corner && r.x + r.width > corner))
    found.push({ is: "corner", unit: key });
  for (const obstacle of wall.obstacles) {
    if (overlap(body, keptClear(wall, obstacle))) found.push({ is: "bodies", unit: key, other: obstacle.id });
    for (const zone of zones)
      if (overlap(zone, obstacle)) found.push({ is: "zone", unit: key, what: zone.what, other: obstacle.id });
  }
  found.push(...tooDeep(wall, unit));
  return found;
}

/** The depth that a unit asks for beyond what is free before the wall; `back`: how far off the wall it stands. */
function tooDeep({ depth: free }: Pick<Room, "depth">, unit: WallUnit, back = unit.back): readonly Misfit[] {
  if (unit.depth === undefined || free === undefined) return [];
  const by = reachOut({ ...unit, back }).free - free;
  return by > 0 ? [{ is: "tooDeep", unit: unit.key, by }] : [];
}

/**
 * Units for which there is no longer depth enough once their pipes bring them further off the wall;
 * `backs`: how far each stands off it then.
 */
export const tooFarOut = (
  wall: Pick<Room, "depth">,
  units: readonly WallUnit[],
  backs: Readonly<Record<string, number>> = {},
): readonly Misfit[] =>
  units.flatMap((unit) => (tooDeep(wall, unit).length > 0 ? [] : tooDeep(wall, unit, backs[unit.key])));

interface Stood {
  readonly unit: WallUnit;
  readonly at: Standing;
}

/** The body that a tied unit is measured from or to: of units side by side the one that it belongs to. */
const tiedBody = ({ unit, at }: Stood, tied: WallUnit): Rect =>
  bodiesOf(unit, at)[unit === tied ? 0 : (tied.tether?.body ?? 0)] ?? bodyOf(unit, at);

/**
 * How far into the room a unit reaches with what it keeps free before it, mm; what nobody stated is not
 * counted here: its depth is asked for elsewhere.
 */
export const reachOut = ({
  depth = 0,
  back = 0,
  free,
}: Pick<WallUnit, "depth" | "back" | "free">): { readonly body: number; readonly free: number } => ({
  body: back + depth,
  free: back + depth + free.front,
});

/** Do two units on both sides of a corner stand in one another, or in the room that one keeps free before it. */
function meetAtCorner(corner: number, a: Stood, b: Stood): boolean {
  const [one, two] = [bodyOf(a.unit, a.at), bodyOf(b.unit, b.at)];
  const [left, right] =
    one.x <= two.x
      ? [
          { ...a, r: one },
          { ...b, r: two },
        ]
      : [
          { ...b, r: two },
          { ...a, r: one },
        ];
  if (left.r.x + left.r.width > corner || right.r.x < corner) return false;
  if (left.r.y >= right.r.y + right.r.height || right.r.y >= left.r.y + left.r.height) return false;
  const [fromLeft, fromRight] = [corner - left.r.x - left.r.width, right.r.x - corner];
  const [l, r] = [reachOut(left.unit), reachOut(right.unit)];
  // Seen from above: each stands off its own wall as far as it is deep, which is along the other's wall.
  const meet = (ofLeft: number, ofRight: number) => fromRight < ofLeft && fromLeft < ofRight;
  return meet(l.free, r.body) || meet(l.body, r.free);
}

/** Why two units cannot stand so beside one another; the first comes first along the water. */
export function misfitsBetween(a: Stood, b: Stood, corner?: number): Misfit[] {
  const [one, two] = [bodyOf(a.unit, a.at), bodyOf(b.unit, b.at)];
  const [key, other] = [a.unit.key, b.unit.key];
  const found: Misfit[] = [];
  if (overlap(one, two)) found.push({ is: "bodies", unit: key, other });
  for (const zone of zonesOf(a.unit, a.at))
    if (overlap(zone, two)) found.push({ is: "zone", unit: key, what: zone.what, other });
  for (const zone of zonesOf(b.unit, b.at))
    if (overlap(zone, one)) found.push({ is: "zone", unit: other, what: zone.what, other: key });
  if (corner !== undefined && meetAtCorner(corner, a, b))
    found.push({ is: "corner", unit: other, other: key });
  if (a.unit.ports && b.unit.ports && one.x > two.x) found.push({ is: "order", unit: other, other: key });
  const tied = a.unit.tether?.to === other ? a.unit : b.unit.tether?.to === key ? b.unit : undefined;
  const by = tied ? apartBy(tiedBody(a, tied), tiedBody(b, tied)) - tied.tether!.within : 0;
  if (tied && by > 0) found.push({ is: "tooFar", unit: tied.key, other: tied === a.unit ? other : key, by });
  return found;
}

/**
 * Everything that keeps units from standing so on a wall, the inlet on the left; empty where they fit
 * (handbook 3, Fit).
 */
export function misfits(wall: Room, units: readonly WallUnit[], standings: readonly Standing[]): Misfit[] {
  return units.flatMap((unit, i) => {
    const at = standings[i]!;
    const before = units.slice(0, i).map((u, j) => ({ unit: u, at: standings[j]! }));
    return [
      ...misfitsAlone(wall, unit, at),
      ...before.flatMap((earlier) => misfitsBetween(earlier, { unit, at }, wall.corner)),
    ];
  });
}
