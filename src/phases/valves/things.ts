import type { Handle, Rig, RigEdge } from "@/core/rig";
import { HEAD, ROW, tagsOf, wrapped, type Item, type Row, type Way } from "./drawn";

const CHAR = 6.9;
const LINE = 14;

type Thing = Omit<Item, "x" | "y" | "axis">;

/** A thing to draw, and the rig's nodes that it hangs on. */
export interface Placed {
  readonly item: Thing;
  readonly ends: readonly {
    readonly node: string;
    readonly edge?: string;
    /** The water comes in here. */ readonly enters: boolean;
  }[];
}

const widthOf = (lines: readonly string[], size = CHAR): number =>
  Math.max(0, ...lines.map((l) => l.length * size));

/** A rig while its things are taken one after the other; what a thing has taken, no other draws. */
interface Desk {
  readonly rig: Rig;
  readonly way: Way;
  readonly tags: ReadonlyMap<string, number>;
  /** Nodes of air and drains. */ readonly outside: ReadonlySet<string>;
  /** Ids of edges and handles. */ readonly taken: Set<string>;
}

const take = (desk: Desk, ids: Iterable<string>) => {
  for (const id of ids) desk.taken.add(id);
};
const edgesOf = (h: Handle): string[] => Object.keys(h.positions[0]!.edges);
const handleOf = ({ rig }: Desk, edge: string): Handle | undefined =>
  rig.handles.find((h) => h.positions.some((p) => edge in p.edges));
const nodeKind = ({ rig }: Desk, id: string) => rig.nodes.find((n) => n.id === id)?.kind;
const insideOf = ({ outside }: Desk, e: RigEdge) => (outside.has(e.from) ? e.to : e.from);
const longestPosition = (h: Handle) => Math.max(...h.positions.map((p) => p.name.length));

/** A handle as a row of a box. Inside its unit's own box a handle need not name the unit again. */
const rowOf = ({ tags }: Desk, h: Handle, unit?: string): Row => ({
  handle: h.id,
  tag: tags.get(h.id) ?? 0,
  name: unit && h.name.endsWith(` of ${unit}`) ? h.name.slice(0, -(unit.length + 4)) : h.name,
});

/** Handles of ways out at these nodes, as rows, and taken. */
function rowsOfOpenings(desk: Desk, nodes: readonly string[], unit?: string): Row[] {
  const rows = desk.rig.edges
    .filter((e) => e.kind === "opening" && nodes.includes(insideOf(desk, e)))
    .flatMap((e) => {
      const h = handleOf(desk, e.id);
      return h && h.kind !== "cap" && !desk.taken.has(h.id) ? [rowOf(desk, h, unit)] : [];
    });
  take(
    desk,
    rows.map((r) => r.handle),
  );
  return rows;
}

/** The switches of something that takes power, as rows, and taken. */
function rowsOfSwitches(desk: Desk, powers: string, unit?: string): Row[] {
  const rows = desk.rig.handles
    .filter((h) => h.powers === powers && !desk.taken.has(h.id))
    .map((h) => rowOf(desk, h, unit));
  take(
    desk,
    rows.map((r) => r.handle),
  );
  return rows;
}

/**
 * A box with its title and rows, as wide as they need; room for two lines of what the water is there, or
 * how the media stand.
 */
function boxOf(
  desk: Desk,
  id: string,
  kind: "unit" | "box",
  title: string,
  rows: readonly Row[],
  more: Partial<Item>,
): Thing {
  const lines = wrapped(title, 16);
  const says = (r: Row) =>
    r.says ? longestPosition(desk.rig.handles.find((h) => h.id === r.handle)!) + 2 : 0;
  const [least, beside, height] = kind === "unit" ? [118, 36, 64] : [134, 20, 62];
  return {
    id,
    kind,
    w: Math.max(least, widthOf(lines, 8) + beside, ...rows.map((r) => (r.name.length + says(r)) * 6.4 + 52)),
    h: height + (lines.length - 1) * 16 + rows.length * ROW,
    lines,
    rows,
    ...more,
  };
}

