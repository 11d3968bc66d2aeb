import type { ObstacleKind } from "../site";
import { portDepth } from "./onWall";
import { tankKey } from "./salt";
import { bodyOf, pointOn, type Standing, type WallUnit } from "./standing";
import type { TubeEnd, TubePlace, TubePoint, TubeWays } from "./tubes";
import type { Room } from "./wall";

/** What of a room's obstacles each place is at, the better one first. */
const obstaclesAt: Readonly<Partial<Record<TubePlace["id"], readonly ObstacleKind[]>>> = {
  stop: ["stop"],
  faucet: ["hole"],
  saddle: ["trap", "drain"],
  tee: ["pipe"],
  drain: ["drain"],
};

/**
 * Where a place is in its room: a faucet's shank comes out under its hole, a saddle sits over the trap.
 * What is on the back wall is at the back.
 */
function placeIn(room: Room, place: TubePlace["id"]): TubePoint | undefined {
  const [found] = (obstaclesAt[place] ?? []).flatMap(
    (kind) => room.obstacles.find((o) => o.kind === kind) ?? [],
  );
  if (!found || room.depth === undefined) return undefined;
  const x = found.x + found.width / 2;
  if (place === "faucet") return { x, y: found.y, z: 0 };
  if (place === "saddle") return { x, y: found.y + found.height, z: room.depth / 2 };
  return { x, y: found.y + found.height / 2, z: 0 };
}

/**
 * Where tubes end in a cabinet or on a wall, from where everything stands in it: bodies with their backs
 * against it.
 */
export function waysInRoom(room: Room, units: readonly WallUnit[], standings: readonly Standing[]): TubeWays {
  const stoodAs = (key: string) => {
    const i = units.findIndex((u) => u.key === key);
    const [unit, at] = [units[i], standings[i]];
    return unit && at && unit.depth !== undefined ? { unit, at, depth: unit.depth } : undefined;
  };
  const pointOf = (end: TubeEnd["at"]): TubePoint | undefined => {
    if (end.is === "place") return placeIn(room, end.place);
    const stood = stoodAs(end.is === "tank" ? tankKey(end.unit) : end.unit);
    if (!stood) return undefined;
    const { unit, at, depth } = stood;
    if (end.is === "tank")
      return { ...pointOn(unit, { x: unit.width / 2, y: unit.height }, at), z: depth / 2 };
    const { x, y } = bodyOf(unit, at);
    const { port } = end;
    return { x: x + unit.width / 2 + port.offset, y: y + port.height, z: portDepth(port, depth) };
  };
  return { pointOf, depthOf: (key) => stoodAs(key)?.depth };
}
