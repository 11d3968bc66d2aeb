import type { RegionState } from "@/core/rig/regions";
import { HEAD, ROW, type Item } from "../drawn";
import { line, path, pipeShapes, tagShapes, type Group, type Point, type Shape } from "./marks";
import { rowGroups } from "./rows";
import type { Seen } from "./seen";
import { bodyShapes } from "./unit";

/** Where the pipes of a head run: its middle line, and the middles of its way in and out. */
interface Ways {
  readonly item: Item;
  readonly middle: number;
  readonly left: number;
  readonly right: number;
  /** Upper edge of the unit below it. */ readonly top: number;
}

/** A piece of pipe; where the part flows but this piece does not, it is charged. */
const piece = (d: string, state: RegionState, flows: boolean): Shape[] =>
  pipeShapes(d, state === "flowing" && !flows ? "charged" : state);

/** A way that the head shuts is drawn as a thin broken line. */
const shutWay = (...points: readonly Point[]): Shape[] => [
  path(line(...points), { stroke: "hair", width: 3, dash: "2 4" }),
];

/** States of the head's three waters: before it, inside the unit, and behind it. */
function watersOf(
  item: Item,
  seen: Seen,
): readonly [before: RegionState, inner: RegionState, behind: RegionState] {
  const [enter, , past] = item.edges!.map(seen.edge);
  const innerNode = [enter!.from, enter!.to].find((n) => n !== past!.from)!;
  return [seen.pipeAt(past!.from, undefined), seen.partAt(innerNode), seen.pipeAt(past!.to, undefined)];
}

/** The ways in, out and past, each as the head lets it. */
function throughHead({ item, middle, left, right, top }: Ways, seen: Seen): Shape[] {
  const [enter, leave, past] = item.edges!;
  const [before, inner] = watersOf(item, seen);
  const flows = (edge: string) => seen.flowIn(edge) !== 0;
  return [
    ...(seen.isShut(past!)
      ? shutWay([left, middle], [right, middle])
      : piece(line([left, middle], [right, middle]), before, flows(past!))),
    ...(seen.isShut(enter!)
      ? shutWay([left, middle + 5], [left, top])
      : piece(line([left, middle], [left, top + 1]), inner, flows(enter!))),
    ...(seen.isShut(leave!)
      ? shutWay([right, middle + 5], [right, top])
      : piece(line([right, top + 1], [right, middle]), inner, flows(leave!))),
  ];
}

/** The pipes that come to the head and leave it. Where water runs down the page, the way out goes round the unit. */
function besideHead({ item, middle, left, right }: Ways, seen: Seen): Shape[] {
  const { x, y, w, h } = item;
  const [enter, leave, past] = item.edges!;
  const [before, , behind] = watersOf(item, seen);
  const flows = (...edges: readonly string[]) => edges.some((e) => seen.flowIn(e) !== 0);
  const arriving = seen.down
    ? line([x + 30, y], [x + 30, middle], [left, middle])
    : line([x, middle], [left, middle]);
  const leaving = seen.down
    ? line([right, middle], [x + w - 7, middle], [x + w - 7, y + h - 6], [x + 30, y + h - 6], [x + 30, y + h])
    : line([right, middle], [x + w, middle]);
  return [...piece(arriving, before, flows(past!, enter!)), ...piece(leaving, behind, flows(past!, leave!))];
}

/** A unit with the head that turns its ways in, out and past by one hand. */
export function headGroups(item: Item, seen: Seen): Group[] {
  const { x, y, w, h } = item;
  const rows = item.rows.length * ROW;
  // Where water runs down, the way out passes beside and below the box.
  const [beside, below] = seen.down ? [20, 16] : [0, 0];
  const width = w - beside;
  const top = y + HEAD;
  const body = { x, y: top, w: width, h: h - HEAD - below, glass: h - HEAD - rows - 12 - below };
  const ways: Ways = {
    item,
    middle: y + 18,
    left: x + (seen.down ? 30 : 26),
    right: x + width - 26,
    top,
  };
  const position = seen.state.positions[item.handle!] ?? "service";
  return [
    { id: item.id, shapes: bodyShapes(item, body, seen, [`head at ${position}`]) },
    {
      id: `${item.id}:head`,
      handle: item.handle!,
      touch: [x, y, w, HEAD],
      shapes: [
        ...besideHead(ways, seen),
        ...throughHead(ways, seen),
        ...tagShapes(x + w / 2, ways.middle, item.tag!),
      ],
    },
    ...rowGroups({ ...item, w: width }, h - rows - below, seen),
  ];
}
