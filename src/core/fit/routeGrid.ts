import {
  between,
  grown,
  stepTo,
  type Facing,
  type Point,
  type Rect,
  type Route,
  type RouteRoom,
} from "./wall";

/** A stretch of the wall from side to side and from bottom to top. */
export interface Within {
  readonly xs: readonly [least: number, most: number];
  readonly ys: readonly [least: number, most: number];
}

/**
 * Where a pipe between two points stays that takes no more than so many mm: going out of the way costs
 * twice as far.
 */
export function withinReach(room: RouteRoom, a: Point, b: Point, most: number): Within {
  const spare = (most - Math.abs(a.x - b.x) - Math.abs(a.y - b.y)) / 2;
  const around = (one: number, other: number, end: number) =>
    [Math.max(0, Math.min(one, other) - spare), Math.min(end, Math.max(one, other) + spare)] as const;
  return { xs: around(a.x, b.x, room.width), ys: around(a.y, b.y, room.height) };
}

/** The ways that a pipe goes. */
export const directions: readonly Facing[] = ["right", "up", "left", "down"];

/** Coordinates at which a shortest pipe may turn, the smallest first. */
const sorted = (values: readonly number[], [least, most]: readonly [number, number]): number[] =>
  [...new Set(values)].filter((v) => v >= least && v <= most).sort((a, b) => a - b);

/** From an index up to another, which is not in it. */
type Span = readonly [from: number, to: number];
/** The first index whose value is not below another. */
function firstFrom(values: readonly number[], least: number): number {
  let low = 0;
  let high = values.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (values[middle]! < least) low = middle + 1;
    else high = middle;
  }
  return low;
}
/** Indices of whole coordinates within a stretch, its ends left out. */
const inside = (values: readonly number[], from: number, length: number): Span => [
  firstFrom(values, from + 1),
  firstFrom(values, from + length),
];
/** Indices of coordinates from which the next one is within a stretch. */
const stepsIn = (values: readonly number[], from: number, length: number): Span => [
  firstFrom(values, from),
  firstFrom(values, from + length),
];

/** The room round each straight piece of some pipes, and whether the piece lies level. */
function bandsOf(
  laid: readonly Pick<Route, "points">[],
  apart: number,
): { readonly band: Rect; readonly lies: boolean }[] {
  return laid.flatMap(({ points }) =>
    points.slice(1).map((p, i) => ({
      band: grown(between(points[i]!, p), apart),
      lies: points[i]!.y === p.y,
    })),
  );
}

/** The grid of all places where a pipe may turn, with what is barred on it. */
export class Grid {
  readonly xs: readonly number[];
  readonly ys: readonly number[];
  private readonly barredAt: Uint8Array;
  private readonly barredRight: Uint8Array;
  private readonly barredUp: Uint8Array;
  /** Nodes at which a pipe does not turn: on another pipe. */
  private readonly noTurn: Uint8Array;

  constructor(room: RouteRoom, ends: readonly Point[], leg: number, within: Within) {
    const walls = room.barred.map((r) => grown(r, room.clear));
    const bands = bandsOf(room.laid ?? [], 2 * room.clear);
    const edges = [...walls, ...bands.map((b) => b.band)];
    // From an end a pipe may have to go on until there is room for the next elbow.
    const around = (at: number) => [at, at - leg, at + leg];
    this.xs = sorted(
      [...ends.flatMap((p) => around(p.x)), ...edges.flatMap((r) => [r.x, r.x + r.width])],
      within.xs,
    );
    this.ys = sorted(
      [...ends.flatMap((p) => around(p.y)), ...edges.flatMap((r) => [r.y, r.y + r.height])],
      within.ys,
    );
    const size = this.xs.length * this.ys.length;
    this.barredAt = new Uint8Array(size);
    this.barredRight = new Uint8Array(size);
    this.barredUp = new Uint8Array(size);
    this.noTurn = new Uint8Array(size);
    for (const wall of walls) {
      this.markInside(wall, this.barredAt);
      this.markAlong(wall, this.barredRight);
      this.markUp(wall, this.barredUp);
    }
    for (const { band, lies } of bands) {
      this.markInside(band, this.noTurn);
      if (lies) this.markAlong(band, this.barredRight);
      else this.markUp(band, this.barredUp);
    }
  }

  mayTurn(node: number): boolean {
    return this.noTurn[node] === 0;
  }

  get columns(): number {
    return this.xs.length;
  }
  get rows(): number {
    return this.ys.length;
  }
  at(column: number, row: number): number {
    return row * this.columns + column;
  }
  nodeAt(p: Point): number | undefined {
    const column = this.xs.indexOf(p.x);
    const row = this.ys.indexOf(p.y);
    return column < 0 || row < 0 ? undefined : this.at(column, row);
  }
  pointOf(node: number): Point {
    return { x: this.xs[node % this.columns]!, y: this.ys[Math.floor(node / this.columns)]! };
  }

  // Edges of what is marked are lines of the grid: a step lies wholly within or wholly beside it.
  private markInside(part: Rect, marks: Uint8Array): void {
    this.mark(inside(this.xs, part.x, part.width), inside(this.ys, part.y, part.height), marks);
  }
  /** Marks steps to the right that lie in a part of the wall. */
  private markAlong(part: Rect, marks: Uint8Array): void {
    this.mark(stepsIn(this.xs, part.x, part.width), inside(this.ys, part.y, part.height), marks);
  }
  /** Marks steps upwards that lie in a part of the wall. */
  private markUp(part: Rect, marks: Uint8Array): void {
    this.mark(inside(this.xs, part.x, part.width), stepsIn(this.ys, part.y, part.height), marks);
  }
  private mark([left, right]: Span, [low, high]: Span, marks: Uint8Array): void {
    for (let row = low; row < high; row += 1)
      marks.fill(1, this.at(left, row), Math.max(this.at(left, row), this.at(right, row)));
  }

  /**
   * The grid's lines in a direction: coordinates along them, and which steps along them something bars, by
   * the node that is further left or down.
   */
  linesIn(facing: Facing) {
    const { columns } = this;
    return facing === "left" || facing === "right"
      ? { along: this.xs, stride: 1, lineStride: columns, barred: this.barredRight }
      : { along: this.ys, stride: columns, lineStride: 1, barred: this.barredUp };
  }
  /** Which of the lines in a direction a node is on. */
  lineOf(node: number, direction: number): number {
    const facing = directions[direction]!;
    return facing === "left" || facing === "right" ? Math.floor(node / this.columns) : node % this.columns;
  }
  isFree(node: number): boolean {
    return this.barredAt[node] === 0;
  }
  /** The next node in a direction, with how far it is; undefined at the room's end or where something is in the way. */
  next(node: number, direction: Facing): { readonly node: number; readonly by: number } | undefined {
    const step = stepTo[direction];
    const column = (node % this.columns) + step.x;
    const row = Math.floor(node / this.columns) + step.y;
    if (column < 0 || row < 0 || column >= this.columns || row >= this.rows) return undefined;
    const there = this.at(column, row);
    const barred = step.x === 0 ? this.barredUp : this.barredRight;
    const first = direction === "right" || direction === "up" ? node : there;
    if (barred[first] === 1 || !this.isFree(there)) return undefined;
    const here = this.pointOf(node);
    const point = this.pointOf(there);
    return { node: there, by: Math.abs(point.x - here.x) + Math.abs(point.y - here.y) };
  }
}
