import { misfitsAlone } from "./judge";
import { pipeEnd, type PipedPlace, type PipeEnd } from "./least";
import type { PlaceOptions } from "./patience";
import { barredBy } from "./routes";
import { bodyOf, portOf, turnsOf, zonesOf, type Standing, type WallUnit } from "./standing";
import type { Wall, WallPort } from "./wall";

/** Multiples of a step between two numbers, ends among them. */
export const range = (from: number, to: number, step: number): number[] => {
  const values: number[] = [];
  for (let v = Math.ceil(from / step) * step; v <= to; v += step) values.push(v);
  return values;
};

/** A place where a unit can stand by itself; `index`: which of its places. */
export interface Candidate extends PipedPlace {
  readonly at: Standing;
  readonly index: number;
}

/**
 * Heights at which pipes come and go whatever hangs where: those of the cut, and of the ports of units on
 * the floor.
 */
export function levelsOf(wall: Wall, units: readonly WallUnit[]): number[] {
  const onFloor = units
    .filter((u) => !u.hangs && u.ports)
    .flatMap((u) =>
      turnsOf(u).flatMap((turn) =>
        [u.ports!.inlet, u.ports!.outlet].map((port) => portOf(u, port, { x: 0, y: 0, ...turn }).y),
      ),
    );
  return [...new Set([wall.from.y, wall.to.y, ...onFloor])];
}

/** Every place of those that are tried where a unit can stand by itself. */
export function candidatesOf(
  wall: Wall,
  unit: WallUnit,
  levels: readonly number[],
  { step, clear }: PlaceOptions,
): Candidate[] {
  const all = turnsOf(unit).flatMap((turn) => {
    const origin = { x: 0, y: 0, ...turn };
    const { width } = bodyOf(unit, origin);
    const zones = zonesOf(unit, origin);
    const left = -Math.min(0, ...zones.map((z) => z.x));
    const right = Math.max(width, ...zones.map((z) => z.x + z.width));
    const touching = wall.obstacles.flatMap((o) => [o.x + o.width + left, o.x - right]);
    const atCorner = wall.corner === undefined ? [] : [wall.corner + left, wall.corner - right];
    const xs = new Set([...range(0, wall.width, step), left, wall.width - right, ...touching, ...atCorner]);
    const { hangs, ports } = unit;
    const ends = ports ? [ports.inlet, ports.outlet].map((port) => portOf(unit, port, origin)) : [];
    const level = levels.flatMap((y) => ends.map((end) => y - end.y));
    const ys = hangs
      ? new Set([hangs.least, ...range(hangs.least, Math.min(hangs.most, wall.height), step), ...level])
      : [0];
    return [...xs].flatMap((x) =>
      [...ys].flatMap((y): Omit<Candidate, "index">[] => {
        const at = { x, y, ...turn };
        if (misfitsAlone(wall, unit, at).length > 0) return [];
        const own = barredBy(unit, at);
        const endAt = (port: WallPort): PipeEnd => pipeEnd(portOf(unit, port, at), own, clear);
        return [
          {
            at,
            body: bodyOf(unit, at),
            zones: zonesOf(unit, at),
            ...(ports ? { inlet: endAt(ports.inlet), outlet: endAt(ports.outlet) } : {}),
          },
        ];
      }),
    );
  });
  return all.map((candidate, index) => ({ ...candidate, index }));
}
