import { flows, waterAt } from "@/core/rig/flows";
import { degreesOf, regions, type RegionState } from "@/core/rig/regions";
import type { Degree, MediaStage, Rig, RigState } from "@/core/rig/rig";
import { wrapped, type Drawing, type Item, type Pipe } from "./drawn";

/** Inks by name; whoever draws says what colour each is. */
export type Ink = "ink" | "soft" | "hair" | "paper" | "water" | "check" | "stop" | "tint";
export type Shape =
  | {
      readonly is: "path";
      readonly d: string;
      readonly stroke?: Ink;
      readonly width?: number;
      readonly dash?: string;
      readonly fill?: Ink;
      readonly opacity?: number;
    }
  | {
      readonly is: "text";
      readonly x: number;
      readonly y: number;
      readonly text: string;
      readonly size: number;
      readonly bold?: boolean;
      readonly ink?: Ink;
      readonly anchor?: "middle" | "start";
    };
/** A thing's shapes, and the handle a touch on it turns; `touch` is the area that answers. */
export interface Group {
  readonly id: string;
  readonly handle?: string;
  readonly touch?: readonly [number, number, number, number];
  readonly shapes: readonly Shape[];
}

const path = (d: string, over: Omit<Extract<Shape, { is: "path" }>, "is" | "d"> = {}): Shape => ({
  is: "path",
  d,
  ...over,
});
const text = (
  x: number,
  y: number,
  words: string,
  size: number,
  over: Omit<Extract<Shape, { is: "text" }>, "is" | "x" | "y" | "text" | "size"> = {},
): Shape => ({ is: "text", x, y, text: words, size, ...over });
const r1 = (n: number) => Math.round(n * 10) / 10;
const line = (points: readonly (readonly [number, number])[]): string =>
  points.map(([x, y], i) => `${i ? "L" : "M"}${r1(x)} ${r1(y)}`).join("");
const rect = (x: number, y: number, w: number, h: number): string =>
  `M${r1(x)} ${r1(y)}h${r1(w)}v${r1(h)}h${r1(-w)}z`;

export const stateWords: Readonly<Record<RegionState, string>> = {
  flowing: "flowing",
  charged: "charged: full pressure, no flow",
  filling: "filling",
  trapped: "trapped: cut off, still under pressure",
  relieved: "relieved: no pressure",
  empty: "empty",
};

/** The strokes of a pipe in a state, told apart by their pattern: what is full is filled, trapped is barred, relieved hollow, empty broken. */
export function pipeShapes(d: string, state: RegionState): Shape[] {
  if (state === "empty")
    return [path(d, { stroke: "soft", width: 11, dash: "7 5" }), path(d, { stroke: "paper", width: 7.5 })];
  const wall = path(d, { stroke: "ink", width: 11 });
  const hollow = path(d, { stroke: "paper", width: 7.5 });
  switch (state) {
    case "flowing":
    case "charged":
      return [wall, path(d, { stroke: "water", width: 7.5 })];
    case "filling":
      return [wall, hollow, path(d, { stroke: "water", width: 7.5, dash: "9 4" })];
    case "trapped":
      return [wall, hollow, path(d, { stroke: "check", width: 7.5, dash: "2.5 3.5" })];
    case "relieved":
      return [wall, hollow];
  }
}

/** Open chevrons along a pipe in the direction of its flow. */
function arrows(points: readonly (readonly [number, number])[], forward: boolean): Shape[] {
  const out: Shape[] = [];
  const way = forward ? points : [...points].reverse();
  for (let i = 0; i + 1 < way.length; i += 1) {
    const [a, b] = [way[i]!, way[i + 1]!];
    const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
    if (length < 15) continue;
    const [ux, uy] = [(b[0] - a[0]) / length, (b[1] - a[1]) / length];
    for (let at = Math.min(length / 2, 24); at < length - 4; at += 34) {
      const [x, y] = [a[0] + ux * (at + 3), a[1] + uy * (at + 3)];
      out.push(
        path(
          line([
            [x - ux * 6 - uy * 3.2, y - uy * 6 + ux * 3.2],
            [x, y],
            [x - ux * 6 + uy * 3.2, y - uy * 6 - ux * 3.2],
          ]),
          { stroke: "paper", width: 2.4 },
        ),
      );
    }
  }
  return out;
}

