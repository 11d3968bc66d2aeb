import { misfits } from "./judge";
import { apartBy, bodiesOf, bodyOf, type Standing, type WallUnit } from "./standing";
import type { Wall } from "./wall";

/** Places are looked at so far apart, mm. */
const STEP = 10;

/**
 * The place on the floor nearest to the unit that a tank is tied to, among others that stand already;
 * undefined where it has room on no place of its wall within its reach.
 */
export function placeBeside(
  wall: Wall,
  units: readonly WallUnit[],
  standings: readonly Standing[],
  tank: WallUnit,
): Standing | undefined {
  const tied = units.findIndex((u) => u.key === tank.tether?.to);
  if (tied < 0) return undefined;
  const body = bodiesOf(units[tied]!, standings[tied]!)[tank.tether?.body ?? 0]!;
  const places = Array.from(
    { length: Math.max(0, Math.floor((wall.width - tank.width) / STEP) + 1) },
    (_, i): Standing => ({ x: i * STEP, y: 0, lies: false, mirrored: false }),
  );
  const apart = (at: Standing) => apartBy(bodyOf(tank, at), body);
  const before = misfits(wall, units, standings).length;
  return places
    .toSorted((a, b) => apart(a) - apart(b))
    .find((at) => misfits(wall, [...units, tank], [...standings, at]).length === before);
}
