import ELK, { type ElkExtendedEdge, type ElkNode } from "elkjs/lib/elk.bundled.js";
import type { Handle, Rig } from "@/core/rig";
import { HEAD, ROW, tagsOf, wrapped, type Drawing, type Item, type Pipe, type Row, type Way } from "./drawn";
import { straightened } from "./straight";

const CHAR = 6.9;
const LINE = 14;

const widthOf = (lines: readonly string[], size = CHAR): number =>
  Math.max(0, ...lines.map((l) => l.length * size));

interface Placed {
  readonly item: Omit<Item, "x" | "y" | "axis">;
  readonly ends: readonly {
    readonly node: string;
    readonly edge?: string;
    /** The water comes in here. */ readonly enters: boolean;
  }[];
}

/** What there is to draw, each thing with the rig's nodes that it hangs on. */
function drafts(rig: Rig, way: Way): Placed[] {
  const tags = tagsOf(rig);
  const out = new Set(rig.nodes.filter((n) => n.kind === "air" || n.kind === "drain").map((n) => n.id));
  const used = new Set<string>();
  const setBy = (edge: string): Handle | undefined =>
    rig.handles.find((h) => h.positions.some((p) => edge in p.edges));
  // Inside its unit's own box a handle need not name the unit again.
  const row = (h: Handle, unit?: string): Row => ({
    handle: h.id,
    tag: tags.get(h.id) ?? 0,
    name: unit && h.name.endsWith(` of ${unit}`) ? h.name.slice(0, -(unit.length + 4)) : h.name,
  });
  const insideOf = (e: Rig["edges"][number]) => (out.has(e.from) ? e.to : e.from);
  const openingsAt = (nodes: readonly string[]) =>
    rig.edges
      .filter((e) => e.kind === "opening" && nodes.includes(insideOf(e)))
      .flatMap((e) => {
        const h = setBy(e.id);
        return h && h.kind !== "cap" && !used.has(h.id) ? [h] : [];
      });
  const longest = (handle: string) =>
    Math.max(...rig.handles.find((h) => h.id === handle)!.positions.map((p) => p.name.length));
  const all: Placed[] = [];
  const box = (
    id: string,
    kind: "unit" | "box",
    title: string,
    rows: readonly Row[],
    more: Partial<Item>,
  ): Omit<Item, "x" | "y" | "axis"> => {
    const lines = wrapped(title, 16);
    const w = Math.max(
      kind === "box" ? 134 : 118,
      widthOf(lines, 8) + (kind === "unit" ? 36 : 20),
      ...rows.map((r) => (r.name.length + (r.says ? longest(r.handle) + 2 : 0)) * 6.4 + 52),
    );
    // Room for two lines of what the water is there, or how the media stand.
    return {
      id,
      kind,
      w,
      h: (kind === "unit" ? 64 : 62) + (lines.length - 1) * 16 + rows.length * ROW,
      lines,
      rows,
      ...more,
    };
  };

  // Heads with their units: one thing, because one hand turns the three ways.
  for (const h of rig.handles.filter((x) => x.kind === "head")) {
    const ids = Object.keys(h.positions[0]!.edges);
    const mine = rig.edges.filter((e) => ids.includes(e.id));
    const unit = rig.edges.find(
      (e) =>
        e.kind === "unit" &&
        mine.filter((m) => [m.from, m.to].some((n) => n === e.from || n === e.to)).length >= 2,
    );
    if (!unit) continue;
    const enter = mine.find((m) => m.to === unit.from || m.from === unit.from),
      leave = mine.find((m) => m.from === unit.to || m.to === unit.to),
      past = mine.find((m) => m !== enter && m !== leave);
    if (!enter || !leave || !past) continue;
    used.add(h.id);
    const model = rig.units.find((u) => u.key === unit.unit)!;
    const rows = openingsAt([unit.from, unit.to]).map((x) => row(x, model.name));
    for (const r of rows) used.add(r.handle);
    const plug = rig.handles.find((x) => x.powers === unit.unit);
    if (plug) {
      rows.push(row(plug, model.name));
      used.add(plug.id);
    }
    const base = box(`h:${h.id}`, "unit", model.name, rows, { unit: model.key });
    const a = past.from,
      b = past.to;
    all.push({
      item: {
        ...base,
        kind: "head",
        h: base.h + HEAD + (way === "down" ? 16 : 0),
        w: Math.max(base.w, 124, (8 + longest(h.id)) * 6.2 + 36) + (way === "down" ? 20 : 0),
        handle: h.id,
        tag: tags.get(h.id)!,
        edges: [enter.id, leave.id, past.id],
      },
      ends: [
        { node: a, edge: past.id, enters: true },
        { node: b, edge: past.id, enters: false },
      ],
    });
    for (const e of [...ids, unit.id]) used.add(e);
  }
  // T-valves with their unit: one thing, whatever ways they open inside it.
  for (const u of rig.units) {
    const unit = rig.edges.find((e) => e.unit === u.key && !used.has(e.id));
    if (!unit) continue;
    const touches = (id: string) => {
      const e = rig.edges.find((x) => x.id === id)!;
      return [e.from, e.to].some((n) => n === unit.from || n === unit.to);
    };
    const tees = rig.handles.filter(
      (h) => h.kind === "tee" && Object.keys(h.positions[0]!.edges).some(touches),
    );
    if (tees.length === 0) continue;
    const ids = new Set([unit.id, ...tees.flatMap((h) => Object.keys(h.positions[0]!.edges))]);
    const inside = new Set(
      rig.nodes
        .filter(
          (n) =>
            n.id === unit.from ||
            n.id === unit.to ||
            (!out.has(n.id) && rig.edges.every((e) => ids.has(e.id) || (e.from !== n.id && e.to !== n.id))),
        )
        .map((n) => n.id),
    );
    const ends = rig.edges
      .filter(
        (e) => ids.has(e.id) && !out.has(e.from) && !out.has(e.to) && inside.has(e.from) !== inside.has(e.to),
      )
      .map((e) => ({ node: inside.has(e.from) ? e.to : e.from, edge: e.id, enters: inside.has(e.to) }));
    for (const id of [...ids, ...tees.map((h) => h.id)]) used.add(id);
    all.push({
      item: box(
        `u:${unit.id}`,
        "unit",
        u.name,
        tees.map((h) => ({ ...row(h, u.name), says: true })),
        { unit: u.key },
      ),
      ends: ends.filter((e, i) => ends.findIndex((x) => x.node === e.node) === i),
    });
  }
  for (const u of rig.units) {
    for (const e of rig.edges.filter((x) => x.unit === u.key && !used.has(x.id))) {
      const rows = openingsAt(
        [e.from, e.to].filter((n) => rig.nodes.find((x) => x.id === n)!.kind === "port"),
      ).map((x) => row(x, u.name.replace(/ (pre-filters|drain side)$/, "")));
      for (const r of rows) used.add(r.handle);
      const plug = rig.handles.find((x) => x.powers === u.key && !used.has(x.id));
      if (plug) {
        rows.push(row(plug, u.name));
        used.add(plug.id);
      }
      all.push({
        item: box(`u:${e.id}`, "unit", u.name, rows, { unit: u.key }),
        ends: [
          { node: e.from, edge: e.id, enters: true },
          { node: e.to, edge: e.id, enters: false },
        ],
      });
      used.add(e.id);
    }
  }
  for (const n of rig.nodes) {
    if (!["main", "house", "heater", "outdoor"].includes(n.kind) && !(n.kind === "port" && n.name === "Tank"))
      continue;
    const rows = openingsAt([n.id]).map((x) => row(x));
    for (const r of rows) used.add(r.handle);
    if (n.kind === "heater")
      for (const h of rig.handles.filter((x) => x.powers === "heater")) {
        rows.push(row(h));
        used.add(h.id);
      }
    all.push({
      item: box(`n:${n.id}`, "box", n.name ?? n.id, rows, { node: n.id }),
      ends: [{ node: n.id, enters: n.kind !== "main" }],
    });
  }
  for (const e of rig.edges) {
    if (used.has(e.id) || e.kind === "pipe" || e.kind === "unit") continue;
    const h = setBy(e.id);
    if (e.kind === "opening") {
      if (h && (used.has(h.id) || h.kind === "cap")) continue;
      const lines = wrapped(
        h?.name ??
          (rig.nodes.find((n) => n.id === (out.has(e.from) ? e.from : e.to))?.kind === "drain"
            ? "Drain"
            : "Open end"),
        14,
      );
      all.push({
        item: {
          id: `o:${e.id}`,
          kind: "out",
          w: Math.max(40, widthOf(lines)),
          h: 30 + lines.length * LINE,
          lines,
          rows: [],
          ...(h ? { handle: h.id, tag: tags.get(h.id) ?? 0 } : {}),
        },
        ends: [{ node: insideOf(e), edge: e.id, enters: true }],
      });
      continue;
    }
    const lines = wrapped(h?.name ?? "Check valve", 14);
    const across = way === "right" ? 52 + lines.length * LINE : 56;
    all.push({
      item: {
        id: `e:${e.id}`,
        kind: h?.kind === "cap" ? "joint" : "lever",
        w: way === "right" ? Math.max(56, widthOf(lines)) : 58 + widthOf(lines),
        h: across,
        lines,
        rows: [],
        ...(h ? { handle: h.id, tag: tags.get(h.id) ?? 0 } : {}),
        edges: [e.id],
      },
      ends: [
        { node: e.from, edge: e.id, enters: true },
        { node: e.to, edge: e.id, enters: false },
      ],
    });
  }
  return all;
}

