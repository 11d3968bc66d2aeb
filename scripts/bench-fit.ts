// Six units of the catalogue placed on walls with twelve obstacles. Prints one JSON line.
import { bruteLeast, housing, tank, wall as narrowWall } from "../tests/unit/fit";
import { unitModels } from "../src/catalogue/units";
import { onWall } from "../src/core/fit/onWall";
import { place } from "../src/core/fit/place";
import type { WallUnit } from "../src/core/fit/standing";
import type { Wall } from "../src/core/fit/wall";

const codes = ["PS-20", "CT-1054", "SF-100", "CB-20", "UV-30", "CN-40"];
const units: readonly WallUnit[] = codes.map((code, i) => {
  const model = unitModels.get(code)!;
  return onWall({ unit: { key: `u${i + 1}`, model: code, parallel: 1 }, model })!;
});

/** The same numbers at every run: a linear congruential generator. */
function dice(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state * 1_664_525 + 1_013_904_223) % 2 ** 32;
    return state / 2 ** 32;
  };
}
const OBSTACLES = 12;
/** A wall of 4 m with small things on it, above and between the units. */
function wallOf(seed: number): Wall {
  const roll = dice(seed);
  const obstacles = Array.from({ length: OBSTACLES }, (_, i) => ({
    id: `outlet ${i + 1}`,
    kind: "outlet" as const,
    x: 700 + Math.floor(roll() * 320) * 10,
    y: Math.floor(roll() * 230) * 10,
    width: 80,
    height: 80,
  }));
  return {
    width: 4000,
    height: 2500,
    obstacles,
    from: { x: 200, y: 1900, facing: "down" },
    to: { x: 350, y: 1900, facing: "down" },
  };
}

const WALLS = 20;
const all = Array.from({ length: WALLS }, (_, seed) => {
  const wall = wallOf(seed + 1);
  const start = performance.now();
  const { best, isBest } = place(wall, units);
  return { ms: performance.now() - start, isBest, found: best !== undefined };
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
    units: units.length,
    obstacles: OBSTACLES,
    place: sum("place"),
    brute: sum("brute"),
    half: times[WALLS >> 1],
    longest: times.at(-1),
    found: all.filter((a) => a.found).length,
    proved: all.filter((a) => a.isBest).length,
  }),
);