/** A head's unit and its ways in, out and past; undefined where its edges are no such three. */
function waysOfHead({ rig }: Desk, head: Handle) {
  const ids = edgesOf(head);
  const mine = rig.edges.filter((e) => ids.includes(e.id));
  const meets = (e: RigEdge, node: string) => e.from === node || e.to === node;
  const unit = rig.edges.find(
    (e) => e.kind === "unit" && mine.filter((m) => meets(m, e.from) || meets(m, e.to)).length >= 2,
  );
  if (!unit) return undefined;
  const enter = mine.find((m) => meets(m, unit.from));
  const leave = mine.find((m) => meets(m, unit.to));
  const past = mine.find((m) => m !== enter && m !== leave);
  return enter && leave && past ? { unit, enter, leave, past } : undefined;
}

/** Heads with their units: one thing, because one hand turns the three ways. */
function heads(desk: Desk): Placed[] {
  const { rig, way, tags } = desk;
  return rig.handles
    .filter((h) => h.kind === "head")
    .flatMap((h): Placed[] => {
      const ways = waysOfHead(desk, h);
      if (!ways) return [];
      const { unit, enter, leave, past } = ways;
      const model = rig.units.find((u) => u.key === unit.unit)!;
      take(desk, [h.id, ...edgesOf(h), unit.id]);
      const rows = [
        ...rowsOfOpenings(desk, [unit.from, unit.to], model.name),
        ...rowsOfSwitches(desk, model.key, model.name),
      ];
      const box = boxOf(desk, `h:${h.id}`, "unit", model.name, rows, { unit: model.key });
      const [beside, below] = way === "down" ? [20, 16] : [0, 0];
      return [
        {
          item: {
            ...box,
            kind: "head",
            h: box.h + HEAD + below,
            w: Math.max(box.w, 124, (8 + longestPosition(h)) * 6.2 + 36) + beside,
            handle: h.id,
            tag: tags.get(h.id)!,
            edges: [enter.id, leave.id, past.id],
          },
          ends: [
            { node: past.from, edge: past.id, enters: true },
            { node: past.to, edge: past.id, enters: false },
          ],
        },
      ];
    });
}

/** T-valves with their unit: one thing, whatever ways they open inside it. */
function unitsWithTees(desk: Desk): Placed[] {
  const { rig, outside, taken } = desk;
  return rig.units.flatMap((u): Placed[] => {
    const unit = rig.edges.find((e) => e.unit === u.key && !taken.has(e.id));
    if (!unit) return [];
    const touchesUnit = (id: string) => {
      const e = rig.edges.find((x) => x.id === id)!;
      return [e.from, e.to].some((n) => n === unit.from || n === unit.to);
    };
    const tees = rig.handles.filter((h) => h.kind === "tee" && edgesOf(h).some(touchesUnit));
    if (tees.length === 0) return [];
    const ids = new Set([unit.id, ...tees.flatMap(edgesOf)]);
    const isInside = (node: string) =>
      node === unit.from ||
      node === unit.to ||
      (!outside.has(node) && rig.edges.every((e) => ids.has(e.id) || (e.from !== node && e.to !== node)));
    const inside = new Set(rig.nodes.map((n) => n.id).filter(isInside));
    const ends = rig.edges
      .filter((e) => ids.has(e.id) && !outside.has(e.from) && !outside.has(e.to))
      .filter((e) => inside.has(e.from) !== inside.has(e.to))
      .map((e) => ({ node: inside.has(e.from) ? e.to : e.from, edge: e.id, enters: inside.has(e.to) }));
    take(desk, [...ids, ...tees.map((h) => h.id)]);
    return [
      {
        item: boxOf(
          desk,
          `u:${unit.id}`,
          "unit",
          u.name,
          tees.map((h) => ({ ...rowOf(desk, h, u.name), says: true })),
          { unit: u.key },
        ),
        ends: ends.filter((e, i) => ends.findIndex((x) => x.node === e.node) === i),
      },
    ];
  });
}

