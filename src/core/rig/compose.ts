import { schemeOf, type Part, type Scheme, type SchemeChoice, type SchemeUnit } from "../plumbing/scheme";
import type { Rig, RigEdge } from "./rig";

/** An edge of a part as it stands in the installation: from joint to joint. */
const edgeAt = ({ ports }: Part, way: RigEdge): RigEdge => ({
  ...way,
  from: ports[way.from] ?? way.from,
  to: ports[way.to] ?? way.to,
});

/**
 * The rig that a scheme comes to: joints and what parts have inside are its nodes and edges, and every
 * handle of a part is its own (handbook 4, Model).
 */
export function rigOf(
  { joints, parts }: Scheme,
  { source, fullFlow }: Pick<Rig, "source" | "fullFlow">,
): Rig {
  return {
    nodes: [...joints, ...parts.flatMap((p) => p.inside.points ?? [])],
    edges: parts.flatMap((p) => (p.inside.ways ?? []).map((way) => edgeAt(p, way))),
    handles: parts.flatMap((p) =>
      (p.inside.handles ?? []).map((h) =>
        h.watches === undefined ? h : { ...h, watches: p.ports[h.watches] ?? h.watches },
      ),
    ),
    units: parts.flatMap((p) => p.inside.treats ?? []),
    source,
    fullFlow,
  };
}

/** The rig of a job from its units and its choice of bypass. What comes out is data that can be edited. */
export const composeRig = (units: readonly SchemeUnit[], choice: SchemeChoice): Rig =>
  rigOf(schemeOf(units, choice), choice);
