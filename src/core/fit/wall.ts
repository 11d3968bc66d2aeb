import type { Obstacle } from "../site";

/** From the middle of a pipe to what it passes, mm. */
export const PIPE_CLEAR = 30;

/** A point of a wall: whole millimetres from its left end and above its floor. */
export interface Point {
  readonly x: number;
  readonly y: number;
}

/** A part of a wall, from its lower left corner. */
export interface Rect extends Point {
  readonly width: number;
  readonly height: number;
}

export const facings = ["left", "right", "up", "down"] as const;
/** Where a pipe goes that leaves a port, as one looks at the wall. */
export type Facing = (typeof facings)[number];

/** An end that a pipe is joined to. */
export interface WallPort extends Point {
  readonly facing: Facing;
  /**
   * From its face to where the pipe stops, mm: what the fittings take that lead from one to the other;
   * absent: nothing.
   */
  readonly stub?: number;
}

/** What the parts of a pipe take up, mm. */
export interface PipeLengths {
  /** The shortest piece that two fittings can hold. */
  readonly piece: number;
  /** From the centre of an elbow to where the pipe stops in it. */
  readonly laying: number;
}

/** One step in a direction. */
export const stepTo: Readonly<Record<Facing, Point>> = {
  left: { x: -1, y: 0 },
  right: { x: 1, y: 0 },
  up: { x: 0, y: 1 },
  down: { x: 0, y: -1 },
};
export const oppositeOf: Readonly<Record<Facing, Facing>> = {
  left: "right",
  right: "left",
  up: "down",
  down: "up",
};

/** The point so far from another in a direction. */
export const onwards = (from: Point, facing: Facing, by: number): Point => ({
  x: from.x + stepTo[facing].x * by,
  y: from.y + stepTo[facing].y * by,
});

/** Do two parts of a wall share more than an edge. */
export const overlap = (a: Rect, b: Rect): boolean =>
  a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height;

/** A part of a wall with so much added on every side. */
export const grown = (r: Rect, by: number): Rect => ({
  x: r.x - by,
  y: r.y - by,
  width: r.width + 2 * by,
  height: r.height + 2 * by,
});

/** The part of a wall between two corners. */
export const between = (a: Point, b: Point): Rect => ({
  x: Math.min(a.x, b.x),
  y: Math.min(a.y, b.y),
  width: Math.abs(a.x - b.x),
  height: Math.abs(a.y - b.y),
});

/** What the last pipe of a train leads to: the house. */
export const HOUSE_END = "house";

/** Where units stand, without pipes: a wall, or the box of a cabinet seen from its door. */
export interface Room {
  readonly width: number;
  readonly height: number;
  /** Free room in front of it; absent means unknown. */
  readonly depth?: number;
  /**
   * Where it turns towards who stands before it, mm from its left end: two walls of a room, drawn as one
   * strip. Absent: it is straight.
   */
  readonly corner?: number;
  readonly obstacles: readonly Obstacle[];
}

/**
 * A wall as a strip above its floor, with where the house's pipe is cut: the train begins at `from` and
 * ends at `to`.
 */
export interface Wall extends Room {
  readonly from: WallPort;
  readonly to: WallPort;
  /** Points that pipes are led through by hand, by the unit that each leads to, or `HOUSE_END`. */
  readonly held?: Readonly<Record<string, Point>>;
  /** What the parts of its pipes take up; absent: nothing, where nobody says what they are made of. */
  readonly pipe?: PipeLengths;
}

/** A pipe from one port to another: its corners, ends included. */
export interface Route {
  readonly points: readonly Point[];
  readonly elbows: number;
  /** Along its middle, mm. */
  readonly length: number;
}

/** What a pipe keeps to. */
export interface RouteRoom {
  readonly width: number;
  readonly height: number;
  /** What it goes round. */
  readonly barred: readonly Rect[];
  /** From its middle to whatever it passes, mm; it leaves a port straight for as long. */
  readonly clear: number;
  /** What its parts take up; absent: nothing. */
  readonly pipe?: PipeLengths;
  /** Pipes that are there already: one may be crossed at a right angle, but nothing runs along it or turns on it. */
  readonly laid?: readonly Pick<Route, "points">[];
}
