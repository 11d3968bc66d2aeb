import type { Obstacle } from "../site";
import {
  between,
  grown,
  PIPE_CLEAR,
  type Facing,
  type Point,
  type Rect,
  type Room,
  type WallPort,
} from "./wall";

/** A pipe along units side by side, from which one leads to each of them. */
export interface Header {
  /** Middles of its fittings, one at each unit from the left: tees, and an elbow where it ends. */
  readonly at: readonly Point[];
  /** From each of them to the unit's port. */
  readonly legs: readonly (readonly Point[])[];
}

/**
 * Equal units side by side between two pipes, as they are put together before they are hung or stood: by
 * whole mm from the lower left corner of the first. The first pipe ends at the last unit and the second
 * begins at the first, so that water has equally far through each.
 */
export interface Manifold {
  /** What each of its units is called. */
  readonly name: string;
  readonly bodies: readonly Rect[];
  readonly inlet: Header;
  readonly outlet: Header;
}

/** What a unit asks of its wall, upright and not mirrored; lengths in whole mm. */
export interface WallUnit {
  readonly key: string;
  readonly name: string;
  readonly width: number;
  readonly height: number;
  /** Absent means unknown. */
  readonly depth?: number;
  /** How far off the wall its back is at least; absent: it is against it. */
  readonly back?: number;
  /** Heights of its foot where it hangs on the wall; absent: it stands on the floor. */
  readonly hangs?: { readonly least: number; readonly most: number };
  /** Room that stays free beside, over, under and before its body. */
  readonly free: {
    readonly around: number;
    readonly above: number;
    readonly below: number;
    readonly front: number;
  };
  /**
   * Where water comes in and goes out, from its lower left corner; absent where no pipe of the train goes
   * through it.
   */
  readonly ports?: { readonly inlet: WallPort; readonly outlet: WallPort };
  /** Its pipes come to a head: of a housing, or of a tank. */
  readonly head?: "housing" | "tank";
  /** It is tried on its side too. */
  readonly mayLie: boolean;
  /** It works on its side too, where somebody hangs it so. */
  readonly couldLie?: boolean;
  /** It stands within so many mm of another: a salt tank of its valve; `body`: which of those side by side. */
  readonly tether?: { readonly to: string; readonly within: number; readonly body?: number };
  /** Several side by side, with the pipes between them. */
  readonly manifold?: Manifold;
}

/** Where a unit stands: the lower left corner of its body as it stands. */
export interface Standing extends Point {
  readonly lies: boolean;
  readonly mirrored: boolean;
}

/** Is it the same place, turned the same way. */
export const samePlace = (a: Standing | undefined, b: Standing | undefined): boolean =>
  a?.x === b?.x && a?.y === b?.y && a?.lies === b?.lies && a?.mirrored === b?.mirrored;

/** How a unit is turned, wherever it stands. */
export type Turn = Pick<Standing, "lies" | "mirrored">;

/** Ways in which a unit may be turned. */
export function turnsOf(unit: WallUnit): readonly Turn[] {
  const sides = unit.ports ? [false, true] : [false];
  const turns = sides.map((mirrored) => ({ lies: false, mirrored }));
  return unit.mayLie ? [...turns, ...sides.map((mirrored) => ({ lies: true, mirrored }))] : turns;
}

const whenLying: Readonly<Record<Facing, Facing>> = {
  up: "right",
  right: "down",
  down: "left",
  left: "up",
};
const whenMirrored: Readonly<Record<Facing, Facing>> = {
  left: "right",
  right: "left",
  up: "up",
  down: "down",
};

/** The body of a unit as it stands. */
export function bodyOf(unit: WallUnit, at: Standing): Rect {
  const [width, height] = at.lies ? [unit.height, unit.width] : [unit.width, unit.height];
  return { x: at.x, y: at.y, width, height };
}

/**
 * A point of a unit, from the lower left corner of what is upright and not mirrored, as it stands: lying,
 * its top is on the right, and mirrored after that.
 */
