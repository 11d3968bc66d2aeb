import type { Tube, TubePoint, TubeRole, TubeWays } from "@/core/fit/tubes";
import type { Point, Room } from "@/core/fit/wall";
import { seen } from "./seen";

/** Each kind of water by its own stroke, mm: what flows in a tube is never told by colour alone. */
export const tubeDashes: Readonly<Record<TubeRole, string | undefined>> = {
  feed: undefined,
  product: "24 10",
  tank: "24 8 4 8",
  drain: "4 8",
};

/** How far a tube hangs through between its ends, and how much further each later one does, mm. */
const SAG = { first: 90, more: 26 } as const;

/**
 * A tube as it is drawn, mm from the upper left corner of its cabinet: it hangs through from one end to the
 * other; `label`: where its number stands.
 */
export interface TubeCurve {
  readonly from: Point;
  readonly to: Point;
  /** Where the curve would go from each end. */
  readonly by: readonly [Point, Point];
  readonly label: Point;
}

/**
 * How a tube is drawn, seen from the door; undefined where it is not known where an end of it is. `place`:
 * its place among all tubes: two between the same parts hang through differently, so that both are seen.
 */
export function tubeCurve(tube: Tube, place: number, ways: TubeWays, room: Room): TubeCurve | undefined {
  const [a, b] = [ways.pointOf(tube.from.at), ways.pointOf(tube.to.at)];
  if (!a || !b) return undefined;
  const on = seen(room, false);
  const at = (p: TubePoint, lower = 0): Point => ({
    x: on.x(p.x),
    y: Math.min(room.height, on.y(p.y) + lower),
  });
  const sag = SAG.first + SAG.more * place;
  const [from, to] = [at(a), at(b)];
  const label = {
    x: (from.x + to.x) / 2,
    y: Math.min(room.height - 10, (on.y(a.y) + on.y(b.y)) / 2 + sag * 0.75),
  };
  return { from, to, by: [at(a, sag), at(b, sag)], label };
}

/** The curve as a path of a drawing. */
export const curvePath = ({ from, to, by }: Omit<TubeCurve, "label">): string => {
  const [c, d] = by;
  return `M${from.x} ${from.y}C${c.x} ${c.y} ${d.x} ${d.y} ${to.x} ${to.y}`;
};
