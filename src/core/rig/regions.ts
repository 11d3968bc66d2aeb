import { compile } from "./compile";
import { advance, pack } from "./moment";
import { bit, givenBy, layoutOf, scratchFor } from "./scratch";
import { degrees, type Circumstances, type Degree, type Rig, type RigState } from "./rig";

export type RegionState = "flowing" | "charged" | "filling" | "trapped" | "relieved" | "empty";
export interface Region {
  readonly nodes: readonly string[];
  readonly state: RegionState;
  /** Openings that stand open on it. */ readonly open: readonly string[];
  /** Sum of its nodes' water, where all is known. */ readonly litres?: number;
}

/**
 * The regions of a rig, each with its state (handbook 4, State of each region): nodes joined by open edges,
 * air and drains left out; check valves bound a region and pass its pressure on. They share no node and
 * leave none out.
 */
export function regions(rig: Rig, state: RigState): Region[] {
  const c = compile(rig);
  const l = layoutOf(c);
  const t = scratchFor(c);
  const s = pack(c, l, state);
  const out = new Int32Array(l.words);
  advance(c, t, givenBy(c, state), l, s, 0, -1, 0, out, 0, false);
  const inner = c.edgeIds.length;
  return Array.from({ length: t.regions }, (_, r) => {
    const knots = [...t.comp].flatMap((x, k) => (x === r ? [k] : []));
    const nodes = knots.flatMap((k) => c.nodesOf[k]!);
    const open = c.openingIds.filter((_, o) => t.degree[inner + o]! > 0 && t.comp[c.openingAt[o]!] === r);
    const litres = nodes.reduce<number | undefined>((sum, n) => {
      const own = rig.nodes.find((x) => x.id === n)!;
      return own.litres === undefined
        ? own.kind === "port"
          ? undefined
          : sum
        : sum === undefined
          ? undefined
          : sum + own.litres;
    }, 0);
    const is: RegionState = t.compLive[r]
      ? knots.some((k) => bit(out, l.filling, k))
        ? "filling"
        : t.compVented[r]
          ? "flowing"
          : "charged"
      : t.compPressured[r]
        ? "trapped"
        : knots.every((k) => !bit(out, l.wet, k))
          ? "empty"
          : "relieved";
    return { nodes, state: is, open, litres };
  });
}

/** How the house is fed: not at all, or through which units; an empty list is past all of them. */
export function houseFeed(rig: Rig, state: RigState): readonly string[] | undefined {
  const c = compile(rig);
  const l = layoutOf(c);
  const t = scratchFor(c);
  const out = new Int32Array(l.words);
  advance(c, t, givenBy(c, state), l, pack(c, l, state), 0, -1, 0, out, 0);
  if (c.house < 0 || !t.compLive[t.comp[c.house]!]) return undefined;
  return [...new Set([...c.unitEdges].flatMap((e) => (t.onPath[e] ? [rig.units[c.unitOf[e]!]!.key] : [])))];
}

/**
 * How far each edge is open in a state, openings too: pipes, units and check valves always are, a valve as
 * its handles say.
 */
export function degreesOf(rig: Rig, state: Pick<RigState, "positions">): ReadonlyMap<string, Degree> {
  const open = new Map<string, number>(rig.edges.map((e) => [e.id, e.kind === "valve" ? 0 : 3]));
  for (const h of rig.handles)
    for (const p of h.positions) for (const e of Object.keys(p.edges)) open.set(e, 0);
  for (const h of rig.handles) {
    const p = h.positions.find((x) => x.name === (state.positions[h.id] ?? h.normal))!;
    for (const [e, d] of Object.entries(p.edges)) open.set(e, Math.max(open.get(e)!, degrees.indexOf(d)));
  }
  return new Map([...open].map(([e, d]) => [e, degrees[d]!]));
}

/**
 * Is a switch on for this unit, or `heater`? Without a switch of its own a unit counts as powered once it
 * is in service.
 */
export function isPowered(rig: Rig, state: RigState, what: string): boolean {
  const own = rig.handles.filter((h) => h.powers === what);
  return own.length === 0
    ? state.stages[what] === "inService"
    : own.some((h) => h.positions.find((p) => p.name === (state.positions[h.id] ?? h.normal))?.on === true);
}

/** Where everything stands before the first water: handles as given or normal, nothing wet, media dry. */
export function beforeFirstWater(rig: Rig, positions: Readonly<Record<string, string>> = {}): RigState {
  // A valve that pressure shuts waits open for the first water.
  const automatic = Object.fromEntries(
    rig.handles
      .filter((h) => h.watches !== undefined && h.positions.some((p) => p.name === "open"))
      .map((h) => [h.id, "open"]),
  );
  return settled(rig, {
    positions: {
      ...Object.fromEntries(rig.handles.map((h) => [h.id, h.normal])),
      ...automatic,
      ...positions,
    },
    pressured: [],
    wet: [],
    filling: [],
    stages: Object.fromEntries(rig.units.map((u) => [u.key, "dry"])),
    unproven: [],
    purged: false,
  });
}

/** Where everything stands in daily service: normal positions, all full, media flushed, heater purged. */
export function inService(rig: Rig, positions: Readonly<Record<string, string>> = {}): RigState {
  const nodes = rig.nodes.filter((n) => n.kind !== "air" && n.kind !== "drain").map((n) => n.id);
  // A storage tank presses by itself.
  const tanks = rig.units.flatMap((u) => {
    const e = u.tank && rig.edges.find((x) => x.id === u.tank!.edge);
    return e ? [e.to] : [];
  });
  return settled(rig, {
    positions: { ...Object.fromEntries(rig.handles.map((h) => [h.id, h.normal])), ...positions },
    pressured: tanks,
    wet: nodes,
    filling: [],
    stages: Object.fromEntries(rig.units.map((u) => [u.key, "inService"])),
    unproven: [],
    purged: true,
  });
}

/** The state with pressure and water where its positions put them, and everything that fills heard to stop. */
export function settled(rig: Rig, state: RigState, circumstances: Circumstances = {}): RigState {
  const c = compile(rig, circumstances);
  const l = layoutOf(c);
  const t = scratchFor(c);
  const out = new Int32Array(l.words);
  advance(c, t, givenBy(c, state), l, pack(c, l, state), 0, -1, 0, out, 0, false);
  const nodes = (at: number) => c.nodesOf.flatMap((names, k) => (bit(out, at, k) ? names : []));
  return {
    ...state,
    pressured: nodes(l.pressured),
    wet: nodes(l.wet),
    filling: [],
    stages: Object.fromEntries(
      rig.units.map((u, i) => [
        u.key,
        (state.stages[u.key] ?? "dry") === "dry" && (out[l.rest]! >>> i) & 1
          ? "wet"
          : (state.stages[u.key] ?? "dry"),
      ]),
    ),
  };
}
