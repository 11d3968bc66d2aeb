import type { RigEdge } from "@/core/rig/rig";
import type { Item } from "../drawn";
import { line, path, pipeShapes, tagShapes, tenth, text, type Group } from "./marks";
import type { Seen } from "./seen";

/** The node of an opening that lies in the rig, not in the air or the drain. */
function nodeInside(edge: RigEdge, seen: Seen): string {
  const endsOutside = edge.from === "air" || seen.rig.nodes.find((n) => n.id === edge.from)?.kind === "drain";
  return endsOutside ? edge.to : edge.from;
}

/** A tap, a vent or an open end: a funnel at the end of its pipe, filled when it runs. */
export function outletGroup(item: Item, seen: Seen): Group {
  const { x, y, w, h } = item;
  const cx = x + w / 2;
  const edge = seen.edge(item.id.slice(2));
  const pipe = seen.down ? line([cx, y], [cx, y + 14]) : line([x, y + 15], [cx, y + 15]);
  return {
    id: item.id,
    ...(item.handle ? { handle: item.handle, touch: [x, y, w, h] as const } : {}),
    shapes: [
      ...pipeShapes(pipe, seen.pipeAt(nodeInside(edge, seen), edge.id)),
      path(`M${tenth(cx - 9)} ${y + 9}h18l-9 14z`, {
        fill: seen.isShut(edge.id) ? "paper" : "water",
        stroke: "ink",
        width: 2,
      }),
      ...(item.tag ? tagShapes(cx + 20, y + 13, item.tag) : []),
      ...item.lines.map((l, i) => text(cx, y + 38 + i * 14, l, 12.5, { anchor: "middle" })),
    ],
  };
}
