import type { MediaStage } from "@/core/rig/rig";
import { ROW, type Item } from "../drawn";
import { line, path, pipeShapes, rect, tenth, text, type Group, type Shape } from "./marks";
import { rowGroups } from "./rows";
import type { Seen } from "./seen";

const STAGE_WORDS: Readonly<Record<MediaStage, string>> = {
  dry: "dry",
  wet: "wet",
  soaking: "soaking",
  soaked: "soaked",
  flushed: "flushed",
  inService: "in service",
};
/** How full the glass beside a unit is drawn: its media's way from dry to in service. */
const LEVELS: Readonly<Record<MediaStage, number>> = {
  dry: 0,
  wet: 0.55,
  soaking: 0.75,
  soaked: 0.85,
  flushed: 0.95,
  inService: 1,
};

/** The body of a unit on the page: its upper left corner, its size, and the height that its media's glass may take. */
export interface Body {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
  readonly glass: number;
}

const stageOf = (item: Item, seen: Seen): MediaStage => seen.state.stages[item.unit!] ?? "dry";

/** How far the unit's media have come, as a level in a glass at its side. */
function glassShapes(body: Body, stage: MediaStage): Shape[] {
  const left = body.x + body.w - 17;
  const foot = body.y + 6 + body.glass;
  const fill = body.glass * LEVELS[stage];
  const glass = path(rect(left, body.y + 6, 11, body.glass), { stroke: "soft", width: 1 });
  if (fill === 0) return [glass];
  return [
    glass,
    path(rect(left, foot - fill, 11, fill), { fill: "water" }),
    path(`M${tenth(left - 3)} ${tenth(foot - fill)}h17`, {
      stroke: "ink",
      width: 1.5,
      dash: stage === "inService" ? undefined : "3 2",
    }),
  ];
}

/** The box of a unit with its name, how its media stand, and what else is to be said below that. */
export function bodyShapes(item: Item, body: Body, seen: Seen, alsoSaid: readonly string[] = []): Shape[] {
  const stage = stageOf(item, seen);
  const below = body.y + 20 + item.lines.length * 16;
  return [
    path(rect(body.x, body.y, body.w, body.h), { fill: "paper", stroke: "ink", width: 2 }),
    ...glassShapes(body, stage),
    ...item.lines.map((l, i) => text(body.x + 10, body.y + 20 + i * 16, l, 15, { bold: true })),
    ...[STAGE_WORDS[stage], ...alsoSaid].map((l, i) =>
      text(body.x + 10, below + i * 14, l, 12, { ink: "soft" }),
    ),
  ];
}

/** A unit without a head: its box, and the end of the pipe that enters it. */
export function unitGroups(item: Item, seen: Seen): Group[] {
  const { x, y, w, h } = item;
  const rows = item.rows.length * ROW;
  const edge = seen.edge(item.id.slice(2));
  const entry = seen.down
    ? line([x + w / 2, y - 5], [x + w / 2, y + 1])
    : line([x - 6, y + 24], [x + 1, y + 24]);
  return [
    {
      id: item.id,
      shapes: [
        ...bodyShapes(item, { x, y, w, h, glass: h - rows - 12 }, seen),
        ...pipeShapes(entry, seen.pipeAt(edge.from, edge.id)),
      ],
    },
    ...rowGroups(item, h - rows, seen),
  ];
}
