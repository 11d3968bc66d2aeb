import { degreesOf } from "./regions";
import type { Degree, Rig, RigEdge, RigNode, RigState, RigUnit, TreatedMark } from "./rig";

/**
 * Resistances of the quick solver, without unit (handbook 4, Model). A check valve is an open valve that
 * shuts against flow backwards.
 */
const resistance: Readonly<Record<Degree, number>> = { open: 1, half: 4, quarter: 16, closed: Infinity };
const PIPE = 0.1,
  UNIT = 2;
/** What a tap that nobody has opened yet would draw, beside what an open one draws. */
const WOULD = 1e-6;
const NOTHING = 1e-12;

export interface Flows {
  /**
   * Flow through each edge, from its `from` to its `to`, in shares of what enters at the main; 0 where
   * nothing flows.
   */
  readonly of: ReadonlyMap<string, number>;
  /** Pressure at each node, 1 at the main and 0 at the air. */
  readonly pressure: ReadonlyMap<string, number>;
}

function solve(
  rig: Rig,
  degree: ReadonlyMap<string, Degree>,
  would: ReadonlySet<string>,
): { readonly pressure: Map<string, number>; readonly raw: Map<string, number> } {
  const kind = new Map(rig.nodes.map((n) => [n.id, n.kind]));
  const grounded = (n: string) => kind.get(n) === "air" || kind.get(n) === "drain";
  const free = rig.nodes
    .filter((n) => n.kind !== "air" && n.kind !== "drain" && n.kind !== "main")
    .map((n) => n.id);
  const index = new Map(free.map((n, i) => [n, i]));
  const conductance = (e: Rig["edges"][number]): number => {
    const d = degree.get(e.id)!;
    return e.kind === "pipe" ? 1 / PIPE : e.kind === "unit" ? 1 / UNIT : 1 / resistance[d];
  };
  const shut = new Set<string>();
  let pressure = new Map<string, number>();
  const checks = rig.edges.filter((e) => e.kind === "check");
  for (let round = 0; round <= checks.length + 1; round += 1) {
    const n = free.length;
    const a = Array.from({ length: n }, (_, i) => {
      const row = new Float64Array(n + 1);
      row[i] = (would.has(free[i]!) ? WOULD : 0) + NOTHING;
      return row;
    });
    for (const e of rig.edges) {
      if (shut.has(e.id)) continue;
      const g = conductance(e);
      if (g === 0) continue;
      for (const [p, q] of [
        [e.from, e.to],
        [e.to, e.from],
      ] as const) {
        const i = index.get(p);
        if (i === undefined) continue;
        a[i]![i]! += g;
        const j = index.get(q);
        if (j !== undefined) a[i]![j]! -= g;
        else if (kind.get(q) === "main") a[i]![n]! += g;
      }
    }
    for (let i = 0; i < n; i += 1) {
      const pivot = a[i]!;
      for (let r = i + 1; r < n; r += 1) {
        const f = a[r]![i]! / pivot[i]!;
        if (f !== 0) for (let k = i; k <= n; k += 1) a[r]![k]! -= f * pivot[k]!;
      }
    }
    const x = new Float64Array(n);
    for (let i = n - 1; i >= 0; i -= 1) {
      let sum = a[i]![n]!;
      for (let k = i + 1; k < n; k += 1) sum -= a[i]![k]! * x[k]!;
      x[i] = sum / a[i]![i]!;
    }
    pressure = new Map(
      rig.nodes.map((node) => [
        node.id,
        node.kind === "main" ? 1 : grounded(node.id) ? 0 : x[index.get(node.id)!]!,
      ]),
    );
    const against = checks.filter(
      (e) => pressure.get(e.from)! < pressure.get(e.to)! - NOTHING && !shut.has(e.id),
    );
    const free2 = checks.filter(
      (e) => shut.has(e.id) && pressure.get(e.from)! > pressure.get(e.to)! + NOTHING,
    );
    if (against.length === 0 && free2.length === 0) break;
    for (const e of against) shut.add(e.id);
    for (const e of free2) shut.delete(e.id);
  }
  const raw = new Map(
    rig.edges.map((e) => [
      e.id,
      shut.has(e.id) ? 0 : conductance(e) * (pressure.get(e.from)! - pressure.get(e.to)!),
    ]),
  );
  return { pressure, raw };
}

/**
 * Direction and share of the flow in every edge: the resistor network from the main to the openings
 * (handbook 4). It gives direction and split, not litres: whether a flow is inside a step's band needs the
 * supply curve or a measurement.
 */
export function flows(rig: Rig, state: Pick<RigState, "positions">): Flows {
  const { pressure, raw } = solve(rig, degreesOf(rig, state), new Set());
  const main = rig.nodes.find((n) => n.kind === "main")?.id;
  const entering = rig.edges.reduce(
    (sum, e) => sum + (e.from === main ? raw.get(e.id)! : e.to === main ? -raw.get(e.id)! : 0),
    0,
  );
  return {
    pressure,
    of: new Map([...raw].map(([e, q]) => [e, entering > 1e-6 && Math.abs(q) > 1e-9 ? q / entering : 0])),
  };
}

export type WaterMark = "raw" | TreatedMark | "fines" | "blended" | "unproven";
/** `came` tells apart what the next tap would draw from what the main cannot reach now. */
export interface WaterAt {
  readonly marks: readonly WaterMark[];
  /** Keys of the units it came through, in order. */ readonly through: readonly string[];
  readonly reached: boolean;
}

