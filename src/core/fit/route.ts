import {
  grown,
  onwards,
  oppositeOf,
  stepTo,
  type Facing,
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
}

const directions: readonly Facing[] = ["right", "up", "left", "down"];

/** Coordinates at which a shortest pipe may turn, the smallest first. */
const sorted = (values: readonly number[], most: number): number[] =>
  [...new Set(values)].filter((v) => v >= 0 && v <= most).sort((a, b) => a - b);

/** The grid of all places where a pipe may turn, with what is barred on it. */
class Grid {
  readonly xs: readonly number[];
  readonly ys: readonly number[];
  private readonly barredAt: Uint8Array;
  private readonly barredRight: Uint8Array;
  private readonly barredUp: Uint8Array;

  constructor(room: RouteRoom, ends: readonly Point[]) {
    const walls = room.barred.map((r) => grown(r, room.clear));
    this.xs = sorted([...ends.map((p) => p.x), ...walls.flatMap((r) => [r.x, r.x + r.width])], room.width);
    this.ys = sorted([...ends.map((p) => p.y), ...walls.flatMap((r) => [r.y, r.y + r.height])], room.height);
    const size = this.xs.length * this.ys.length;
    this.barredAt = new Uint8Array(size);
    this.barredRight = new Uint8Array(size);
    this.barredUp = new Uint8Array(size);
    for (const wall of walls) this.bar(wall);
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

  private bar(wall: Rect): void {
    const right = wall.x + wall.width;
    const top = wall.y + wall.height;
    for (let row = 0; row < this.rows; row += 1)
      for (let column = 0; column < this.columns; column += 1) {
        const x = this.xs[column]!;
        const y = this.ys[row]!;
        const inX = x > wall.x && x < right;
        const inY = y > wall.y && y < top;
        const node = this.at(column, row);
        if (inX && inY) this.barredAt[node] = 1;
        // Edges of what is barred are lines of the grid: a step lies wholly within or wholly beside it.
        if (inY && x >= wall.x && x < right) this.barredRight[node] = 1;
        if (inX && y >= wall.y && y < top) this.barredUp[node] = 1;
      }
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
 * Lengths of the shortest pipes with so many elbows, by direction and node: of those that have just turned there, and of those that have come on straight. Only these may
 * turn again: a pipe does not turn back on the spot.
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

/** Carries every length of a layer straight on, in its direction. */
function straightOn(grid: Grid, { turning, straight, turned }: Layer, direction: number): void {
  const size = grid.columns * grid.rows;
  const facing = directions[direction]!;
  const forwards = facing === "right" || facing === "up";
  for (let i = 0; i < size; i += 1) {
    const node = forwards ? i : size - 1 - i;
    const here = direction * size + node;
    const turnsHere = turning[here]! < straight[here]!;
    const length = turnsHere ? turning[here]! : straight[here]!;
    if (length === Infinity) continue;
    const next = grid.next(node, facing);
    if (!next) continue;
    const there = direction * size + next.node;
    if (length + next.by >= straight[there]!) continue;
    straight[there] = length + next.by;
    turned[there] = turnsHere ? node : turned[here]!;
  }
}

/** The layer with one elbow more. */
function turnedFrom(grid: Grid, before: Layer): Layer {
  const size = grid.columns * grid.rows;
  const layer = newLayer(size);
  for (let direction = 0; direction < 4; direction += 1) {
    for (const side of sidesOf(direction))
      for (let node = 0; node < size; node += 1) {
        const length = before.straight[side * size + node]!;
        if (length < layer.turning[direction * size + node]!) layer.turning[direction * size + node] = length;
      }
    straightOn(grid, layer, direction);
  }
  return layer;
}

const sidesOf = (direction: number): readonly [number, number] => [(direction + 1) % 4, (direction + 3) % 4];

/** The corners of a pipe, found backwards through the layers. */
function corners(grid: Grid, layers: readonly Layer[], end: number, direction: number): Point[] {
  const size = grid.columns * grid.rows;
  const points: Point[] = [];
  let node = end;
  let going = direction;
  for (let k = layers.length - 1; k > 0; k -= 1) {
    const { turning, straight, turned } = layers[k]!;
    const here = going * size + node;
    // The last layer may end on the spot where it turns; all others were left straight.
    const turnsHere = k === layers.length - 1 && turning[here]! <= straight[here]!;
    if (!turnsHere) node = turned[here]!;
    points.unshift(grid.pointOf(node));
    const [one, other] = sidesOf(going);
    const before = layers[k - 1]!.straight;
    going = before[one * size + node]! <= before[other * size + node]! ? one : other;
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

/** How far a pipe goes straight on from a port until it is clear of what the port stands on. */
export function leadOf(port: WallPort, own: readonly Rect[], clear: number): number {
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
  return Math.max(0, ...out) + clear;
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
 * The pipe from one port to another at right angles, round what is barred: fewest elbows, then shortest (handbook 3, Fit). `own` is what each port stands on, of what is barred: it bars the pipe,
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
  if (faceEachOther(a, b) && pieceIsFree(room, a, b, both))
    return {
      points: [
        { x: a.x, y: a.y },
        { x: b.x, y: b.y },
      ],
      elbows: 0,
      length: straight,
    };
  const leads = { a: leadOf(a, own.a, room.clear), b: leadOf(b, own.b, room.clear) };
  const begin = onwards(a, a.facing, leads.a);
  const end = onwards(b, b.facing, leads.b);
  if (!pieceIsFree(room, a, begin, own.a) || !pieceIsFree(room, b, end, own.b)) return undefined;
  const grid = new Grid(room, [begin, end]);
  const from = grid.nodeAt(begin);
  const to = grid.nodeAt(end);
  if (from === undefined || to === undefined || !grid.isFree(from) || !grid.isFree(to)) return undefined;
  const size = grid.columns * grid.rows;
  const arriving = directions.indexOf(oppositeOf[b.facing]);
  const first = newLayer(size);
  first.straight[directions.indexOf(a.facing) * size + from] = 0;
  straightOn(grid, first, directions.indexOf(a.facing));
  const layers = [first];
  for (;;) {
    const { turning, straight: come } = layers.at(-1)!;
    const length = Math.min(turning[arriving * size + to]!, come[arriving * size + to]!);
    if (length < Infinity) {
      const points = bends([
        { x: a.x, y: a.y },
        begin,
        ...corners(grid, layers, to, arriving),
        end,
        { x: b.x, y: b.y },
      ]);
      return { points, elbows: points.length - 2, length: length + leads.a + leads.b };
    }
    if (layers.length > MOST_ELBOWS) return undefined;
    layers.push(turnedFrom(grid, layers.at(-1)!));
  }
}
