import ELK, { type ElkExtendedEdge, type ElkNode } from "elkjs/lib/elk.bundled.js";
import type { Rig } from "@/core/rig";
import type { Drawing, Item, Pipe, Way } from "./drawn";
import { straightened } from "./straight";
import { thingsOf, type Placed } from "./things";

/** How far from its upper edge (or left one, when water runs down) the pipe passes a thing. */
function axisOf(item: Placed["item"], way: Way): number {
  if (item.kind === "lever" || item.kind === "joint") return way === "right" ? 34 : 22;
  if (item.kind === "out") return way === "right" ? 15 : item.w / 2;
  return way === "right" ? (item.kind === "head" ? 18 : 24) : item.kind === "head" ? 30 : item.w / 2;
}

const elk = new ELK();

/** Nodes joined by plain pipe are one piece of it: for each the node that stands for all. */
function piecesOfPipe(rig: Rig): (node: string) => string {
  const parent = new Map(rig.nodes.map((n) => [n.id, n.id]));
  const rootOf = (node: string): string => {
    const next = parent.get(node)!;
    return next === node ? node : rootOf(next);
  };
  for (const e of rig.edges) if (e.kind === "pipe") parent.set(rootOf(e.from), rootOf(e.to));
  return rootOf;
}

type End = Placed["ends"][number];
/** An end of a thing where it hangs on a piece of pipe; `port` is its name in the layout. */
interface Hung {
  readonly end: End;
  readonly port: string;
}

/** What hangs on each piece of pipe. */
function hungOn(rig: Rig, things: readonly Placed[]): ReadonlyMap<string, readonly Hung[]> {
  const rootOf = piecesOfPipe(rig);
  const pieces = new Map<string, Hung[]>();
  for (const { item, ends } of things)
    ends.forEach((end, i) => {
      const piece = rootOf(end.node);
      pieces.set(piece, [...(pieces.get(piece) ?? []), { end, port: `${item.id}#${i}` }]);
    });
  return pieces;
}

const sideOf = (enters: boolean, way: Way): string => {
  if (way === "right") return enters ? "WEST" : "EAST";
  return enters ? "NORTH" : "SOUTH";
};

/** A point of a thing where pipes meet it: at its near side where water enters, at its far side where it leaves. */
const portOf = (id: string, enters: boolean, along: number, axis: number, way: Way) => {
  const at = enters ? 0 : along;
  return {
    id,
    width: 0,
    height: 0,
    ...(way === "right" ? { x: at, y: axis } : { x: axis, y: at }),
    layoutOptions: { "elk.port.side": sideOf(enters, way) },
  };
};

/** A thing as the layout places it. */
const nodeOf = ({ item, ends }: Placed, way: Way): ElkNode => ({
  id: item.id,
  width: item.w,
  height: item.h,
  layoutOptions: { "elk.portConstraints": "FIXED_POS" },
  ports: ends.map((end, i) =>
    portOf(`${item.id}#${i}`, end.enters, way === "right" ? item.w : item.h, axisOf(item, way), way),
  ),
});

const TEE = 6;
/**
 * A tee in a piece of pipe: all that comes meets at one side of it and all that leaves at the other, so
 * that pipes share their way as a fitter's do.
 */
const teeNode = (id: string, way: Way): ElkNode => ({
  id,
  width: TEE,
  height: TEE,
  layoutOptions: { "elk.portConstraints": "FIXED_POS" },
  ports: [portOf(`${id}#in`, true, TEE, TEE / 2, way), portOf(`${id}#out`, false, TEE, TEE / 2, way)],
});

/** Pipes to lay, the tees between them, and what each pipe shows of the rig. */
interface Plumbing {
  readonly edges: ElkExtendedEdge[];
  readonly tees: { readonly id: string; readonly node: string }[];
  readonly shows: Map<string, Pick<Pipe, "node" | "edge" | "forward">>;
}

/** A piece of pipe between two things is one pipe; with three or more things on it, a tee stands in it. */
function plumbingOf(pieces: ReadonlyMap<string, readonly Hung[]>): Plumbing {
  const plumbing: Plumbing = { edges: [], tees: [], shows: new Map() };
  const lay = (id: string, from: string, to: string, { node, edge }: End) => {
    plumbing.edges.push({ id, sources: [from], targets: [to] });
    plumbing.shows.set(id, { node, edge, forward: true });
  };
  for (const [piece, hung] of pieces) {
    if (hung.length < 2) continue;
    const [source, ...otherSources] = hung.filter((x) => !x.end.enters);
    const [sink] = hung.filter((x) => x.end.enters);
    if (hung.length === 2 && source && otherSources.length === 0) {
      const shown = source.end.edge !== undefined ? source.end : sink!.end;
      lay(`p:${piece}`, source.port, sink!.port, shown);
      continue;
    }
    const tee = `d:${piece}`;
    plumbing.tees.push({ id: tee, node: piece });
    for (const { end, port } of hung) {
      const id = `p:${piece}:${port}`;
      if (end.enters) lay(id, `${tee}#out`, port, end);
      else lay(id, port, `${tee}#in`, end);
    }
  }
  return plumbing;
}

/** How the layout spaces things, and that it always comes out alike. */
const layoutOptions = (way: Way): Record<string, string> => ({
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
});

/** The piece of pipe that a tee itself is. */
const pipeOfTee = (node: string, x: number, y: number, way: Way): Pipe => ({
  id: `p:${node}:tee`,
  node,
  forward: true,
  points:
    way === "right"
      ? [
          [x - 1, y + TEE / 2],
          [x + TEE + 1, y + TEE / 2],
        ]
      : [
          [x + TEE / 2, y - 1],
          [x + TEE / 2, y + TEE + 1],
        ],
});

/** A pipe as it was laid, in as many pieces as the layout made of it. */
const pipesOf = (edge: ElkExtendedEdge, shows: Plumbing["shows"]): Pipe[] =>
  (edge.sections ?? []).map((s, i) => ({
    id: `${edge.id}${i > 0 ? i : ""}`,
    ...shows.get(edge.id)!,
    points: [s.startPoint, ...(s.bendPoints ?? []), s.endPoint].map((p) => [p.x, p.y] as const),
  }));

/**
 * Places a rig on the page by itself: things in layers along the water, pipes at right angles, room kept
 * for every label (a layered graph layout). The same rig gives the same drawing.
 */
export async function drawingOf(rig: Rig, way: Way): Promise<Drawing> {
  const things = thingsOf(rig, way);
  const { edges, tees, shows } = plumbingOf(hungOn(rig, things));
  const laid: ElkNode = await elk.layout({
    id: "rig",
    children: [...things.map((t) => nodeOf(t, way)), ...tees.map((t) => teeNode(t.id, way))],
    edges,
    layoutOptions: layoutOptions(way),
  });
  const placeOf = (id: string) => {
    const { x = 0, y = 0 } = laid.children!.find((n) => n.id === id)!;
    return { x, y };
  };
  const items = things.map(({ item }): Item => ({ ...item, ...placeOf(item.id), axis: axisOf(item, way) }));
  const pipes = (laid.edges ?? []).flatMap((e) => pipesOf(e as ElkExtendedEdge, shows));
  const betweenTees = tees.map(({ id, node }) => {
    const { x, y } = placeOf(id);
    return pipeOfTee(node, x, y, way);
  });
  return {
    way,
    width: laid.width ?? 0,
    height: laid.height ?? 0,
    items,
    pipes: [...straightened(pipes, items), ...betweenTees],
  };
}
