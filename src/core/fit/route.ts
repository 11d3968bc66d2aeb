import {
  between,
  grown,
  onwards,
  oppositeOf,
  stepTo,
  type Facing,
  type PipeLengths,
  type Point,
  type Rect,
  type WallPort,
} from "./wall";

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

/** A stretch of the wall from side to side and from bottom to top. */
interface Within {
  readonly xs: readonly [least: number, most: number];
  readonly ys: readonly [least: number, most: number];
}

/**
 * Where a pipe between two points stays that takes no more than so many mm: going out of the way costs
 * twice as far.
 */
function withinReach(room: RouteRoom, a: Point, b: Point, most: number): Within {
  const spare = (most - Math.abs(a.x - b.x) - Math.abs(a.y - b.y)) / 2;
  const around = (one: number, other: number, end: number) =>
    [Math.max(0, Math.min(one, other) - spare), Math.min(end, Math.max(one, other) + spare)] as const;
  return { xs: around(a.x, b.x, room.width), ys: around(a.y, b.y, room.height) };
}

const noLengths: PipeLengths = { piece: 0, laying: 0 };

const directions: readonly Facing[] = ["right", "up", "left", "down"];

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
class Grid {
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

/**
 * Lengths of the shortest pipes with the fewest elbows to each direction and node: of those that have just
 * turned there, and of those that have come on straight so far that they may turn again. A pipe that comes
 * to one of them with more elbows than needed is never the one with the fewest at its end, so each is
 * reached once.
 */
interface Reached {
  readonly turning: Float64Array;
  readonly straight: Float64Array;
  /** With how many elbows. */
  readonly turningWith: Uint8Array;
  readonly straightWith: Uint8Array;
  /** The node at which a straight one turned into its direction. */
  readonly turned: Int32Array;
}

const UNREACHED = 255;
const roomFor = (size: number): Reached => ({
  turning: new Float64Array(4 * size),
  straight: new Float64Array(4 * size),
  turningWith: new Uint8Array(4 * size),
  straightWith: new Uint8Array(4 * size),
  turned: new Int32Array(4 * size),
});
/**
 * A search asks for thousands of pipes, one after the other: each takes the room of the one before, as far
 * as that is large enough.
 */
let lastRoom = roomFor(0);
function nothingReached(size: number): Reached {
  if (lastRoom.turned.length < 4 * size) lastRoom = roomFor(2 * size);
  lastRoom.turning.fill(Infinity, 0, 4 * size);
  lastRoom.straight.fill(Infinity, 0, 4 * size);
  lastRoom.turningWith.fill(UNREACHED, 0, 4 * size);
  lastRoom.straightWith.fill(UNREACHED, 0, 4 * size);
  lastRoom.turned.fill(-1, 0, 4 * size);
  return lastRoom;
}

/**
 * Carries what turned on one line into a direction straight on, once it is as far from its elbow as the
 * next one has to be; adds what may turn again to `reached`.
 */
function straightOn(
  grid: Grid,
  { turning, turningWith, straight, straightWith, turned }: Reached,
  direction: number,
  line: number,
  elbows: number,
  leg: number,
  reached: number[],
): void {
  const base = direction * grid.columns * grid.rows;
  const facing = directions[direction]!;
  const { along, stride, lineStride, barred } = grid.linesIn(facing);
  const forwards = facing === "right" || facing === "up";
  const last = along.length - 1;
  // On a line a pipe is shortest that has turned into it with the least length, less where it turned.
  let first = 0;
  let best = Infinity;
  let bestAt = -1;
  for (let k = 1; k <= last; k += 1) {
    const i = forwards ? k : last - k;
    const node = line * lineStride + i * stride;
    if (barred[forwards ? node - stride : node] === 1 || !grid.isFree(node)) {
      first = k;
      best = Infinity;
      continue;
    }
    const at = Math.abs(along[i]! - along[forwards ? 0 : last]!);
    for (; first < k; first += 1) {
      const j = forwards ? first : last - first;
      const begun = Math.abs(along[j]! - along[forwards ? 0 : last]!);
      if (at - begun < leg) break;
      const from = line * lineStride + j * stride;
      if (turningWith[base + from] !== elbows) continue;
      const length = turning[base + from]! - begun;
      if (length >= best) continue;
      best = length;
      bestAt = from;
    }
    if (best === Infinity || straightWith[base + node] !== UNREACHED) continue;
    straight[base + node] = best + at;
    straightWith[base + node] = elbows;
    turned[base + node] = bestAt;
    reached.push(base + node);
  }
}

/** Without elbows: straight on from where a pipe begins. */
function straightFrom(
  grid: Grid,
  { straight, straightWith }: Reached,
  from: number,
  facing: Facing,
): number[] {
  const base = directions.indexOf(facing) * grid.columns * grid.rows;
  const reached = [base + from];
  let length = 0;
  straight[base + from] = 0;
  straightWith[base + from] = 0;
  for (let next = grid.next(from, facing); next; next = grid.next(next.node, facing)) {
    length += next.by;
    straight[base + next.node] = length;
    straightWith[base + next.node] = 0;
    reached.push(base + next.node);
  }
  return reached;
}

/** Turns off from what was reached last, with one elbow more, and goes straight on; returns what may turn again. */
function turnedFrom(
  grid: Grid,
  all: Reached,
  before: readonly number[],
  elbows: number,
  leg: number,
): number[] {
  const size = grid.columns * grid.rows;
  const { turning, turningWith, straight } = all;
  const lines = directions.map(() => new Uint8Array(Math.max(grid.columns, grid.rows)));
  for (const came of before) {
    const node = came % size;
    if (!grid.mayTurn(node)) continue;
    for (const direction of sidesOf(Math.floor(came / size))) {
      const to = direction * size + node;
      if (turningWith[to]! < elbows || straight[came]! >= turning[to]!) continue;
      turning[to] = straight[came]!;
      turningWith[to] = elbows;
      lines[direction]![grid.lineOf(node, direction)] = 1;
    }
  }
  const reached: number[] = [];
  lines.forEach((those, direction) => {
    for (let line = 0; line < those.length; line += 1)
      if (those[line] === 1) straightOn(grid, all, direction, line, elbows, leg, reached);
  });
  return reached;
}

const sidesOf = (direction: number): readonly [number, number] => [(direction + 1) % 4, (direction + 3) % 4];

/**
 * How a pipe of so many elbows arrives at its end: its length, and the node of its last elbow. The last
 * piece is long enough wherever that is.
 */
function arriving(
  grid: Grid,
  { turning, turningWith }: Reached,
  elbows: number,
  end: number,
  direction: number,
) {
  const base = direction * grid.columns * grid.rows;
  const back = oppositeOf[directions[direction]!];
  let best = { length: Infinity, elbow: -1 };
  let far = 0;
  for (let node: number | undefined = end; node !== undefined;) {
    const length: number = turningWith[base + node] === elbows ? turning[base + node]! + far : Infinity;
    if (length < best.length) best = { length, elbow: node };
    const next: { readonly node: number; readonly by: number } | undefined = grid.next(node, back);
    far += next?.by ?? 0;
    node = next?.node;
  }
  return best;
}

/** The corners of a pipe, found backwards from its last elbow, after which it goes in a direction. */
function corners(grid: Grid, all: Reached, elbows: number, last: number, direction: number): Point[] {
  const size = grid.columns * grid.rows;
  const points: Point[] = [];
  let node = last;
  let going = direction;
  for (let before = elbows - 1; before >= 0; before -= 1) {
    points.unshift(grid.pointOf(node));
    const lengthOn = (side: number): number =>
      all.straightWith[side * size + node] === before ? all.straight[side * size + node]! : Infinity;
    const [one, other] = sidesOf(going);
    going = lengthOn(one) <= lengthOn(other) ? one : other;
    node = all.turned[going * size + node]!;
  }
  return points;
}

/** More elbows than any wall asks for: what needs them is taken for not to be reached. */
const MOST_ELBOWS = 12;

/** Is a straight piece of pipe within the room, and free of everything but what its port stands on. */
function pieceIsFree(room: RouteRoom, from: Point, to: Point, own: readonly Rect[]): boolean {
  const inRoom = (p: Point) => p.x >= 0 && p.y >= 0 && p.x <= room.width && p.y <= room.height;
  const touches = (r: Rect) =>
    Math.max(from.x, to.x) > r.x &&
    Math.min(from.x, to.x) < r.x + r.width &&
    Math.max(from.y, to.y) > r.y &&
    Math.min(from.y, to.y) < r.y + r.height;
  const others = room.barred.filter((r) => !own.includes(r)).map((r) => grown(r, room.clear));
  return inRoom(from) && inRoom(to) && !others.some(touches);
}

/**
 * How far a pipe goes straight on from a port until it is clear of what the port stands on, and has room
 * for its parts.
 */
export function leadOf(
  port: WallPort,
  own: readonly Rect[],
  clear: number,
  { piece, laying }: PipeLengths = noLengths,
): number {
  const out = own.map((r) => {
    const isBeside =
      port.facing === "left" || port.facing === "right"
        ? port.y >= r.y && port.y <= r.y + r.height
        : port.x >= r.x && port.x <= r.x + r.width;
    const far: Readonly<Record<Facing, number>> = {
      left: port.x - r.x,
      right: r.x + r.width - port.x,
      down: port.y - r.y,
      up: r.y + r.height - port.y,
    };
    return isBeside ? far[port.facing] : 0;
  });
  return Math.max(Math.max(0, ...out) + clear, (port.stub ?? 0) + piece + laying);
}

/** Do two ports look at each other along one line. */
export function faceEachOther(a: WallPort, b: WallPort): boolean {
  if (b.facing !== oppositeOf[a.facing]) return false;
  const step = stepTo[a.facing];
  const ahead = (b.x - a.x) * step.x + (b.y - a.y) * step.y;
  return ahead >= 0 && a.x + step.x * ahead === b.x && a.y + step.y * ahead === b.y;
}

/** Leaves out points that come twice, and those at which a pipe goes straight on. */
function bends(points: readonly Point[]): Point[] {
  const apart = points.filter((p, i) => p.x !== points[i - 1]?.x || p.y !== points[i - 1]?.y);
  return apart.filter((p, i) => {
    const before = apart[i - 1];
    const after = apart[i + 1];
    if (!before || !after) return true;
    return !(before.x === p.x && p.x === after.x) && !(before.y === p.y && p.y === after.y);
  });
}

/**
 * The pipe from one port to another that is led through a point by hand, straight on there: of the four
 * ways to pass it that with the fewest elbows, then the shortest. Undefined where it finds no way through
 * there.
 */
export function routeThrough(
  room: RouteRoom,
  a: WallPort,
  b: WallPort,
  own: { readonly a: readonly Rect[]; readonly b: readonly Rect[] },
  through: Point,
): Route | undefined {
  const ways = directions.flatMap((facing): Route[] => {
    const first = routeBetween(room, a, { ...through, facing: oppositeOf[facing] }, { a: own.a, b: [] });
    const second = first && routeBetween(room, { ...through, facing }, b, { a: [], b: own.b });
    if (!second) return [];
    const points = bends([...first.points, ...second.points]);
    return [{ points, elbows: points.length - 2, length: first.length + second.length }];
  });
  return ways.toSorted((p, q) => p.elbows - q.elbows || p.length - q.length)[0];
}

/**
 * The pipe from one port to another at right angles, round what is barred: fewest elbows, then shortest
 * (handbook 3, Fit); between two elbows, and between an elbow and a port, there is room for the parts.
 * `own` is what each port stands on, of what is barred: it bars the pipe, but not its first and last
 * straight piece. Undefined where there is none. With `most` a pipe is looked for only where one of so many
 * mm can be: where nothing is found, the pipe is longer; what is found may have more elbows than the pipe
 * would have.
 */
export function routeBetween(
  room: RouteRoom,
  a: WallPort,
  b: WallPort,
  own: { readonly a: readonly Rect[]; readonly b: readonly Rect[] } = { a: [], b: [] },
  most = Infinity,
): Route | undefined {
  const straight = Math.abs(a.x - b.x) + Math.abs(a.y - b.y);
  const both = [...own.a, ...own.b];
  const pipe = room.pipe ?? noLengths;
  const taken = (a.stub ?? 0) + (b.stub ?? 0) + pipe.piece;
  if (faceEachOther(a, b) && straight >= taken && pieceIsFree(room, a, b, both))
    return {
      points: [
        { x: a.x, y: a.y },
        { x: b.x, y: b.y },
      ],
      elbows: 0,
      length: straight,
    };
  const leads = { a: leadOf(a, own.a, room.clear, pipe), b: leadOf(b, own.b, room.clear, pipe) };
  const begin = onwards(a, a.facing, leads.a);
  const end = onwards(b, b.facing, leads.b);
  if (!pieceIsFree(room, a, begin, own.a) || !pieceIsFree(room, b, end, own.b)) return undefined;
  const leg = pipe.piece + 2 * pipe.laying;
  const grid = new Grid(room, [begin, end], leg, withinReach(room, begin, end, most - leads.a - leads.b));
  const from = grid.nodeAt(begin);
  const to = grid.nodeAt(end);
  if (from === undefined || to === undefined || !grid.isFree(from) || !grid.isFree(to)) return undefined;
  const into = directions.indexOf(oppositeOf[b.facing]);
  const made = (length: number, between: readonly Point[]): Route => {
    const points = bends([{ x: a.x, y: a.y }, begin, ...between, end, { x: b.x, y: b.y }]);
    return { points, elbows: points.length - 2, length: length + leads.a + leads.b };
  };
  const all = nothingReached(grid.columns * grid.rows);
  let reached = straightFrom(grid, all, from, a.facing);
  const direct = all.straight[into * grid.columns * grid.rows + to]!;
  if (direct < Infinity) return made(direct, []);
  for (let elbows = 1; elbows <= MOST_ELBOWS && reached.length > 0; elbows += 1) {
    reached = turnedFrom(grid, all, reached, elbows, leg);
    const { length, elbow } = arriving(grid, all, elbows, to, into);
    if (length < Infinity) return made(length, corners(grid, all, elbows, elbow, into));
  }
  return undefined;
}
