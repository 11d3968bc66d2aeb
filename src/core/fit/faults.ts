import { overlap, type Wall } from "./wall";

/** Why a wall cannot be as it was surveyed, in words. */
export function faultsOf(wall: Wall): string[] {
  const { obstacles, from, to, corner } = wall;
  const isBeyond = corner !== undefined && (corner <= 0 || corner >= wall.width);
  const cut = {
    x: Math.min(from.x, to.x),
    y: Math.min(from.y, to.y),
    width: Math.max(1, Math.abs(from.x - to.x)),
    height: Math.max(1, Math.abs(from.y - to.y)),
  };
  const outside = [from, to].some((p) => p.x < 0 || p.y < 0 || p.x > wall.width || p.y > wall.height);
  return [
    ...(outside ? ["The pipe is cut beyond the wall: measure where it is cut, or the wall, again"] : []),
    ...(isBeyond
      ? ["The corner is not within the wall: its width counts the walls on both sides of it"]
      : []),
    ...obstacles
      .filter((o) => o.kind !== "pipe" && overlap(cut, o))
      .map((o) => `The ${o.id} stands where the pipe is cut: measure one of them again`),
    ...obstacles
      .filter((o) => o.x + o.width > wall.width || o.y + o.height > wall.height || o.x < 0 || o.y < 0)
      .map((o) => `The ${o.id} reaches beyond the wall: measure it, or the wall, again`),
  ];
}
