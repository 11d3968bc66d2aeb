import type { Handle } from "@/core/rig/rig";
import { ROW, type Item, type Row } from "../drawn";
import { line, path, rect, tagShapes, tenth, text, type Group, type Shape } from "./marks";
import type { Seen } from "./seen";

/** A T-valve, its lever as its unit's data say; where they do not, only that it is one. */
function teeShapes(x: number, y: number, angle: number | undefined): Shape[] {
  if (angle === undefined)
    return [path(`M${x - 6} ${y - 4}h12M${x} ${y - 4}v9`, { stroke: "ink", width: 3 })];
  const a = (angle * Math.PI) / 180;
  const end = (k: number) => [x + Math.cos(a) * k, y + Math.sin(a) * k] as const;
  return [
    path(`M${x - 5} ${y}a5 5 0 1 0 10 0a5 5 0 1 0 -10 0z`, { fill: "paper", stroke: "ink", width: 1.6 }),
    path(line(end(-3), end(8)), { stroke: "ink", width: 3.4 }),
  ];
}

const switchShapes = (x: number, y: number, on: boolean): Shape[] => [
  path(rect(x + 30, y + 5, 12, 16), { stroke: "ink", width: 1.6, fill: "paper" }),
  path(rect(x + 32, on ? y + 7 : y + 14, 8, 5), { fill: on ? "water" : "soft" }),
];

const tapShapes = (x: number, y: number, open: boolean): Shape[] => [
  path(`M${x + 31} ${y + 8}h10l-5 9z`, { fill: open ? "water" : "paper", stroke: "ink", width: 1.6 }),
  ...(open ? [path(`M${x + 36} ${y + 19}v4`, { stroke: "water", width: 2.5 })] : []),
];

/** The small mark of a handle as it stands. */
function rowMark(item: Item, row: Row, y: number, handle: Handle, now: string): Shape[] {
  if (row.says) {
    const position = handle.positions.find((p) => p.name === now)!;
    return teeShapes(item.x + 36, y + 13, position.angles?.[0]);
  }
  if (handle.kind === "switch") return switchShapes(item.x, y, now === "on");
  const firstEdge = Object.keys(handle.positions[0]!.edges)[0]!;
  const position = handle.positions.find((p) => p.name === now)!;
  return tapShapes(item.x, y, position.edges[firstEdge] !== "closed");
}

/**
 * The handles listed at the foot of a box, one a row, each touched by itself; `top` is where they begin
 * below the box's upper edge.
 */
export function rowGroups(item: Item, top: number, seen: Seen): Group[] {
  return item.rows.map((row, i): Group => {
    const y = item.y + top + i * ROW;
    const handle = seen.handle(row.handle);
    const now = seen.positionOf(handle);
    return {
      id: `r:${handle.id}`,
      handle: handle.id,
      touch: [item.x, y, item.w, ROW],
      shapes: [
        path(`M${tenth(item.x)} ${tenth(y)}h${tenth(item.w)}`, { stroke: "hair", width: 1 }),
        ...tagShapes(item.x + 14, y + 13, row.tag),
        ...rowMark(item, row, y, handle, now),
        text(item.x + 48, y + 17, row.says ? `${row.name}: ${now}` : row.name, 12),
      ],
    };
  });
}
