import { faceEachOther, leadOf } from "./lead";
import type { WallUnit } from "./standing";
import { grown, onwards, overlap, type Point, type Rect, type Wall, type WallPort } from "./wall";

/**
 * An end of a pipe: its port, where the pipe may turn first, and what it has to go round because the port
 * stands on it.
 */
export interface PipeEnd {
  readonly port: WallPort;
  readonly lead: number;
  readonly turns: Point;
  readonly round: readonly Rect[];
}

/** An end of a pipe on what it stands on. */
export function pipeEnd(port: WallPort, own: readonly Rect[], clear: number): PipeEnd {
  const lead = leadOf(port, own, clear);
  return { port, lead, turns: onwards(port, port.facing, lead), round: own.map((r) => grown(r, clear)) };
}

/**
 * The way between two coordinates that passes a stretch on its low or its high side, as far as these are on
 * the wall.
 */
function past(a: number, b: number, low: number, high: number, most: number): number {
  const straight = Math.abs(a - b);
  const below = Math.min(a, b) <= low ? straight : a + b - 2 * low;
  const above = Math.max(a, b) >= high ? straight : 2 * high - a - b;
  return Math.min(low < 0 ? Infinity : below, high > most ? Infinity : above);
}

/** What a pipe between two points takes at least from side to side and up and down, with one thing to go round. */
function roundOne(p: Point, q: Point, r: Rect, wall: Wall): { readonly across: number; readonly up: number } {
  const [right, top] = [r.x + r.width, r.y + r.height];
  const isOverUnder = (p.y >= top && q.y <= r.y) || (q.y >= top && p.y <= r.y);
  const isBeside = (p.x >= right && q.x <= r.x) || (q.x >= right && p.x <= r.x);
  return {
    across: isOverUnder ? past(p.x, q.x, r.x, right, wall.width) : Math.abs(p.x - q.x),
    up: isBeside ? past(p.y, q.y, r.y, top, wall.height) : Math.abs(p.y - q.y),
  };
}

/**
 * The least pipe between two ends if nothing at all were in its way: straight out of both, unless they look
 * at each other.
 */
function leastPast(a: PipeEnd, b: PipeEnd): number {
  if (faceEachOther(a.port, b.port)) return Math.abs(a.port.x - b.port.x) + Math.abs(a.port.y - b.port.y);
  return a.lead + b.lead + Math.abs(a.turns.x - b.turns.x) + Math.abs(a.turns.y - b.turns.y);
}

/**
 * The least pipe between two ends on a wall: straight out of both, then round what each stands on and each
 * of some other things, as if nothing else were there.
 */
export function leastRun(a: PipeEnd, b: PipeEnd, wall: Wall, others: readonly Rect[] = []): number {
  if (faceEachOther(a.port, b.port)) return Math.abs(a.port.x - b.port.x) + Math.abs(a.port.y - b.port.y);
  let across = Math.abs(a.turns.x - b.turns.x);
  let up = Math.abs(a.turns.y - b.turns.y);
  for (const rects of [a.round, b.round, others])
    for (const r of rects) {
      const least = roundOne(a.turns, b.turns, r, wall);
      if (least.across > across) across = least.across;
      if (least.up > up) up = least.up;
    }
  return a.lead + b.lead + across + up;
}

/** A place where a unit can stand, with the ends of its pipes. */
export interface PipedPlace {
  readonly body: Rect;
  readonly zones: readonly Rect[];
  readonly inlet?: PipeEnd;
  readonly outlet?: PipeEnd;
}

/** May a unit stand in a place after another one. */
function mayFollow(at: PipedPlace, then: PipedPlace): boolean {
  if (then.body.x < at.body.x || overlap(at.body, then.body)) return false;
  return !at.zones.some((z) => overlap(z, then.body)) && !then.zones.some((z) => overlap(z, at.body));
}

/** Places of a unit that differ in height alone, with the least that is left behind any of them; the least first. */
interface Column {
  readonly least: number;
  /** Where their bodies begin. */
  readonly x: number;
  /** Where pipes to them may turn, from side to side. */
  readonly from: number;
  readonly to: number;
  readonly places: readonly number[];
}

/** Places by columns, for a quick look at which of them are worth a closer one. */
function columnsOf(places: readonly PipedPlace[], rest: readonly number[]): Column[] {
  const byColumn = new Map<string, number[]>();
  places.forEach(({ body, inlet }, k) => {
    const key = `${body.x} ${inlet!.port.x} ${inlet!.port.facing}`;
    byColumn.set(key, [...(byColumn.get(key) ?? []), k]);
  });
  return [...byColumn.values()]
    .map((all): Column => {
      const order = [...all].sort((a, b) => rest[a]! - rest[b]!);
      const turns = all.flatMap((k) => [places[k]!.inlet!.turns.x, places[k]!.inlet!.port.x]);
      const { x } = places[order[0]!]!.body;
      return { least: rest[order[0]!]!, x, from: Math.min(...turns), to: Math.max(...turns), places: order };
    })
    .sort((a, b) => a.least - b.least);
}

/** A unit's places, with what is left at least behind each of them. */
interface Behind {
  readonly places: readonly PipedPlace[];
  readonly rest: readonly number[];
  readonly columns: readonly Column[];
}

/**
 * The least pipe from an outlet over all places of the unit behind it, with what is left behind those, and
 * which place that is. `guess`: a place that may be it, looked at first: the better what is known already,
 * the fewer others are worth a look.
 */
function leastOver(
  c: PipedPlace,
  behind: Behind,
  wall: Wall,
  guess: number | undefined,
): { readonly least: number; readonly place?: number } {
  const { turns, port } = c.outlet!;
  const [low, high] = [Math.min(turns.x, port.x), Math.max(turns.x, port.x)];
  let least = Infinity;
  let place: number | undefined;
  const look = (k: number) => {
    const known = behind.rest[k]!;
    const then = behind.places[k]!;
    // Most places need no closer look.
    if (known + leastPast(c.outlet!, then.inlet!) >= least) return;
    if (!mayFollow(c, then)) return;
    const all = known + leastRun(c.outlet!, then.inlet!, wall);
    if (all >= least) return;
    least = all;
    place = k;
  };
  if (guess !== undefined) look(guess);
  for (const column of behind.columns) {
    if (column.least >= least) break;
    if (column.x < c.body.x) continue;
    const across = Math.max(0, column.from - high, low - column.to);
    if (column.least + across >= least) continue;
    for (const k of column.places) {
      if (behind.rest[k]! + across >= least) break;
      look(k);
    }
  }
  return { least, place };
}

/**
 * What pipe is left at least behind a unit in each of its places, over all places of the units that follow:
 * by unit and place, `Infinity` where none follows. Units without ports have none.
 */
export function leastRest(
  wall: Wall,
  units: readonly WallUnit[],
  places: readonly (readonly PipedPlace[])[],
  end: PipeEnd,
): readonly (readonly number[])[] {
  const rest: number[][] = units.map(() => []);
  let behind: Behind | undefined;
  for (let i = units.length - 1; i >= 0; i -= 1) {
    if (!units[i]!.ports) continue;
    const next = behind;
    let guess: number | undefined;
    const own = places[i]!.map((c) => {
      if (!next) return leastRun(c.outlet!, end, wall);
      // Places follow one another along the wall: what is best behind one is nearly so behind the next.
      const { least, place } = leastOver(c, next, wall, guess);
      guess = place ?? guess;
      return least;
    });
    rest[i] = own;
    behind = { places: places[i]!, rest: own, columns: columnsOf(places[i]!, own) };
  }
  return rest;
}