const angles: Readonly<Record<Degree, number>> = { open: 0, half: 45, quarter: 67.5, closed: 90 };
/** A valve as it is on the pipe: body, and its lever along the pipe when open, across it when closed. */
function leverShapes(x: number, y: number, degree: Degree, down: boolean, state: RegionState): Shape[] {
  const turn = ((down ? 90 : 0) - angles[degree]) * (Math.PI / 180);
  const [ux, uy] = [Math.cos(turn), Math.sin(turn)];
  const end = (k: number): readonly [number, number] => [x + ux * k, y + uy * k];
  return [
    ...pipeShapes(
      down
        ? line([
            [x, y - 15],
            [x, y + 15],
          ])
        : line([
            [x - 15, y],
            [x + 15, y],
          ]),
      state,
    ),
    path(`M${x - 9} ${y}a9 9 0 1 0 18 0a9 9 0 1 0 -18 0z`, { fill: "paper", stroke: "ink", width: 2.2 }),
    path(line([end(-5), end(24)]), { stroke: "ink", width: 8.5 }),
    path(line([end(-3.5), end(22.5)]), { stroke: "paper", width: 5 }),
  ];
}
const tagShapes = (x: number, y: number, tag: number): Shape[] => [
  path(`M${x - 9} ${y}a9 9 0 1 0 18 0a9 9 0 1 0 -18 0z`, { fill: "paper", stroke: "ink", width: 1.4 }),
  text(x, y + 4, String(tag), 11, { bold: true, anchor: "middle" }),
];

/** A T-valve, its lever as its unit's data say; where they do not, only that it is one. */
function teeShapes(x: number, y: number, angle: number | undefined): Shape[] {
  if (angle === undefined)
    return [path(`M${x - 6} ${y - 4}h12M${x} ${y - 4}v9`, { stroke: "ink", width: 3 })];
  const a = (angle * Math.PI) / 180;
  return [
    path(`M${x - 5} ${y}a5 5 0 1 0 10 0a5 5 0 1 0 -10 0z`, { fill: "paper", stroke: "ink", width: 1.6 }),
    path(
      line([
        [x - Math.cos(a) * 3, y - Math.sin(a) * 3],
        [x + Math.cos(a) * 8, y + Math.sin(a) * 8],
      ]),
      { stroke: "ink", width: 3.4 },
    ),
  ];
}

const stageWords: Readonly<Record<MediaStage, string>> = {
  dry: "dry",
  wet: "wet",
  soaking: "soaking",
  soaked: "soaked",
  flushed: "flushed",
  inService: "in service",
};
const levels: Readonly<Record<MediaStage, number>> = {
  dry: 0,
  wet: 0.55,
  soaking: 0.75,
  soaked: 0.85,
  flushed: 0.95,
  inService: 1,
};

