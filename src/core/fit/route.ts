import { faceEachOther, leadOf, noLengths, pieceIsFree } from "./lead";
import { directions, Grid, withinReach } from "./routeGrid";
import { arriving, corners, nothingReached, straightFrom, turnedFrom } from "./routeTurns";
import {
  onwards,
  oppositeOf,
  type Point,
  type Rect,
  type Route,
  type RouteRoom,
  type WallPort,
} from "./wall";

/** More elbows than any wall asks for: what needs them is taken for not to be reached. */
const MOST_ELBOWS = 12;

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