export function pointOn(unit: WallUnit, p: Point, at: Standing): Point {
  const turned = at.lies ? { x: p.y, y: unit.width - p.x } : p;
  const { width } = bodyOf(unit, at);
  return { x: at.x + (at.mirrored ? width - turned.x : turned.x), y: at.y + turned.y };
}

/** A port of a unit as it stands. */
export function portOf(unit: WallUnit, port: WallPort, at: Standing): WallPort {
  const lying = at.lies ? whenLying[port.facing] : port.facing;
  return { ...port, ...pointOn(unit, port, at), facing: at.mirrored ? whenMirrored[lying] : lying };
}

/** A part of a unit as it stands. */
function partOf(unit: WallUnit, part: Rect, at: Standing): Rect {
  const corner = { x: part.x + part.width, y: part.y + part.height };
  return between(pointOn(unit, part, at), pointOn(unit, corner, at));
}

/** The bodies of a unit as it stands: one, or those side by side in their order. */
export const bodiesOf = (unit: WallUnit, at: Standing): readonly Rect[] =>
  unit.manifold ? unit.manifold.bodies.map((b) => partOf(unit, b, at)) : [bodyOf(unit, at)];

/** The pipes of a unit's manifold as it stands, as routes that others do not run along. */
export const ownPipesOf = (unit: WallUnit, at: Standing): readonly (readonly Point[])[] =>
  unit.manifold
    ? [unit.manifold.inlet, unit.manifold.outlet].flatMap((header) =>
        [header.at, ...header.legs].map((points) => points.map((p) => pointOn(unit, p, at))),
      )
    : [];

/** A part of the wall that a unit keeps clear, and what for. */
export interface Zone extends Rect {
  readonly what: "around" | "above" | "below" | "manifold";
}

/** The room of a depth beside a body, on one of its sides. */
function besideBody(body: Rect, side: Facing, by: number): Rect {
  if (side === "right") return { ...body, x: body.x + body.width, width: by };
  if (side === "left") return { ...body, x: body.x - by, width: by };
  if (side === "up") return { ...body, y: body.y + body.height, height: by };
  return { ...body, y: body.y - by, height: by };
}

/** What was kept clear last by what stands so: a search asks for the same place again and again. */
const remembered = new WeakMap<Standing, { readonly unit: WallUnit; readonly zones: readonly Zone[] }>();

/**
 * What a unit keeps clear as it stands (handbook 3, Fit): what is drawn out upwards is drawn out to the
 * side where it lies. A place is not changed once it was asked for.
 */
export function zonesOf(unit: WallUnit, at: Standing): readonly Zone[] {
  const had = remembered.get(at);
  if (had?.unit === unit) return had.zones;
  const zones = keptClearBy(unit, at);
  remembered.set(at, { unit, zones });
  return zones;
}

function keptClearBy(unit: WallUnit, at: Standing): readonly Zone[] {
  const body = bodyOf(unit, at);
  const { around, above, below } = unit.free;
  const lying: readonly [Facing, Facing] = at.mirrored ? ["left", "right"] : ["right", "left"];
  const [topward, footward] = at.lies ? lying : (["up", "down"] as const);
  const zones: Zone[] = [];
  if (around > 0) zones.push({ ...body, x: body.x - around, width: body.width + 2 * around, what: "around" });
  if (above > 0) zones.push({ ...besideBody(body, topward, above), what: "above" });
  if (below > 0) zones.push({ ...besideBody(body, footward, below), what: "below" });
  for (const points of ownPipesOf(unit, at))
    for (const [i, p] of points.slice(1).entries())
      zones.push({ ...grown(between(points[i]!, p), PIPE_CLEAR), what: "manifold" });
  return zones;
}

/**
 * What nothing else may stand in because of an obstacle: itself, and before an electrical panel the wall
 * from the floor up.
 */
export const keptClear = (wall: Room, obstacle: Obstacle): Rect =>
  obstacle.kind === "panel" ? { ...obstacle, y: 0, height: wall.height } : obstacle;

/** How far two parts of a wall are apart sideways; 0 where one is over the other. */
export const apartBy = (a: Rect, b: Rect): number =>
  Math.max(0, a.x - (b.x + b.width), b.x - (a.x + a.width));
