import type { RegionState } from "@/core/rig/regions";
import type { Degree } from "@/core/rig/rig";
import type { Item } from "../drawn";
import { line, path, pipeShapes, tagShapes, text, type Group, type Point, type Shape } from "./marks";
import { along, runThrough, type Seen } from "./seen";

const ANGLES: Readonly<Record<Degree, number>> = { open: 0, half: 45, quarter: 67.5, closed: 90 };

/** A valve as it is on the pipe: body, and its lever along the pipe when open, across it when closed. */
function valveShapes(middle: Point, degree: Degree, down: boolean, state: RegionState): Shape[] {
  const [x, y] = middle;
  const turn = ((down ? 90 : 0) - ANGLES[degree]) * (Math.PI / 180);
  const end = (k: number): Point => [x + Math.cos(turn) * k, y + Math.sin(turn) * k];
  return [
    ...pipeShapes(line(along(middle, -15, down), along(middle, 15, down)), state),
    path(`M${x - 9} ${y}a9 9 0 1 0 18 0a9 9 0 1 0 -18 0z`, { fill: "paper", stroke: "ink", width: 2.2 }),
    path(line(end(-5), end(24)), { stroke: "ink", width: 8.5 }),
    path(line(end(-3.5), end(22.5)), { stroke: "paper", width: 5 }),
  ];
}

/** The wedge of a check valve, its point the way the water may go. */
const checkShape = ([x, y]: Point, down: boolean): Shape =>
  path(down ? `M${x - 8} ${y - 7}h16l-8 13z` : `M${x - 7} ${y - 8}v16l13 -8z`, {
    fill: "paper",
    stroke: "ink",
    width: 2,
  });

/** Where the tag of what stands on a pipe hangs: beside it, clear of its lever. */
export const pipeTag = ([x, y]: Point, tag: number | undefined, down: boolean): Shape[] => {
  if (!tag) return [];
  return down ? tagShapes(x + 20, y - 19, tag) : tagShapes(x - 22, y - 18, tag);
};

/** A valve with a lever, or a check valve, on its pipe. */
export function leverGroup(item: Item, seen: Seen): Group {
  const { x, y, w, h, lines } = item;
  const { down } = seen;
  const [start, middle, end] = runThrough(item, down);
  const edge = seen.edge(item.edges![0]!);
  const degree = seen.degreeOf(edge.id);
  const before = seen.pipeAt(edge.from, edge.id);
  const pipe =
    degree === "closed"
      ? [
          ...pipeShapes(line(start, middle), before),
          ...pipeShapes(line(middle, end), seen.pipeAt(edge.to, edge.id)),
        ]
      : pipeShapes(line(start, end), before);
  const mark = edge.kind === "check" ? [checkShape(middle, down)] : valveShapes(middle, degree, down, before);
  const firstLine = middle[1] - ((lines.length - 1) * 14) / 2 + 4;
  const words = lines.map((l, i) =>
    down
      ? text(x + 58, firstLine + i * 14, l, 12.5)
      : text(middle[0], y + 62 + i * 14, l, 12.5, { anchor: "middle" }),
  );
  return {
    id: item.id,
    ...(item.handle ? { handle: item.handle, touch: [x, y, w, h] as const } : {}),
    shapes: [...pipe, ...mark, ...pipeTag(middle, item.tag, down), ...words],
  };
}
