import type { Handle, RigEdge } from "@/core/rig/rig";
import type { Item } from "../drawn";
import { pipeTag } from "./lever";
import { line, path, pipeShapes, rect, tenth, text, type Group, type Point, type Shape } from "./marks";
import { along, runThrough, type Seen } from "./seen";

const capShape = ([x, y]: Point, down: boolean): Shape =>
  path(down ? rect(x - 7, y - 2, 14, 5) : rect(x - 2, y - 7, 5, 14), { fill: "ink" });

const openEndShape = ([x, y]: Point): Shape =>
  path(`M${tenth(x - 7)} ${tenth(y)}a7 7 0 1 0 14 0a7 7 0 1 0 -14 0z`, {
    fill: "paper",
    stroke: "stop",
    width: 2.5,
  });

const couplingShape = ([x, y]: Point, down: boolean): Shape =>
  path(down ? rect(x - 8, y - 4, 16, 8) : rect(x - 4, y - 8, 8, 16), {
    fill: "paper",
    stroke: "ink",
    width: 2,
  });

/** Does the stub that is capped or left open lie before the joint, as the water runs? */
const stubIsBefore = (edge: RigEdge, handle: Handle, seen: Seen): boolean =>
  seen.rig.edges.some(
    (e) => e.kind === "opening" && e.from === edge.from && handle.positions.some((p) => e.id in p.edges),
  );

/** Does water find a way out at the joint as it stands? */
const leaves = (edge: RigEdge, handle: Handle, seen: Seen): boolean =>
  Object.keys(handle.positions[0]?.edges ?? {}).some((id) => id !== edge.id && !seen.isShut(id));

/** A joint between stub and pipe: capped, open, or joined by a coupling. */
export function jointGroup(item: Item, seen: Seen): Group {
  const { x, y, w, h, lines } = item;
  const { down } = seen;
  const edge = seen.edge(item.edges![0]!);
  const handle = seen.handle(item.handle!);
  const position = seen.positionOf(handle);
  const joined = !seen.isShut(edge.id);
  const gap = joined ? 0 : 9;
  const [start, middle, end] = runThrough(item, down);
  const [before, behind] = [along(middle, -gap, down), along(middle, gap, down)];
  const stub = stubIsBefore(edge, handle, seen) ? before : behind;
  const half = (from: Point, to: Point, node: string) =>
    pipeShapes(line(from, to), seen.pipeAt(node, joined ? edge.id : undefined));
  const mark = (): Shape => {
    if (position === "capped") return capShape(stub, down);
    if (leaves(edge, handle, seen)) return openEndShape(stub);
    return couplingShape(middle, down);
  };
  const words = [...lines, position].map((l, i) => {
    const ink = i === lines.length ? ("soft" as const) : undefined;
    return down
      ? text(x + 58, middle[1] - 3 + i * 14, l, 12.5, { ink })
      : text(middle[0], y + 62 + i * 14, l, 12.5, { anchor: "middle", ink });
  });
  return {
    id: item.id,
    handle: handle.id,
    touch: [x, y, w, h],
    shapes: [
      ...half(start, before, edge.from),
      ...half(behind, end, edge.to),
      mark(),
      ...pipeTag(middle, item.tag, down),
      ...words,
    ],
  };
}
