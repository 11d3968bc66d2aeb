import type { Handle, Rig, RigEdge } from "./rig";

/** Roles of nodes at which water enters a part of a drinking-water branch. */
const BRANCH_INLETS: ReadonlySet<string> = new Set(["prefilters", "membrane"]);

const nodeOfKind = (rig: Rig, kind: Rig["nodes"][number]["kind"]) =>
  rig.nodes.find((n) => n.kind === kind)?.id;

const edgesOf = (handle: Handle): string[] => handle.positions.flatMap((p) => Object.keys(p.edges));

/** Nodes that water reaches from one along the rig's edges, either way, when one node is taken away. */
function reachedFrom(rig: Rig, start: string, without: string): ReadonlySet<string> {
  const seen = new Set([start]);
  for (const node of seen)
    for (const e of rig.edges) {
      if (e.kind === "opening") continue;
      if (e.from === node && e.to !== without) seen.add(e.to);
      if (e.to === node && e.from !== without) seen.add(e.from);
    }
  return seen;
}

/**
 * Can an edge lie on a way from the main to the house: is the house still reached from its far side once
 * the near side is taken away?
 */
function liesOnLine(rig: Rig, edge: RigEdge): boolean {
  const [main, house] = [nodeOfKind(rig, "main"), nodeOfKind(rig, "house")];
  if (main === undefined || house === undefined) return false;
  const passes = (near: string, far: string) =>
    reachedFrom(rig, main, far).has(near) && reachedFrom(rig, far, near).has(house);
  return passes(edge.from, edge.to) || passes(edge.to, edge.from);
}

/** A rig never changes, and its goals ask for its line again and again. */
const lines = new WeakMap<Rig, ReadonlySet<RigEdge>>();

/** The edges on the ways from the main to the house. */
function lineOf(rig: Rig): ReadonlySet<RigEdge> {
  const line = lines.get(rig) ?? new Set(rig.edges.filter((e) => liesOnLine(rig, e)));
  lines.set(rig, line);
  return line;
}

/** Is a unit one that the house's water can pass, as against those of a drinking-water branch? */
export const onLine = (rig: Rig, key: string): boolean => [...lineOf(rig)].some((e) => e.unit === key);

/**
 * Handles of the ways from the main to the house with everything open: what has to stand normal before a
 * train is in service.
 */
export function lineHandles(rig: Rig): string[] {
  const line = new Set([...lineOf(rig)].flatMap((e) => (e.kind === "opening" ? [] : [e.id])));
  return rig.handles
    .filter((h) => h.kind === "lever" || h.kind === "head" || h.kind === "tee" || h.kind === "cap")
    .filter((h) => edgesOf(h).some((id) => line.has(id)))
    .map((h) => h.id);
}

/**
 * The valve ahead of the units that water is let in through: the last lever that all of it passes before
 * the first unit.
 */
export function feedHandle(rig: Rig): string | undefined {
  const inBranch = new Set(rig.nodes.filter((n) => n.role && BRANCH_INLETS.has(n.role)).map((n) => n.id));
  const units = rig.edges.filter((e) => e.kind === "unit" && !inBranch.has(e.from)).map((e) => e.from);
  const main = nodeOfKind(rig, "main")!;
  // The ways past the units are shut too, or they would feed the train from behind.
  const past = rig.handles.filter((h) => h.normal === "closed").flatMap(edgesOf);
  const reachedWith = (lever: Handle) => {
    const shut = new Set([...edgesOf(lever), ...past]);
    const seen = new Set([main]);
    for (const node of seen)
      for (const e of rig.edges) {
        if (e.kind === "opening" || shut.has(e.id)) continue;
        if (e.from === node) seen.add(e.to);
        else if (e.to === node && e.kind !== "unit" && e.kind !== "check") seen.add(e.from);
      }
    return seen;
  };
  return rig.handles
    .filter((h) => h.kind === "lever" && h.normal === "open")
    .filter((lever) => {
      const reached = reachedWith(lever);
      return !units.some((n) => reached.has(n));
    })
    .at(-1)?.id;
}

/** Does a lever stand right at the main? */
export function standsAtMain(rig: Rig, handle: Handle): boolean {
  const main = nodeOfKind(rig, "main");
  return edgesOf(handle).some((id) => {
    const e = rig.edges.find((x) => x.id === id)!;
    return e.from === main || e.to === main;
  });
}