/** What came to a node: the units passed on each way to it, and whether pipe on the way is not proven. */
interface Came {
  readonly ways: readonly (readonly string[])[];
  readonly unproven: boolean;
}

/** How water mixes and takes marks on in one rig and state. */
interface Waters {
  readonly rig: Rig;
  readonly state: RigState;
  readonly units: ReadonlyMap<string, RigUnit>;
  /** What is known so far, by node. */ readonly found: Map<string, Came>;
}

/** Never more ways than tell that water is blended. */
const MOST_WAYS = 8;

/** Water behind an edge. */
const behind = (e: RigEdge, came: Came): Came => ({
  ways: came.ways.map((way) => (e.unit === undefined ? way : [...way, e.unit])),
  unproven: came.unproven,
});

/** Waters that meet at a node; ways through equal units side by side are one way. */
function merged({ units, state }: Waters, node: string, came: readonly Came[]): Came {
  const groups = (way: readonly string[]) => way.map((key) => units.get(key)!.group ?? key).join(">");
  const different = new Map(came.flatMap((c) => c.ways).map((way) => [groups(way), way]));
  return {
    ways: [...different.values()].slice(0, MOST_WAYS),
    unproven: state.unproven.includes(node) || came.some((c) => c.unproven),
  };
}

/** The node that feeds another along an edge, by the flow in it. */
function feeds(e: RigEdge, node: string, flow: number): string | undefined {
  if (e.to === node && flow > 1e-10) return e.from;
  if (e.from === node && flow < -1e-10 && e.kind !== "check") return e.to;
  return undefined;
}

/** Carries the main's water down the pressure, node by node. */
function carryDown(waters: Waters, order: readonly RigNode[], raw: ReadonlyMap<string, number>): void {
  const { rig, found } = waters;
  for (const n of order) {
    if (n.kind === "main") {
      found.set(n.id, { ways: [[]], unproven: false });
      continue;
    }
    const came = rig.edges.flatMap((e) => {
      const source = feeds(e, n.id, raw.get(e.id)!);
      const before = source === undefined ? undefined : found.get(source);
      return before ? [behind(e, before)] : [];
    });
    if (came.length > 0) found.set(n.id, merged(waters, n.id, came));
  }
}

/** Dead ends hold the water of the pipe they hang on. */
function fillDeadEnds(waters: Waters, degree: ReadonlyMap<string, Degree>): void {
  const { rig, found } = waters;
  const open = rig.edges.filter((e) => e.kind !== "opening" && degree.get(e.id) !== "closed");
  const steps = open.flatMap((edge) => {
    const on = { edge, from: edge.from, to: edge.to };
    return edge.kind === "check" ? [on] : [on, { edge, from: edge.to, to: edge.from }];
  });
  for (let again = true; again;) {
    again = false;
    for (const { edge, from, to } of steps) {
      const before = found.get(from);
      if (!before || found.has(to)) continue;
      found.set(to, merged(waters, to, [behind(edge, before)]));
      again = true;
    }
  }
}

/** What is to be said of the water at a node. */
function waterOf({ units, state, found }: Waters, node: string): WaterAt {
  const here = found.get(node);
  if (!here) return { marks: [], through: [], reached: false };
  const through = [...new Set(here.ways.flat())];
  const marks = new Set<WaterMark>(through.flatMap((key) => units.get(key)!.marks));
  if (marks.size === 0) marks.add("raw");
  const isFlushed = (key: string) => ["flushed", "inService"].includes(state.stages[key] ?? "dry");
  if (through.some((key) => units.get(key)!.flush && !isFlushed(key))) marks.add("fines");
  if (here.ways.length > 1) marks.add("blended");
  if (here.unproven) marks.add("unproven");
  return { marks: [...marks], through, reached: true };
}

/** Nodes at which a tap that is shut could be opened next. */
function tapsToOpen(
  rig: Rig,
  degree: ReadonlyMap<string, Degree>,
  outside: ReadonlySet<string>,
): Set<string> {
  const shut = rig.edges.filter(
    (e) =>
      e.kind === "opening" && degree.get(e.id) === "closed" && (e.opening === "tap" || e.opening === "hose"),
  );
  return new Set(shut.map((e) => (outside.has(e.from) ? e.to : e.from)));
}

/**
 * The water at every node: what each way from the main to it passes through, now or at the next tap opened
 * there (handbook 4). Ways that differ and meet make it blended; a unit not flushed gives fines; pipe
 * behind UV that is not disinfected leaves it unproven.
 */
export function waterAt(rig: Rig, state: RigState): ReadonlyMap<string, WaterAt> {
  const degree = degreesOf(rig, state);
  const outside = new Set(rig.nodes.filter((n) => n.kind === "air" || n.kind === "drain").map((n) => n.id));
  const { pressure, raw } = solve(rig, degree, tapsToOpen(rig, degree, outside));
  const order = rig.nodes
    .filter((n) => !outside.has(n.id))
    .sort((a, b) => pressure.get(b.id)! - pressure.get(a.id)! || a.id.localeCompare(b.id));
  const waters: Waters = {
    rig,
    state,
    units: new Map(rig.units.map((u) => [u.key, u])),
    found: new Map(),
  };
  carryDown(waters, order, raw);
  fillDeadEnds(waters, degree);
  return new Map(order.map((n) => [n.id, waterOf(waters, n.id)]));
}
