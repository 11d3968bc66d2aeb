import type { Rect, Wall } from "@/core/fit/wall";

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