/** Every other unit, once for each place at which water passes it. */
function plainUnits(desk: Desk): Placed[] {
  const { rig, taken } = desk;
  return rig.units.flatMap((u) =>
    rig.edges
      .filter((e) => e.unit === u.key && !taken.has(e.id))
      .map((e): Placed => {
        const ports = [e.from, e.to].filter((n) => nodeKind(desk, n) === "port");
        const rows = [
          ...rowsOfOpenings(desk, ports, u.name.replace(/ (pre-filters|drain side)$/, "")),
          ...rowsOfSwitches(desk, u.key, u.name),
        ];
        take(desk, [e.id]);
        return {
          item: boxOf(desk, `u:${e.id}`, "unit", u.name, rows, { unit: u.key }),
          ends: [
            { node: e.from, edge: e.id, enters: true },
            { node: e.to, edge: e.id, enters: false },
          ],
        };
      }),
  );
}

/** The main, the house, a heater, outdoor taps, a tank: boxes that say how the water stands there. */
function boxes(desk: Desk): Placed[] {
  const isBox = (n: Rig["nodes"][number]) =>
    ["main", "house", "heater", "outdoor"].includes(n.kind) || (n.kind === "port" && n.name === "Tank");
  return desk.rig.nodes.filter(isBox).map((n): Placed => {
    const rows = [
      ...rowsOfOpenings(desk, [n.id]),
      ...(n.kind === "heater" ? rowsOfSwitches(desk, "heater") : []),
    ];
    return {
      item: boxOf(desk, `n:${n.id}`, "box", n.name ?? n.id, rows, { node: n.id }),
      ends: [{ node: n.id, enters: n.kind !== "main" }],
    };
  });
}

/** A way out that stands by itself. */
function outlet(desk: Desk, e: RigEdge, h: Handle | undefined): Placed {
  const { outside, tags } = desk;
  const end = outside.has(e.from) ? e.from : e.to;
  const name = h?.name ?? (nodeKind(desk, end) === "drain" ? "Drain" : "Open end");
  const lines = wrapped(name, 14);
  return {
    item: {
      id: `o:${e.id}`,
      kind: "out",
      w: Math.max(40, widthOf(lines)),
      h: 30 + lines.length * LINE,
      lines,
      rows: [],
      handle: h?.id,
      tag: h && (tags.get(h.id) ?? 0),
    },
    ends: [{ node: insideOf(desk, e), edge: e.id, enters: true }],
  };
}

/** A valve, a joint or a check valve on a pipe. */
function onPipe({ way, tags }: Desk, e: RigEdge, h: Handle | undefined): Placed {
  const lines = wrapped(h?.name ?? "Check valve", 14);
  const [w, height] =
    way === "right" ? [Math.max(56, widthOf(lines)), 52 + lines.length * LINE] : [58 + widthOf(lines), 56];
  return {
    item: {
      id: `e:${e.id}`,
      kind: h?.kind === "cap" ? "joint" : "lever",
      w,
      h: height,
      lines,
      rows: [],
      handle: h?.id,
      tag: h && (tags.get(h.id) ?? 0),
      edges: [e.id],
    },
    ends: [
      { node: e.from, edge: e.id, enters: true },
      { node: e.to, edge: e.id, enters: false },
    ],
  };
}

/** Whatever nothing else has taken. */
function remaining(desk: Desk): Placed[] {
  return desk.rig.edges
    .filter((e) => !desk.taken.has(e.id) && e.kind !== "pipe" && e.kind !== "unit")
    .flatMap((e): Placed[] => {
      const h = handleOf(desk, e.id);
      if (e.kind !== "opening") return [onPipe(desk, e, h)];
      return h && (desk.taken.has(h.id) || h.kind === "cap") ? [] : [outlet(desk, e, h)];
    });
}

/**
 * What there is to draw of a rig, each thing once: heads and T-valves with their units first, then what is
 * left over by them.
 */
export function thingsOf(rig: Rig, way: Way): Placed[] {
  const desk: Desk = {
    rig,
    way,
    tags: tagsOf(rig),
    outside: new Set(rig.nodes.filter((n) => n.kind === "air" || n.kind === "drain").map((n) => n.id)),
    taken: new Set(),
  };
  return [heads, unitsWithTees, plainUnits, boxes, remaining].flatMap((kind) => kind(desk));
}
