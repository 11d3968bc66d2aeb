import {
  grown,
  oppositeOf,
  stepTo,
  type Facing,
  type PipeLengths,
  type Point,
  type Rect,
  type RouteRoom,
  type WallPort,
} from "./wall";

/** What parts take up where nobody says. */
export const noLengths: PipeLengths = { piece: 0, laying: 0 };

/** Is a straight piece of pipe within the room, and free of everything but what its port stands on. */
export function pieceIsFree(room: RouteRoom, from: Point, to: Point, own: readonly Rect[]): boolean {
  const inRoom = (p: Point) => p.x >= 0 && p.y >= 0 && p.x <= room.width && p.y <= room.height;
  const touches = (r: Rect) =>
    Math.max(from.x, to.x) > r.x &&
    Math.min(from.x, to.x) < r.x + r.width &&
    Math.max(from.y, to.y) > r.y &&
    Math.min(from.y, to.y) < r.y + r.height;
  const others = room.barred.filter((r) => !own.includes(r)).map((r) => grown(r, room.clear));
  return inRoom(from) && inRoom(to) && !others.some(touches);
}

/**
 * How far a pipe goes straight on from a port until it is clear of what the port stands on, and has room
 * for its parts.
 */
export function leadOf(
  port: WallPort,
  own: readonly Rect[],
  clear: number,
  { piece, laying }: PipeLengths = noLengths,
): number {
  const out = own.map((r) => {
    const isBeside =
      port.facing === "left" || port.facing === "right"
        ? port.y >= r.y && port.y <= r.y + r.height
        : port.x >= r.x && port.x <= r.x + r.width;
    const far: Readonly<Record<Facing, number>> = {
      left: port.x - r.x,
      right: r.x + r.width - port.x,
      down: port.y - r.y,
      up: r.y + r.height - port.y,
    };
    return isBeside ? far[port.facing] : 0;
  });
  return Math.max(Math.max(0, ...out) + clear, (port.stub ?? 0) + piece + laying);
}

/** Do two ports look at each other along one line. */
export function faceEachOther(a: WallPort, b: WallPort): boolean {
  if (b.facing !== oppositeOf[a.facing]) return false;
  const step = stepTo[a.facing];
  const ahead = (b.x - a.x) * step.x + (b.y - a.y) * step.y;
  return ahead >= 0 && a.x + step.x * ahead === b.x && a.y + step.y * ahead === b.y;
}
