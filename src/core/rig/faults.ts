import type { Rig } from "./rig";

const repeated = (ids: readonly string[]): string[] => [
  ...new Set(ids.filter((x, i) => ids.indexOf(x) !== i)),
];

/** What does not hang together in a rig, in words; empty when it does. */
export function faultsOf(rig: Rig): string[] {
  const nodes = new Map(rig.nodes.map((n) => [n.id, n]));
  const edges = new Map(rig.edges.map((e) => [e.id, e]));
  const units = new Set(rig.units.map((u) => u.key));
  const faults = [
    ...repeated(rig.nodes.map((n) => n.id)).map((x) => `two nodes are called ${x}`),
    ...repeated(rig.edges.map((e) => e.id)).map((x) => `two edges are called ${x}`),
    ...repeated(rig.handles.map((h) => h.id)).map((x) => `two handles are called ${x}`),
    ...repeated(rig.units.map((u) => u.key)).map((x) => `two units are called ${x}`),
  ];
  if (rig.nodes.filter((n) => n.kind === "main").length !== 1) faults.push("a rig has one main");
  if (rig.nodes.filter((n) => n.kind === "air").length > 1) faults.push("a rig has one air");
  for (const e of rig.edges) {
    for (const end of [e.from, e.to])
      if (!nodes.has(end)) faults.push(`edge ${e.id} ends at ${end}, which is no node`);
    const outside = [e.from, e.to].filter((end) =>
      ["air", "drain"].includes(nodes.get(end)?.kind ?? ""),
    ).length;
    if (e.kind === "opening" && outside !== 1)
      faults.push(`opening ${e.id} joins one node to air or to a drain`);
    if (e.kind !== "opening" && outside > 0)
      faults.push(`edge ${e.id} reaches ${e.to}: only an opening does`);
    if (e.from === e.to) faults.push(`edge ${e.id} begins and ends at ${e.from}`);
    if ((e.kind === "unit") !== (e.unit !== undefined) || (e.unit !== undefined && !units.has(e.unit)))
      faults.push(`edge ${e.id} does not name a unit of the rig`);
  }
  for (const h of rig.handles) {
    const names = h.positions.map((p) => p.name);
    for (const x of repeated(names)) faults.push(`${h.name} has two positions ${x}`);
    if (!names.includes(h.normal)) faults.push(`${h.name} has no position ${h.normal}, its normal one`);
    for (const p of h.positions)
      for (const e of Object.keys(p.edges))
        if (!["valve", "opening"].includes(edges.get(e)?.kind ?? ""))
          faults.push(`${h.name} turns ${e}, which is no valve or opening`);
  }
  for (const h of rig.handles)
    if (h.watches !== undefined && !nodes.has(h.watches))
      faults.push(`${h.name} watches ${h.watches}, which is no node`);
  for (const u of rig.units)
    if (u.tank && !edges.has(u.tank.edge)) faults.push(`${u.name} names a tank valve that is no edge`);
  return faults;
}
