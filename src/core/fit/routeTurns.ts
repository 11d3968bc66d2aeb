import { directions, type Grid } from "./routeGrid";
import { oppositeOf, type Facing, type Point } from "./wall";

/**
 * Lengths of the shortest pipes with the fewest elbows to each direction and node: of those that have just
 * turned there, and of those that have come on straight so far that they may turn again. A pipe that comes
 * to one of them with more elbows than needed is never the one with the fewest at its end, so each is
 * reached once.
 */
export interface Reached {
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
let lastRoom = roomFor(0);
/**
 * A grid of so many nodes of which none is reached. A search asks for thousands of pipes, one after the
 * other: each takes the room of the one before, as far as that is large enough.
 */
export function nothingReached(size: number): Reached {
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
export function straightFrom(
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
export function turnedFrom(
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
export function arriving(
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
export function corners(grid: Grid, all: Reached, elbows: number, last: number, direction: number): Point[] {
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
