import { leastRun, pipeEnd } from "./least";
import { routeBetween, routeThrough } from "./route";
import { bodyOf, keptClear, ownPipesOf, portOf, zonesOf, type Standing, type WallUnit } from "./standing";
import { grown, HOUSE_END, type Rect, type Route, type Wall, type WallPort } from "./wall";

/** Units on a wall, with the pipes between them. */
export interface Placing {
  /** In the order of the units. */
  readonly standings: readonly Standing[];
  /** From the cut, between the units, and back to the cut. */
  readonly routes: readonly Route[];
  /** Of all pipes between units together, mm. */
  readonly pipeMm: number;
  /** From the outermost left body to the outermost right one, mm. */
  readonly widthMm: number;
}

/** What a unit bars of a wall for pipes: its body, and the room in which something is drawn out. */
export const barredBy = (unit: WallUnit, at: Standing): Rect[] => [
  bodyOf(unit, at),
  ...zonesOf(unit, at).filter((zone) => zone.what === "above" || zone.what === "below"),
];

/** A wall with units on it, as pipes see it. */
function roomOf(wall: Wall, ofUnits: readonly (readonly Rect[])[], clear: number) {
  const barred = [...ofUnits.flat(), ...wall.obstacles.map((o) => keptClear(wall, o))];
  return { width: wall.width, height: wall.height, barred, clear, pipe: wall.pipe };
}

/** A port that a pipe begins or ends at, with what it stands on. */
interface End {
  readonly port: WallPort;
  readonly own: readonly Rect[];
}

/**
 * The pipes of an arrangement: from the cut, between the units that have ports, and back to the cut.
 * Undefined where one finds no way. With `most` undefined too where they take more mm together; they may
 * then have more elbows than they would have. Pipes may cross one another, where one of them passes in
 * front; one that is held by hand goes through its point; they run beside one another, not on one another,
 * unless there is no other way.
 */
export function routesOf(
  wall: Wall,
  units: readonly WallUnit[],
  standings: readonly Standing[],
  clear: number,
  most = Infinity,
): readonly Route[] | undefined {
  const ofUnits = units.map((unit, i) => barredBy(unit, standings[i]!));
  const room = roomOf(wall, ofUnits, clear);
  const ends = units.flatMap(({ ports }, i): End[] =>
    ports
      ? [ports.inlet, ports.outlet].map((port) => ({
          port: portOf(units[i]!, port, standings[i]!),
          own: ofUnits[i]!,
        }))
      : [],
  );
  const all: readonly End[] = [{ port: wall.from, own: [] }, ...ends, { port: wall.to, own: [] }];
  const targets = [...units.flatMap((u) => (u.ports ? [u.key] : [])), HOUSE_END];
  const pairs = all.flatMap((a, i) =>
    i % 2 === 0 ? [{ a, b: all[i + 1]!, through: wall.held?.[targets[i / 2]!] }] : [],
  );
  // Where it matters how much pipe it is, what stands in the way is worth a look before a way is looked for.
  const round = most === Infinity ? [] : room.barred.map((r) => grown(r, clear));
  const leastOf = ({ a, b }: { readonly a: End; readonly b: End }) =>
    leastRun(pipeEnd(a.port, a.own, clear), pipeEnd(b.port, b.own, clear), wall, round);
  // Of those that were not looked for yet what they take at least.
  const least = pairs.map(leastOf);
  let sum = least.reduce((one, other) => one + other, 0);
  if (sum > most) return undefined;
  const manifolds = units.flatMap((unit, i) => ownPipesOf(unit, standings[i]!)).map((points) => ({ points }));
  const routes: Route[] = [];
  for (const [i, { a, b, through }] of pairs.entries()) {
    const own = { a: a.own, b: b.own };
    const left = most - (sum - least[i]!);
    const beside = { ...room, laid: [...manifolds, ...routes] };
    const route = through
      ? (routeThrough(beside, a.port, b.port, own, through) ??
        routeThrough(room, a.port, b.port, own, through))
      : (routeBetween(beside, a.port, b.port, own, left) ?? routeBetween(room, a.port, b.port, own, left));
    if (!route) return undefined;
    sum += route.length - least[i]!;
    if (sum > most) return undefined;
    routes.push(route);
  }
  return routes.map((route) => roundCorner(route, wall.corner));
}

/** A pipe with an elbow more wherever it goes on along the wall behind a corner. */
function roundCorner(route: Route, corner: number | undefined): Route {
  if (corner === undefined) return route;
  const points = route.points.flatMap((b, i) => {
    const a = route.points[i - 1];
    const passes = a && Math.min(a.x, b.x) < corner && Math.max(a.x, b.x) > corner;
    return passes ? [{ x: corner, y: b.y }, b] : [b];
  });
  return { ...route, points, elbows: points.length - 2 };
}

/**
 * The pipe to the last of some units from a port of the one before it, or of the cut; undefined where it
 * finds no way, or none of at most `most` mm.
 */
export function routeTo(
  wall: Wall,
  units: readonly WallUnit[],
  standings: readonly Standing[],
  from: WallPort,
  clear: number,
  most: number,
): Route | undefined {
  const ofUnits = standings.map((at, i) => barredBy(units[i]!, at));
  const last = standings.length - 1;
  const feeder = units.slice(0, last).findLastIndex((u) => u.ports);
  const inlet = portOf(units[last]!, units[last]!.ports!.inlet, standings[last]!);
  const own = { a: ofUnits[feeder] ?? [], b: ofUnits[last]! };
  return routeBetween(roomOf(wall, ofUnits, clear), from, inlet, own, most);
}

/** From the outermost left body to the outermost right one, mm. */
export function widthOf(units: readonly WallUnit[], standings: readonly Standing[]): number {
  const bodies = units.map((unit, i) => bodyOf(unit, standings[i]!));
  const right = Math.max(0, ...bodies.map((b) => b.x + b.width));
  return bodies.length === 0 ? 0 : right - Math.min(...bodies.map((b) => b.x));
}

/** An arrangement with the length of its pipes and the width of its bodies. */
export function measured(
  units: readonly WallUnit[],
  standings: readonly Standing[],
  routes: readonly Route[],
): Placing {
  return {
    standings,
    routes,
    pipeMm: routes.reduce((sum, r) => sum + r.length, 0),
    widthMm: widthOf(units, standings),
  };
}

/** Less pipe is better, then less width. */
export const isBetter = (pipe: number, width: number, than: Placing | undefined): boolean =>
  than === undefined || pipe < than.pipeMm || (pipe === than.pipeMm && width < than.widthMm);

/** An arrangement with its pipes; undefined where one finds no way, or where they take more than `most` mm together. */
export function placingOf(
  wall: Wall,
  units: readonly WallUnit[],
  standings: readonly Standing[],
  clear: number,
  most = Infinity,
): Placing | undefined {
  // A quick look first: most arrangements take more pipe than the best that is known.
  if (most < Infinity && !routesOf(wall, units, standings, clear, most)) return undefined;
  const routes = routesOf(wall, units, standings, clear);
  const placing = routes && measured(units, standings, routes);
  return placing && placing.pipeMm <= most ? placing : undefined;
}