/** Everything that is to be drawn of a rig in a state. Pure: the same drawing on the page, as SVG and on paper. */
export function shapesOf(drawing: Drawing, rig: Rig, state: RigState): Group[] {
  // Where a part fills, what was full before it is not drawn as filling with it.
  const fills = new Set(state.filling);
  const stateAt = new Map(
    regions(rig, state).flatMap((r) =>
      r.nodes.map(
        (n) =>
          [
            n,
            r.state !== "filling" || fills.has(n)
              ? r.state
              : r.open.length > 0
                ? ("flowing" as const)
                : ("charged" as const),
          ] as const,
      ),
    ),
  );
  const degree = degreesOf(rig, state);
  const q = flows(rig, state).of;
  const water = waterAt(rig, state);
  const down = drawing.way === "down";
  const flowing = (edge: string | undefined) => (edge === undefined ? 0 : (q.get(edge) ?? 0));
  // A pipe shows its own flow: in a part that flows a dead end is charged.
  const stateOf = (node: string, edge: string | undefined): RegionState => {
    const s = stateAt.get(node) ?? "empty";
    return s === "flowing" && edge !== undefined && flowing(edge) === 0 ? "charged" : s;
  };
  const groups: Group[] = drawing.pipes.map((p: Pipe) => {
    const s = stateOf(p.node, p.edge);
    const f = flowing(p.edge);
    return {
      id: p.id,
      shapes: [
        ...pipeShapes(line(p.points), s),
        ...(s === "flowing" && f !== 0 ? arrows(p.points, f > 0 === p.forward) : []),
      ],
    };
  });
  // All walls below all water, so that pipes that meet are open to each other; where they share their way, the one that flows lies on top.
  const walls: Group = { id: "walls", shapes: groups.map((g) => g.shapes[0]!) };
  groups.splice(
    0,
    groups.length,
    walls,
    ...groups
      .map((g) => ({ ...g, shapes: g.shapes.slice(1) }))
      .sort((a, b) => Number(a.shapes.length > 1) - Number(b.shapes.length > 1)),
  );
  for (const item of drawing.items) groups.push(...itemShapes(item));
  return groups;

  function rowShapes(item: Item, top: number): Group[] {
    return item.rows.map((row, i): Group => {
      const y = item.y + top + i * 26;
      const h = rig.handles.find((x) => x.id === row.handle)!;
      const now = state.positions[h.id] ?? h.normal;
      const open =
        h.kind === "switch"
          ? now === "on"
          : h.positions.find((p) => p.name === now)!.edges[Object.keys(h.positions[0]!.edges)[0]!] !==
            "closed";
      const glyph: Shape[] = row.says
        ? teeShapes(item.x + 36, y + 13, h.positions.find((p) => p.name === now)!.angles?.[0])
        : h.kind === "switch"
          ? [
              path(rect(item.x + 30, y + 5, 12, 16), { stroke: "ink", width: 1.6, fill: "paper" }),
              path(rect(item.x + 32, open ? y + 7 : y + 14, 8, 5), { fill: open ? "water" : "soft" }),
            ]
          : [
              path(`M${item.x + 31} ${y + 8}h10l-5 9z`, {
                fill: open ? "water" : "paper",
                stroke: "ink",
                width: 1.6,
              }),
              ...(open ? [path(`M${item.x + 36} ${y + 19}v4`, { stroke: "water", width: 2.5 })] : []),
            ];
      return {
        id: `r:${h.id}`,
        handle: h.id,
        touch: [item.x, y, item.w, 26],
        shapes: [
          path(`M${r1(item.x)} ${r1(y)}h${r1(item.w)}`, { stroke: "hair", width: 1 }),
          ...tagShapes(item.x + 14, y + 13, row.tag),
          ...glyph,
          text(item.x + 48, y + 17, row.says ? `${row.name}: ${now}` : row.name, 12),
        ],
      };
    });
  }

  function itemShapes(item: Item): Group[] {
    const { x, y, w, h } = item;
    switch (item.kind) {
      case "lever": {
        const [cx, cy] = down ? [x + 22, y + 30] : [x + w / 2, y + 34];
        const edge = item.edges![0]!;
        const ends = rig.edges.find((e) => e.id === edge)!;
        const d = degree.get(edge)!;
        const s = d === "closed" ? ("relieved" as const) : stateOf(ends.from, edge);
        const [before, behind] = [stateOf(ends.from, edge), stateOf(ends.to, edge)];
        const run =
          d === "closed"
            ? [
                ...pipeShapes(
                  down
                    ? line([
                        [cx, y],
                        [cx, cy],
                      ])
                    : line([
                        [x, cy],
                        [cx, cy],
                      ]),
                  before,
                ),
                ...pipeShapes(
                  down
                    ? line([
                        [cx, cy],
                        [cx, y + h],
                      ])
                    : line([
                        [cx, cy],
                        [x + w, cy],
                      ]),
                  behind,
                ),
              ]
            : pipeShapes(
                down
                  ? line([
                      [cx, y],
                      [cx, y + h],
                    ])
                  : line([
                      [x, cy],
                      [x + w, cy],
                    ]),
                s,
              );
        const check =
          ends.kind === "check"
            ? [
                path(down ? `M${cx - 8} ${cy - 7}h16l-8 13z` : `M${cx - 7} ${cy - 8}v16l13 -8z`, {
                  fill: "paper",
                  stroke: "ink",
                  width: 2,
                }),
              ]
            : leverShapes(cx, cy, d, down, s === "relieved" && d === "closed" ? before : s);
        const labels = item.lines.map((l, i) =>
          down
            ? text(x + 58, cy - ((item.lines.length - 1) * 14) / 2 + 4 + i * 14, l, 12.5)
            : text(cx, y + 62 + i * 14, l, 12.5, { anchor: "middle" }),
        );
        return [
          {
            id: item.id,
            ...(item.handle ? { handle: item.handle, touch: [x, y, w, h] as const } : {}),
            shapes: [
              ...run,
              ...check,
              ...(item.tag ? tagShapes(down ? cx + 20 : cx - 22, down ? cy - 19 : cy - 18, item.tag) : []),
              ...labels,
            ],
          },
        ];
      }
      case "joint": {
        const [cx, cy] = down ? [x + 22, y + 30] : [x + w / 2, y + 34];
        const edge = rig.edges.find((e) => e.id === item.edges![0])!;
        const handle = rig.handles.find((k) => k.id === item.handle)!;
        const position = state.positions[handle.id] ?? handle.normal;
        const joined = degree.get(edge.id) !== "closed";
        const half = (from: readonly [number, number], to: readonly [number, number], node: string) =>
          pipeShapes(line([from, to]), stateOf(node, joined ? edge.id : undefined));
        const [start, end] = down
          ? ([
              [cx, y],
              [cx, y + h],
            ] as const)
          : ([
              [x, cy],
              [x + w, cy],
            ] as const);
        const gap = joined ? 0 : 9;
        const [a, b] = down
          ? ([
              [cx, cy - gap],
              [cx, cy + gap],
            ] as const)
          : ([
              [cx - gap, cy],
              [cx + gap, cy],
            ] as const);
        const stubFirst = rig.edges.some(
          (e) =>
            e.kind === "opening" && e.from === edge.from && handle.positions.some((p) => e.id in p.edges),
        );
        const at = stubFirst ? a : b;
        const cap =
          position === "capped"
            ? [
                path(down ? rect(at[0] - 7, at[1] - 2, 14, 5) : rect(at[0] - 2, at[1] - 7, 5, 14), {
                  fill: "ink",
                }),
              ]
            : handle.positions[0] &&
                Object.keys(handle.positions[0].edges).some(
                  (id) => id !== edge.id && degree.get(id) !== "closed",
                )
              ? [
                  path(`M${r1(at[0] - 7)} ${r1(at[1])}a7 7 0 1 0 14 0a7 7 0 1 0 -14 0z`, {
                    fill: "paper",
                    stroke: "stop",
                    width: 2.5,
                  }),
                ]
              : [
                  path(down ? rect(cx - 8, cy - 4, 16, 8) : rect(cx - 4, cy - 8, 8, 16), {
                    fill: "paper",
                    stroke: "ink",
                    width: 2,
                  }),
                ];
        const labels = [...item.lines, position].map((l, i) =>
          down
            ? text(x + 58, cy - 3 + i * 14, l, 12.5, i === item.lines.length ? { ink: "soft" } : {})
            : text(cx, y + 62 + i * 14, l, 12.5, {
                anchor: "middle",
                ink: i === item.lines.length ? ("soft" as const) : undefined,
              }),
        );
        return [
          {
            id: item.id,
            handle: handle.id,
            touch: [x, y, w, h],
            shapes: [
              ...half(start, a, edge.from),
              ...half(b, end, edge.to),
              ...cap,
              ...(item.tag ? tagShapes(down ? cx + 20 : cx - 22, down ? cy - 19 : cy - 18, item.tag) : []),
              ...labels,
            ],
          },
        ];
      }
      case "out": {
        const cx = x + w / 2;
        const edge = rig.edges.find((e) => e.id === item.id.slice(2))!;
        const open = degree.get(edge.id) !== "closed";
        const node =
          edge.from === "air" || rig.nodes.find((n) => n.id === edge.from)?.kind === "drain"
            ? edge.to
            : edge.from;
        const start = down
          ? line([
              [cx, y],
              [cx, y + 14],
            ])
          : line([
              [x, y + 15],
              [cx, y + 15],
            ]);
        return [
          {
            id: item.id,
            ...(item.handle ? { handle: item.handle, touch: [x, y, w, h] as const } : {}),
            shapes: [
              ...pipeShapes(start, stateOf(node, edge.id)),
              path(`M${r1(cx - 9)} ${y + 9}h18l-9 14z`, {
                fill: open ? "water" : "paper",
                stroke: "ink",
                width: 2,
              }),
              ...(item.tag ? tagShapes(cx + 20, y + 13, item.tag) : []),
              ...item.lines.map((l, i) => text(cx, y + 38 + i * 14, l, 12.5, { anchor: "middle" })),
            ],
          },
        ];
      }
      case "box": {
        const s = stateAt.get(item.node!) ?? "empty";
        const here = water.get(item.node!);
        const words =
          item.node === rig.nodes.find((n) => n.kind === "main")?.id
            ? "source"
            : s === "empty"
              ? "empty"
              : `${s}${here?.reached ? `, ${here.marks.join(", ")}` : ""}`;
        return [
          {
            id: item.id,
            shapes: [
              path(rect(x, y, w, h), { fill: "tint", stroke: "ink", width: 2 }),
              ...item.lines.map((l, i) => text(x + 10, y + 19 + i * 16, l, 15, { bold: true })),
              ...wrapped(words, Math.floor((w - 16) / 6.1))
                .slice(0, 2)
                .map((t, i) =>
                  text(x + 10, y + 19 + item.lines.length * 16 + i * 14, t, 12, { ink: "soft" }),
                ),
            ],
          },
          ...rowShapes(item, h - item.rows.length * 26),
        ];
      }
      case "unit":
      case "head": {
        const stage = state.stages[item.unit!] ?? "dry";
        const level = levels[stage];
        const head = item.kind === "head" ? 40 : 0;
        const top = y + head;
        const body = h - head - item.rows.length * 26;
        // Where water runs down, a head's way out goes round the unit: the box leaves room for it.
        const round = down && item.kind === "head";
        const bw = round ? w - 20 : w,
          bh = h - head - (round ? 16 : 0);
        const shapes: Shape[] = [path(rect(x, top, bw, bh), { fill: "paper", stroke: "ink", width: 2 })];
        // How far its media have come, as a level in a glass at its side.
        const glass = body - 12 - (round ? 16 : 0);
        const fill = glass * level;
        const foot = top + 6 + glass;
        shapes.push(path(rect(x + bw - 17, top + 6, 11, glass), { stroke: "soft", width: 1 }));
        if (level > 0)
          shapes.push(
            path(rect(x + bw - 17, foot - fill, 11, fill), { fill: "water" }),
            path(`M${r1(x + bw - 20)} ${r1(foot - fill)}h17`, {
              stroke: "ink",
              width: 1.5,
              dash: stage === "inService" ? undefined : "3 2",
            }),
          );
        shapes.push(
          ...item.lines.map((l, i) => text(x + 10, top + 20 + i * 16, l, 15, { bold: true })),
          text(x + 10, top + 20 + item.lines.length * 16, stageWords[stage], 12, { ink: "soft" }),
          ...(item.kind === "head"
            ? [
                text(
                  x + 10,
                  top + 34 + item.lines.length * 16,
                  `head at ${state.positions[item.handle!] ?? "service"}`,
                  12,
                  { ink: "soft" },
                ),
              ]
            : []),
        );
        if (item.kind === "unit") {
          const edge = item.id.slice(2);
          const ends = rig.edges.find((e) => e.id === edge)!;
          const s = stateOf(ends.from, edge);
          if (!down)
            shapes.push(
              ...pipeShapes(
                line([
                  [x - 6, y + 24],
                  [x + 1, y + 24],
                ]),
                s,
              ),
            );
          else
            shapes.push(
              ...pipeShapes(
                line([
                  [x + w / 2, y - 5],
                  [x + w / 2, y + 1],
                ]),
                s,
              ),
            );
          return [{ id: item.id, shapes }, ...rowShapes(item, h - item.rows.length * 26)];
        }
        const [enter, leave, past] = item.edges!;
        const at = (edge: string) => rig.edges.find((e) => e.id === edge)!;
        const on = (edge: string) => degree.get(edge) !== "closed";
        const inner =
          stateAt.get([at(enter!).from, at(enter!).to].find((n) => n !== at(past!).from)!) ?? "empty";
        const outer = stateOf(at(past!).from, undefined),
          behind = stateOf(at(past!).to, undefined);
        const y0 = y + 18;
        const flow = (edge: string) => flowing(edge) !== 0;
        const piece = (d: string, s: RegionState, runs: boolean) =>
          pipeShapes(d, s === "flowing" && !runs ? "charged" : s);
        const [l, r] = [x + (round ? 30 : 26), x + bw - 26];
        // In, out and past as the head lets them: the ways that are shut are drawn as thin lines.
        const shut = (d: string) => path(d, { stroke: "hair", width: 3, dash: "2 4" });
        const ways: Shape[] = [
          ...(on(past!)
            ? piece(
                line([
                  [l, y0],
                  [r, y0],
                ]),
                outer,
                flow(past!),
              )
            : [
                shut(
                  line([
                    [l, y0],
                    [r, y0],
                  ]),
                ),
              ]),
          ...(on(enter!)
            ? piece(
                line([
                  [l, y0],
                  [l, top + 1],
                ]),
                inner,
                flow(enter!),
              )
            : [
                shut(
                  line([
                    [l, y0 + 5],
                    [l, top],
                  ]),
                ),
              ]),
          ...(on(leave!)
            ? piece(
                line([
                  [r, top + 1],
                  [r, y0],
                ]),
                inner,
                flow(leave!),
              )
            : [
                shut(
                  line([
                    [r, y0 + 5],
                    [r, top],
                  ]),
                ),
              ]),
        ];
        const sides: Shape[] = down
          ? [
              ...piece(
                line([
                  [x + 30, y],
                  [x + 30, y0],
                  [l, y0],
                ]),
                outer,
                flow(past!) || flow(enter!),
              ),
              ...piece(
                line([
                  [r, y0],
                  [x + w - 7, y0],
                  [x + w - 7, y + h - 6],
                  [x + 30, y + h - 6],
                  [x + 30, y + h],
                ]),
                behind,
                flow(past!) || flow(leave!),
              ),
            ]
          : [
              ...piece(
                line([
                  [x, y0],
                  [l, y0],
                ]),
                outer,
                flow(past!) || flow(enter!),
              ),
              ...piece(
                line([
                  [r, y0],
                  [x + w, y0],
                ]),
                behind,
                flow(past!) || flow(leave!),
              ),
            ];
        return [
          { id: item.id, shapes },
          {
            id: `${item.id}:head`,
            handle: item.handle!,
            touch: [x, y, w, 40],
            shapes: [...sides, ...ways, ...tagShapes(x + w / 2, y0, item.tag!)],
          },
          ...rowShapes(round ? { ...item, w: bw } : item, h - item.rows.length * 26 - (round ? 16 : 0)),
        ];
      }
    }
  }
}
