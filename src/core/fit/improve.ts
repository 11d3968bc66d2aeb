import { misfitsAlone, misfitsBetween } from "./judge";
import { FINEST, type PlaceOptions } from "./patience";
import { isBetter, placingOf, widthOf, type Placing } from "./routes";
import { turnsOf, type Standing, type WallUnit } from "./standing";
import type { Wall } from "./wall";

/** So far a unit is moved at once, mm. */
const FAR = [200, 50, 10].flatMap((by) => [by, -by]);

/** Where units stand with one of them somewhere else. */
type Besides = (units: readonly WallUnit[], from: readonly Standing[], i: number) => Standing[][];

/** One of them moved. */
const moved: Besides = (units, from, i) =>
  FAR.flatMap((by) => [
    from.map((s, k) => (k === i ? { ...s, x: s.x + by } : s)),
    ...(units[i]!.hangs ? [from.map((s, k) => (k === i ? { ...s, y: s.y + by } : s))] : []),
  ]);
const turnedFrom: Besides = (units, from, i) =>
  turnsOf(units[i]!).map((turn) => from.map((s, k) => (k === i ? { ...s, ...turn } : s)));

/** One of them moved or turned. */
const movedOrTurned: Besides = (units, from, i) => [...moved(units, from, i), ...turnedFrom(units, from, i)];
/** One of them turned as well as moved. */
const movedAndTurned: Besides = (units, from, i) =>
  moved(units, from, i).flatMap((next) => turnedFrom(units, next, i));
/** One of them moved along the wall, and all behind it. */
const together: Besides = (_, from, i) =>
  FAR.map((by) => from.map((s, k) => (k >= i ? { ...s, x: s.x + by } : s)));

/** What is tried to make an arrangement better: the next only where those before it found nothing. */
const WAYS_BETTER = [movedOrTurned, together, movedAndTurned];
/** Of many units: to try all would take longer than it is worth. */
const WAYS_OF_MANY = [movedOrTurned, together];

/**
 * Moves units 10 mm and further, or turns them round, as long as that takes less pipe or less width;
 * undefined where no pipe finds a way between the places that are given.
 */
export function improved(
  wall: Wall,
  units: readonly WallUnit[],
  standings: readonly Standing[],
  { clear }: Pick<PlaceOptions, "clear">,
): Placing | undefined {
  let best = placingOf(wall, units, standings, clear);
  const ways = units.length <= FINEST ? WAYS_BETTER : WAYS_OF_MANY;
  for (let way = 0; way < ways.length; way += 1) {
    const next = best && bettered(wall, units, best, ways[way]!, clear);
    if (next && next !== best) {
      best = next;
      way = -1;
    }
  }
  return best;
}

/** Whether units that stood as they may still do where some of them are moved: only these are looked at. */
function stillStand(
  wall: Wall,
  units: readonly WallUnit[],
  from: readonly Standing[],
  to: readonly Standing[],
): boolean {
  const stood = units.map((unit, i) => ({ unit, at: to[i]!, hasMoved: to[i] !== from[i] }));
  return stood.every((one, i) => {
    if (one.hasMoved && misfitsAlone(wall, one.unit, one.at).length > 0) return false;
    return stood
      .slice(0, i)
      .every(
        (earlier) =>
          (!one.hasMoved && !earlier.hasMoved) || misfitsBetween(earlier, one, wall.corner).length === 0,
      );
  });
}

/**
 * An arrangement moved on in one way while that makes it better. A unit that found nothing better is looked
 * at again when one beside it has moved; of a few units when any has.
 */
function bettered(
  wall: Wall,
  units: readonly WallUnit[],
  placing: Placing,
  besides: Besides,
  clear: number,
): Placing {
  let best = placing;
  const reach = units.length <= FINEST ? units.length : 1;
  const waiting = new Set(units.keys());
  for (const i of waiting) {
    waiting.delete(i);
    for (const next of besides(units, best.standings, i)) {
      if (!stillStand(wall, units, best.standings, next)) continue;
      // As much pipe is no better unless it is narrower: it is not looked for then.
      const most = widthOf(units, next) < best.widthMm ? best.pipeMm : best.pipeMm - 1;
      const found = placingOf(wall, units, next, clear, most);
      if (!found || !isBetter(found.pipeMm, found.widthMm, best)) continue;
      best = found;
      for (let k = Math.max(0, i - reach); k <= Math.min(units.length - 1, i + reach); k += 1) waiting.add(k);
    }
  }
  return best;
}
