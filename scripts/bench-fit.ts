// Six units of the catalogue placed on walls with twelve obstacles. Prints one JSON line.
import {
  bruteLeast,
  fullWall,
  housing,
  sixUnits,
  SMALL_THINGS,
  tank,
  wall as narrowWall,
} from "../tests/unit/fit";
import { place } from "../src/core/fit/place";

const WALLS = 20;
const all = Array.from({ length: WALLS }, (_, seed) => {
  const wall = fullWall(seed + 1);
  const start = performance.now();
  const { best, isBest, leastMm } = place(wall, sixUnits);
  const ms = performance.now() - start;
  return {
    ms,
    isBest,
    found: best !== undefined,
    spare: best ? Math.max(0, best.pipeMm - leastMm) : undefined,
  };
});
/** Two units on narrow walls, where a brute search over every 50 mm comes to its end: how much longer it takes. */
const narrow = Array.from({ length: 4 }, (_, i) => {
  const wall = narrowWall(1200 + 50 * i);
  const two = [tank("u1"), housing("u2", { hangs: { least: 1100, most: 1200 } })];
  const begun = performance.now();
  const { best } = place(wall, two);
  const placed = performance.now();
  bruteLeast(wall, two, (best?.pipeMm ?? 6000) - 1);
  return { place: placed - begun, brute: performance.now() - placed };
});
const sum = (of: "place" | "brute") => narrow.reduce((ms, turn) => ms + turn[of], 0);
const times = all.map((a) => a.ms).sort((a, b) => a - b);
console.log(
  JSON.stringify({
    walls: WALLS,
    units: sixUnits.length,
    obstacles: SMALL_THINGS,
    place: sum("place"),
    brute: sum("brute"),
    half: times[WALLS >> 1],
    longest: times.at(-1),
    found: all.filter((a) => a.found).length,
    leastPipe: all.filter((a) => a.spare === 0).length,
    spare: Math.max(...all.map((a) => a.spare ?? 0)),
    proved: all.filter((a) => a.isBest).length,
  }),
);
