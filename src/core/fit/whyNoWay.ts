import { place } from "./place";
import { usualPlacing } from "./patience";
import type { WallUnit } from "./standing";
import { onwards, type Wall } from "./wall";
import type { Remedy } from "./whyNot";

/** What is asked for beyond this is another wall, mm; and how finely it is looked for. */
const MOST = 600;
const STEP = 50;
/** A quick look at whether pipes find their ways at all. */
const quick = { ...usualPlacing, step: 100, patience: 20_000 };

/** A wall whose pipe is cut so much higher. */
const cutAt = (wall: Wall, up: number): Wall => ({
  ...wall,
  from: { ...wall.from, ...onwards(wall.from, "up", up) },
  to: { ...wall.to, ...onwards(wall.to, "up", up) },
});

/**
 * Why the pipes of units that stand find no way: single things that would let them, each the smallest,
 * found by changing one at a time (handbook 3, Fit). Empty where no single thing is enough, or none was
 * found within a quick look. `onProgress` is told how many walls were looked at.
 */
export function whyNoWay(
  wall: Wall,
  units: readonly WallUnit[],
  onProgress: (looked: number) => void = () => {},
): readonly Remedy[] {
  let looked = 0;
  const hasWay = (changed: Wall): boolean => {
    looked += 1;
    onProgress(looked);
    return place(changed, units, quick).best !== undefined;
  };
  /** The smallest change, in steps, that is enough; undefined where the most is not. */
  const smallest = (changed: (by: number) => Wall): number | undefined => {
    if (!hasWay(changed(MOST))) return undefined;
    let [low, high] = [0, MOST / STEP];
    while (high - low > 1) {
      const middle = Math.floor((low + high) / 2);
      if (hasWay(changed(middle * STEP))) high = middle;
      else low = middle;
    }
    return high * STEP;
  };
  const wider = smallest((by) => ({ ...wall, width: wall.width + by }));
  const higher = smallest((by) => ({ ...wall, height: wall.height + by }));
  const cuts = [1, -1].flatMap((way) => {
    const by = [100, 200, 400].find((mm) => {
      const { y } = wall.from;
      const at = y + way * mm;
      return at > 0 && at < wall.height && hasWay(cutAt(wall, way * mm));
    });
    return by === undefined ? [] : [{ is: "cut" as const, by: way * by }];
  });
  const freed = wall.obstacles.filter(({ id }) =>
    hasWay({ ...wall, obstacles: wall.obstacles.filter((o) => o.id !== id) }),
  );
  return [
    ...(wider === undefined ? [] : [{ is: "wider" as const, by: wider }]),
    ...(higher === undefined ? [] : [{ is: "higher" as const, by: higher }]),
    ...cuts,
    ...freed.map(({ id }) => ({ is: "without" as const, obstacle: id })),
  ];
}