/** How far from its upper edge (or left one, when water runs down) the pipe passes a thing. */
function axisOf(item: Placed["item"], way: Way): number {
  if (item.kind === "lever" || item.kind === "joint") return way === "right" ? 34 : 22;
  if (item.kind === "out") return way === "right" ? 15 : item.w / 2;
  return way === "right" ? (item.kind === "head" ? 18 : 24) : item.kind === "head" ? 30 : item.w / 2;
}

const elk = new ELK();

/**
 * Places a rig on the page by itself: things in layers along the water, pipes at right angles, room kept for every label (a layered graph layout).
 * The same rig gives the same drawing.
 */
export async function drawingOf(rig: Rig, way: Way): Promise<Drawing> {
  const things = drafts(rig, way);
  // Nodes joined by pipe are one piece of pipe; with three or more things on it, a tee stands in it.
  const parent = new Map(rig.nodes.map((n) => [n.id, n.id]));
  const find = (x: string): string => {
    const p = parent.get(x)!;
    return p === x ? x : find(p);
  };
  for (const e of rig.edges) if (e.kind === "pipe") parent.set(find(e.from), find(e.to));
  const pieces = new Map<
    string,
    { readonly thing: Placed; readonly end: Placed["ends"][number]; readonly port: string }[]
  >();
  for (const thing of things)
    thing.ends.forEach((end, i) => {
      const root = find(end.node);
      pieces.set(root, [...(pieces.get(root) ?? []), { thing, end, port: `${thing.item.id}#${i}` }]);
    });

  const children: ElkNode[] = things.map(({ item, ends }) => ({
    id: item.id,
    width: item.w,
    height: item.h,
    layoutOptions: { "elk.portConstraints": "FIXED_POS" },
    ports: ends.map((end, i) => {
      const axis = axisOf(item, way);
      const along = way === "right" ? item.w : item.h;
      // A thing at the end of a pipe is met from before it; the house passes its water on behind.
      return {
        id: `${item.id}#${i}`,
        width: 0,
        height: 0,
        ...(way === "right"
          ? { x: end.enters ? 0 : along, y: axis }
          : { x: axis, y: end.enters ? 0 : along }),
        layoutOptions: {
          "elk.port.side": way === "right" ? (end.enters ? "WEST" : "EAST") : end.enters ? "NORTH" : "SOUTH",
        },
      };
    }),
  }));
  const edges: ElkExtendedEdge[] = [];
  const about = new Map<
    string,
    { readonly node: string; readonly edge?: string; readonly forward: boolean }
  >();
  const tees: { readonly id: string; readonly node: string }[] = [];
  for (const [root, on] of pieces) {
    const sources = on.filter((x) => !x.end.enters),
      sinks = on.filter((x) => x.end.enters);
    if (on.length === 2 && sources.length === 1) {
      const id = `p:${root}`;
      edges.push({ id, sources: [sources[0]!.port], targets: [sinks[0]!.port] });
      const by = sources[0]!.end.edge !== undefined ? sources[0]! : sinks[0]!;
      about.set(id, {
        node: by.end.node,
        edge: by.end.edge,
        forward: true,
      });
      continue;
    }
    if (on.length < 2) continue;
    const dot = { id: `d:${root}`, node: root };
    tees.push(dot);
    // All that comes meets at one side of it and all that leaves at the other, so that pipes share their way as a fitter's do.
    const side = (which: "in" | "out") => ({
      id: `${dot.id}#${which}`,
      width: 0,
      height: 0,
      ...(way === "right" ? { x: which === "in" ? 0 : 6, y: 3 } : { x: 3, y: which === "in" ? 0 : 6 }),
      layoutOptions: {
        "elk.port.side":
          way === "right" ? (which === "in" ? "WEST" : "EAST") : which === "in" ? "NORTH" : "SOUTH",
      },
    });
    children.push({
      id: dot.id,
      width: 6,
      height: 6,
      layoutOptions: { "elk.portConstraints": "FIXED_POS" },
      ports: [side("in"), side("out")],
    });
    for (const x of on) {
      const id = `p:${root}:${x.port}`;
      edges.push(
        x.end.enters
          ? { id, sources: [`${dot.id}#out`], targets: [x.port] }
          : { id, sources: [x.port], targets: [`${dot.id}#in`] },
      );
      about.set(id, {
        node: x.end.node,
        edge: x.end.edge,
        forward: true,
      });
    }
  }
  const graph: ElkNode = {
    id: "rig",
    children,
    edges,
    layoutOptions: {
      "elk.algorithm": "layered",
      "elk.direction": way === "right" ? "RIGHT" : "DOWN",
      "elk.edgeRouting": "ORTHOGONAL",
      "elk.layered.spacing.nodeNodeBetweenLayers": way === "right" ? "22" : "26",
      "elk.spacing.nodeNode": "22",
      "elk.spacing.edgeNode": "16",
      "elk.spacing.edgeEdge": "14",
      "elk.layered.spacing.edgeNodeBetweenLayers": "14",
      "elk.layered.spacing.edgeEdgeBetweenLayers": "12",
      "elk.layered.nodePlacement.strategy": "NETWORK_SIMPLEX",
      "elk.layered.nodePlacement.favorStraightEdges": "true",
      "elk.layered.considerModelOrder.strategy": "NODES_AND_EDGES",
      "elk.randomSeed": "1",
      "elk.padding": "[top=14,left=10,bottom=14,right=10]",
      "elk.layered.thoroughness": "40",
      "elk.layered.crossingMinimization.greedySwitch.type": "TWO_SIDED",
    },
  };
  const laid: ElkNode = await elk.layout(graph);
  const at = new Map((laid.children ?? []).map((n) => [n.id, n]));
  const items = things
    .map(({ item }) => item)
    .map((item): Item => ({
      ...item,
      x: at.get(item.id)!.x ?? 0,
      y: at.get(item.id)!.y ?? 0,
      axis: axisOf(item, way),
    }));
  const laidPipes = (laid.edges ?? []).flatMap((e): Pipe[] =>
    ((e as ElkExtendedEdge).sections ?? []).map((s, i) => ({
      id: `${e.id}${i > 0 ? i : ""}`,
      ...about.get(e.id)!,
      points: [s.startPoint, ...(s.bendPoints ?? []), s.endPoint].map((p) => [p.x, p.y] as const),
    })),
  );
  // The piece of pipe that a tee itself is.
  const between = tees.map(({ id, node }): Pipe => {
    const { x = 0, y = 0 } = at.get(id)!;
    return {
      id: `p:${node}:tee`,
      node,
      forward: true,
      points:
        way === "right"
          ? [
              [x - 1, y + 3],
              [x + 7, y + 3],
            ]
          : [
              [x + 3, y - 1],
              [x + 3, y + 7],
            ],
    };
  });
  return {
    way,
    width: laid.width ?? 0,
    height: laid.height ?? 0,
    items,
    pipes: [...straightened(laidPipes, items), ...between],
  };
}
