import { degreesOf, regions } from "./regions";
import type { Rig, RigState } from "./rig";

const quoted = (text: string): string => `"${text.replace(/["\\]/g, "\\$&")}"`;
const shapes: Readonly<Record<Rig["nodes"][number]["kind"], string>> = {
  main: "house",
  junction: "point",
  port: "box",
  house: "box",
  heater: "cylinder",
  outdoor: "box",
  drain: "invtriangle",
  air: "circle",
};

/** The rig in the DOT language of Graphviz: nodes with the state of their region, edges with how far they are open. */
export function toDot(rig: Rig, state: RigState): string {
  const is = new Map(regions(rig, state).flatMap((r) => r.nodes.map((n) => [n, r.state] as const)));
  const degree = degreesOf(rig, state);
  const handle = (edge: string) => rig.handles.find((h) => h.positions.some((p) => edge in p.edges))?.name;
  return [
    "digraph rig {",
    "  rankdir=LR;",
    ...rig.nodes.map(
      (n) =>
        `  ${quoted(n.id)} [shape=${shapes[n.kind]}, label=${quoted([n.name ?? n.id, is.get(n.id)].filter(Boolean).join(", "))}];`,
    ),
    ...rig.edges.map(
      (e) =>
        `  ${quoted(e.from)} -> ${quoted(e.to)} [label=${quoted(e.kind === "pipe" ? "" : `${handle(e.id) ?? rig.units.find((u) => u.key === e.unit)?.name ?? e.kind}${e.kind === "valve" || e.kind === "opening" ? `: ${degree.get(e.id)!}` : ""}`)}${degree.get(e.id) === "closed" ? ", style=dashed" : ""}${e.kind === "check" ? ", arrowhead=tee" : e.kind === "unit" ? ", penwidth=2" : ""}];`,
    ),
    "}",
    "",
  ].join("\n");
}
