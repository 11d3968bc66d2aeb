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
  readonly laid?: readonly Route[];
}

const noLengths: PipeLengths = { piece: 0, laying: 0 };

const directions: readonly Facing[] = ["right", "up", "left", "down"];

/** Coordinates at which a shortest pipe may turn, the smallest first. */
const sorted = (values: readonly number[], most: number): number[] =>
  [...new Set(values)].filter((v) => v >= 0 && v <= most).sort((a, b) => a - b);

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
function bandsOf(laid: readonly Route[], apart: number): { readonly band: Rect; readonly lies: boolean }[] {
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

  constructor(room: RouteRoom, ends: readonly Point[], leg: number) {
    const walls = room.barred.map((r) => grown(r, room.clear));
    const bands = bandsOf(room.laid ?? [], 2 * room.clear);
    const edges = [...walls, ...bands.map((b) => b.band)];
    // From an end a pipe may have to go on until there is room for the next elbow.
    const around = (at: number) => [at, at - leg, at + leg];
    this.xs = sorted(
      [...ends.flatMap((p) => around(p.x)), ...edges.flatMap((r) => [r.x, r.x + r.width])],
      room.width,
    );
    this.ys = sorted(
      [...ends.flatMap((p) => around(p.y)), ...edges.flatMap((r) => [r.y, r.y + r.height])],
      room.height,
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

  /** The grid's lines in a direction: coordinates along them, and which steps along them something bars, by the node that is further left or down. */
  linesIn(facing: Facing) {
    const { columns, rows } = this;
    return facing === "left" || facing === "right"
      ? { along: this.xs, lines: rows, stride: 1, lineStride: columns, barred: this.barredRight }
      : { along: this.ys, lines: columns, stride: columns, lineStride: 1, barred: this.barredUp };
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
 * Lengths of the shortest pipes with so many elbows, by direction and node: of those that have just turned there, and of those that have come on straight so far that
 * they may turn again.
 */
interface Layer {
  readonly turning: Float64Array;
  readonly straight: Float64Array;
  /** The node at which a straight one turned into its direction. */
  readonly turned: Int32Array;
}

const newLayer = (size: number): Layer => ({
  turning: new Float64Array(4 * size).fill(Infinity),
  straight: new Float64Array(4 * size).fill(Infinity),
  turned: new Int32Array(4 * size).fill(-1),
});

/** Carries what turned into a direction straight on, once it is as far from its elbow as the next one has to be. */
function straightOn(grid: Grid, { turning, straight, turned }: Layer, direction: number, leg: number): void {
  const base = direction * grid.columns * grid.rows;
  const facing = directions[direction]!;
  const { along, lines, stride, lineStride, barred } = grid.linesIn(facing);
  const forwards = facing === "right" || facing === "up";
  const last = along.length - 1;
  for (let line = 0; line < lines; line += 1) {
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
        const length = turning[base + from]! - begun;
        if (length >= best) continue;
        best = length;
        bestAt = from;
      }
      if (best === Infinity) continue;
      straight[base + node] = best + at;
      turned[base + node] = bestAt;
    }
  }
}

/** The layer without elbows: straight on from where a pipe begins. */
function firstLayer(grid: Grid, from: number, facing: Facing): Layer {
  const size = grid.columns * grid.rows;
  const layer = newLayer(size);
  const base = directions.indexOf(facing) * size;
  let length = 0;
  layer.straight[base + from] = 0;
  for (let next = grid.next(from, facing); next; next = grid.next(next.node, facing)) {
    length += next.by;
    layer.straight[base + next.node] = length;
  }
  return layer;
}

/** The layer with one elbow more. */
function turnedFrom(grid: Grid, before: Layer, leg: number): Layer {
  const size = grid.columns * grid.rows;
  const layer = newLayer(size);
  for (let direction = 0; direction < 4; direction += 1) {
    for (const side of sidesOf(direction))
      for (let node = 0; node < size; node += 1) {
        if (!grid.mayTurn(node)) continue;
        const length = before.straight[side * size + node]!;
        if (length < layer.turning[direction * size + node]!) layer.turning[direction * size + node] = length;
      }
    straightOn(grid, layer, direction, leg);
  }
  return layer;
}

const sidesOf = (direction: number): readonly [number, number] => [(direction + 1) % 4, (direction + 3) % 4];

/** How a pipe of a layer arrives at its end: its length, and the node of its last elbow. The last piece is long enough wherever that is. */
function arriving(grid: Grid, { turning }: Layer, end: number, direction: number) {
  const base = direction * grid.columns * grid.rows;
  const back = oppositeOf[directions[direction]!];
  let best = { length: Infinity, elbow: -1 };
  let far = 0;
  for (let node: number | undefined = end; node !== undefined;) {
    const length: number = turning[base + node]! + far;
    if (length < best.length) best = { length, elbow: node };
    const next: { readonly node: number; readonly by: number } | undefined = grid.next(node, back);
    far += next?.by ?? 0;
    node = next?.node;
  }
  return best;
}

/** The corners of a pipe, found backwards through the layers from its last elbow, after which it goes in a direction. */
function corners(grid: Grid, layers: readonly Layer[], last: number, direction: number): Point[] {
  const size = grid.columns * grid.rows;
  const points: Point[] = [];
  let node = last;
  let going = direction;
  for (let k = layers.length - 1; k > 0; k -= 1) {
    points.unshift(grid.pointOf(node));
    const [one, other] = sidesOf(going);
    const before = layers[k - 1]!;
    going = before.straight[one * size + node]! <= before.straight[other * size + node]! ? one : other;
    node = before.turned[going * size + node]!;
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

/** How far a pipe goes straight on from a port until it is clear of what the port stands on, and has room for its parts. */
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
 * The pipe from one port to another at right angles, round what is barred: fewest elbows, then shortest (handbook 3, Fit); between two elbows, and between an elbow and
 * a port, there is room for the parts. `own` is what each port stands on, of what is barred: it bars the pipe,
 * but not its first and last straight piece. Undefined where there is none.
 */
export function routeBetween(
  room: RouteRoom,
  a: WallPort,
  b: WallPort,
  own: { readonly a: readonly Rect[]; readonly b: readonly Rect[] } = { a: [], b: [] },
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
  const grid = new Grid(room, [begin, end], leg);
  const from = grid.nodeAt(begin);
  const to = grid.nodeAt(end);
  if (from === undefined || to === undefined || !grid.isFree(from) || !grid.isFree(to)) return undefined;
  const into = directions.indexOf(oppositeOf[b.facing]);
  const made = (length: number, between: readonly Point[]): Route => {
    const points = bends([{ x: a.x, y: a.y }, begin, ...between, end, { x: b.x, y: b.y }]);
    return { points, elbows: points.length - 2, length: length + leads.a + leads.b };
  };
  const layers = [firstLayer(grid, from, a.facing)];
  const direct = layers[0]!.straight[into * grid.columns * grid.rows + to]!;
  if (direct < Infinity) return made(direct, []);
  while (layers.length <= MOST_ELBOWS) {
    layers.push(turnedFrom(grid, layers.at(-1)!, leg));
    const { length, elbow } = arriving(grid, layers.at(-1)!, to, into);
    if (length < Infinity) return made(length, corners(grid, layers, elbow, into));
  }
  return undefined;
}
