import type { Point, Rect, Wall } from "@/core/fit/wall";

/** Turns the wall's coordinates into a drawing's, which go down, and to the left where the water does. */
export function seen(wall: Pick<Wall, "width" | "height">, mirrored: boolean) {
  const x = (at: number) => (mirrored ? wall.width - at : at);
  return {
    x,
    y: (at: number) => wall.height - at,
    rect: (r: Rect) => ({
      x: mirrored ? wall.width - r.x - r.width : r.x,
      y: wall.height - r.y - r.height,
      width: r.width,
      height: r.height,
    }),
  };
}

/** The middle of the longest straight piece of a pipe: where its number stands, and where it is taken hold of. */
export function middleOf(points: readonly Point[]): Point {
  const pieces = points.slice(1).map((b, i) => ({ a: points[i]!, b }));
  const long = ({ a, b }: (typeof pieces)[number]) => Math.abs(a.x - b.x) + Math.abs(a.y - b.y);
  const { a, b } = pieces.toSorted((p, q) => long(q) - long(p))[0]!;
  return { x: Math.round((a.x + b.x) / 2), y: Math.round((a.y + b.y) / 2) };
}
