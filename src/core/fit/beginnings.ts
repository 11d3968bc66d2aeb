import { range } from "./candidates";
import { bodyOf, zonesOf, type Standing, type WallUnit } from "./standing";
import { PIPE_CLEAR, type Wall } from "./wall";

/** How far units are moved apart for pipes to find a way between them, mm: for one pipe, and more. */
const GAPS = [0, 2 * PIPE_CLEAR, 100, 200, 300] as const;
/** Heights at which those that hang are tried, mm. */
const HEIGHTS = [300, 600, 900, 1200] as const;
/** Units in a row from the left, each beside the room that the one before keeps free; those that hang at one height. */
function rowOf(units: readonly WallUnit[], gap: number, height: number): Standing[] {
  let from = 0;
  return units.map((unit) => {
    const upright = { x: 0, y: 0, lies: false, mirrored: false };
    const taken = [bodyOf(unit, upright), ...zonesOf(unit, upright)];
    const x = from - Math.min(...taken.map((r) => r.x));
    from = x + Math.max(...taken.map((r) => r.x + r.width)) + gap;
    const { hangs } = unit;
    return { ...upright, x, y: hangs ? Math.min(Math.max(height, hangs.least), hangs.most) : 0 };
  });
}

/** Ways to begin: as they are packed side by side, moved apart; then in rows; each along the wall. */
export function* beginnings(
  wall: Wall,
  units: readonly WallUnit[],
  packed: readonly Standing[],
  step: number,
): Generator<Standing[]> {
  const apart = GAPS.map((gap) => packed.map((s, i) => ({ ...s, x: s.x + i * gap })));
  const rows = GAPS.flatMap((gap) => HEIGHTS.map((height) => rowOf(units, gap, height)));
  // Every way a little along the wall before any goes far along it; behind the cut the pipe back finds its way.
  const beside = Math.max(wall.from.x, wall.to.x) + PIPE_CLEAR;
  for (const along of [0, beside, ...range(4 * step, wall.width, 4 * step)])
    for (const standings of [...apart, ...rows]) yield standings.map((s) => ({ ...s, x: s.x + along }));
}
