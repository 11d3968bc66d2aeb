import { flows, waterAt, type WaterAt } from "@/core/rig/flows";
import { degreesOf, regions, type RegionState } from "@/core/rig/regions";
import type { Degree, Handle, Rig, RigEdge, RigState } from "@/core/rig/rig";
import type { Item, Way } from "../drawn";
import type { Point } from "./marks";

/** What a drawing asks of a rig in a state: how far each edge stands open, what flows, what each part is. */
export interface Seen {
  readonly rig: Rig;
  readonly state: RigState;
  /** Water runs down the page, not to the right. */ readonly down: boolean;
  readonly edge: (id: string) => RigEdge;
  readonly handle: (id: string) => Handle;
  readonly positionOf: (handle: Handle) => string;
  readonly degreeOf: (edge: string) => Degree;
  readonly isShut: (edge: string) => boolean;
  /** Flow along an edge, negative against its direction, 0 where none is known. */
  readonly flowIn: (edge: string | undefined) => number;
  /** State of the part a node lies in. */ readonly partAt: (node: string) => RegionState;
  /** State of a pipe at a node: in a part that flows, an edge without flow is charged. */
  readonly pipeAt: (node: string, edge: string | undefined) => RegionState;
  readonly waterAt: (node: string) => WaterAt | undefined;
}

/** Looks at a rig in a state once, for everything that is drawn of it. */
export function seenOf(rig: Rig, state: RigState, way: Way): Seen {
  const parts = partsOf(rig, state);
  const degrees = degreesOf(rig, state);
  const flowOf = flows(rig, state).of;
  const water = waterAt(rig, state);
  const flowIn = (edge: string | undefined) => (edge === undefined ? 0 : (flowOf.get(edge) ?? 0));
  const partAt = (node: string) => parts.get(node) ?? "empty";
  return {
    rig,
    state,
    down: way === "down",
    edge: (id) => rig.edges.find((e) => e.id === id)!,
    handle: (id) => rig.handles.find((h) => h.id === id)!,
    positionOf: (handle) => state.positions[handle.id] ?? handle.normal,
    degreeOf: (edge) => degrees.get(edge)!,
    isShut: (edge) => degrees.get(edge) === "closed",
    flowIn,
    partAt,
    pipeAt: (node, edge) => {
      const part = partAt(node);
      return part === "flowing" && edge !== undefined && flowIn(edge) === 0 ? "charged" : part;
    },
    waterAt: (node) => water.get(node),
  };
}

/** State of every node's part. Where a part fills, what was full before it is not drawn as filling with it. */
function partsOf(rig: Rig, state: RigState): ReadonlyMap<string, RegionState> {
  const fills = new Set(state.filling);
  const parts = new Map<string, RegionState>();
  for (const region of regions(rig, state)) {
    const fullBefore: RegionState = region.open.length > 0 ? "flowing" : "charged";
    for (const node of region.nodes)
      parts.set(node, region.state === "filling" && !fills.has(node) ? fullBefore : region.state);
  }
  return parts;
}

/** Start, middle and end of the pipe through a lever or a joint, along the way of the water. */
export function runThrough(item: Item, down: boolean): readonly [start: Point, middle: Point, end: Point] {
  const { x, y, w, h } = item;
  if (down)
    return [
      [x + 22, y],
      [x + 22, y + 30],
      [x + 22, y + h],
    ];
  return [
    [x, y + 34],
    [x + w / 2, y + 34],
    [x + w, y + 34],
  ];
}

/** A point so far along the way of the water from another. */
export const along = ([x, y]: Point, by: number, down: boolean): Point => (down ? [x, y + by] : [x + by, y]);
