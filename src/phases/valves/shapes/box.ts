import { ROW, wrapped, type Item } from "../drawn";
import { path, rect, text, type Group } from "./marks";
import { rowGroups } from "./rows";
import type { Seen } from "./seen";

/** What is said of the water in a box: where it comes from, how it stands, what it has passed. */
function waterWords(node: string, seen: Seen): string {
  if (node === seen.rig.nodes.find((n) => n.kind === "main")?.id) return "source";
  const part = seen.partAt(node);
  if (part === "empty") return "empty";
  const water = seen.waterAt(node);
  return water?.reached ? `${part}, ${water.marks.join(", ")}` : part;
}

/** The main, the house, a heater, a tank or the outdoor taps: a box that says how the water stands there. */
export function boxGroups(item: Item, seen: Seen): Group[] {
  const { x, y, w, h, lines } = item;
  const below = y + 19 + lines.length * 16;
  const words = wrapped(waterWords(item.node!, seen), Math.floor((w - 16) / 6.1)).slice(0, 2);
  return [
    {
      id: item.id,
      shapes: [
        path(rect(x, y, w, h), { fill: "tint", stroke: "ink", width: 2 }),
        ...lines.map((l, i) => text(x + 10, y + 19 + i * 16, l, 15, { bold: true })),
        ...words.map((l, i) => text(x + 10, below + i * 14, l, 12, { ink: "soft" })),
      ],
    },
    ...rowGroups(item, h - item.rows.length * ROW, seen),
  ];
}
