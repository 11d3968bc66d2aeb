import { leadOf } from "./lead";
import { barredBy } from "./routes";
import type { Header, WallUnit } from "./standing";
import { onwards, PIPE_CLEAR, type Facing, type Point, type WallPort } from "./wall";

/**
 * What the parts of a manifold's pipes take up, mm: the shortest piece, an elbow and a tee from their
 * middle, and in each leg its valve with the piece before it.
 */
export interface ManifoldLengths {
  readonly piece: number;
  readonly elbow: number;
  readonly tee: number;
  readonly valve: number;
}

/** Nothing is known of its pipes. */
export const noManifold: ManifoldLengths = { piece: 0, elbow: 0, tee: 0, valve: 0 };

/**
 * Where a unit's port leads to: the corners of its leg up to the last one before the pipe, and how far that
 * is at least.
 */
interface Leg {
  readonly points: readonly Point[];
  readonly to: "up" | "down";
  readonly level: number;
}

function legOf(one: WallUnit, port: WallPort, lengths: ManifoldLengths): Leg {
  const own = barredBy(one, { x: 0, y: 0, lies: false, mirrored: false });
  const { piece, elbow, tee, valve } = lengths;
  const laying = Math.max(elbow, tee);
  const to = port.facing === "down" ? "down" : "up";
  const isStraight = port.facing === to;
  const pipe = { piece, laying: laying + (isStraight ? valve : 0) };
  const lead = Math.ceil(leadOf(port, own, PIPE_CLEAR, pipe));
  const start = { x: port.x, y: port.y };
  const end = onwards(port, port.facing, lead);
  if (isStraight) return { points: [start], to, level: end.y };
  // A port that looks to the side: round a corner, and up past whatever is drawn out there.
  const top = Math.max(...own.map((r) => r.y + r.height)) + PIPE_CLEAR;
  return { points: [start, end], to, level: Math.max(top, Math.ceil(end.y + piece + valve + 2 * laying)) };
}

/** How far a leg reaches beyond its unit's sides. */
function beyond({ width }: WallUnit, { points }: Leg): { readonly left: number; readonly right: number } {
  const xs = points.map((p) => p.x);
  return { left: Math.max(0, -Math.min(...xs)), right: Math.max(0, Math.max(...xs) - width) };
}

/**
 * From the middle of one unit to that of the next, so that bodies and legs stand clear of one another and
 * the pipe between two tees can be cut.
 */
function pitchOf(one: WallUnit, legs: readonly Leg[], lengths: ManifoldLengths): number {
  const reaches = legs.map((leg) => beyond(one, leg));
  const [left, right] = [Math.max(...reaches.map((r) => r.left)), Math.max(...reaches.map((r) => r.right))];
  const room = [left, right].reduce((sum, by) => sum + (by > 0 ? by + PIPE_CLEAR : 0), 0);
  const pieces = lengths.piece + 2 * Math.max(lengths.elbow, lengths.tee);
  return Math.max(one.width + Math.max(one.free.around, room), Math.ceil(pieces));
}

/**
 * So many equal units as one that is placed as a whole, with its manifold (handbook 3, Fit); the unit
 * itself where it is one, or has no ports. Both pipes run over the units, or under them where ports look
 * down; where both are on one side they are so far apart that they clear one another.
 */
export function sideBySide(one: WallUnit, count: number, lengths: ManifoldLengths): WallUnit {
  if (count < 2 || !one.ports) return one;
  const [first, second] = [one.ports.inlet, one.ports.outlet].map((p) => legOf(one, p, lengths)) as [
    Leg,
    Leg,
  ];
  const pitch = pitchOf(one, [first, second], lengths);
  const apart = first.to === second.to ? 2 * PIPE_CLEAR : 0;
  const shifts = Array.from({ length: count }, (_, i) => i * pitch);
  const header = (leg: Leg, level: number): Header => {
    const { x } = leg.points.at(-1)!;
    const moved = (p: Point, by: number): Point => ({ x: p.x + by, y: p.y });
    return {
      at: shifts.map((by) => ({ x: x + by, y: level })),
      legs: shifts.map((by) => [
        { x: x + by, y: level },
        ...leg.points.toReversed().map((p) => moved(p, by)),
      ]),
    };
  };
  const further = first.to === "up" ? Math.max : Math.min;
  const inLevel = apart > 0 ? further(first.level, second.level) : first.level;
  const outLevel = apart > 0 ? inLevel + (first.to === "up" ? apart : -apart) : second.level;
  const inlet = header(first, inLevel);
  const outlet = header(second, outLevel);
  const port = (at: Point, facing: Facing): WallPort => ({ ...at, facing, stub: lengths.tee });
  const { mayLie: _mayLie, couldLie: _couldLie, ...rest } = one;
  return {
    ...rest,
    name: `${count} × ${one.name}`,
    width: one.width + (count - 1) * pitch,
    mayLie: false,
    ports: { inlet: port(inlet.at[0]!, "left"), outlet: port(outlet.at.at(-1)!, "right") },
    manifold: {
      name: one.name,
      bodies: shifts.map((x) => ({ x, y: 0, width: one.width, height: one.height })),
      inlet,
      outlet,
    },
  };
}
