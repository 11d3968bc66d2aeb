import { pipeLoss, type PipeRun, type SupplyCurve } from "./supply";
import { GRAVITY, KPA_PER_METRE } from "../units";

/** The node at which the supply's curve acts. */
export const SUPPLY_NODE = "main";

/** A point of a network, at its height above any one level, m. */
export interface NetworkNode {
  readonly id: string;
  readonly elevationM: number;
}

/** A run of pipe or tube between two nodes. */
export interface NetworkPipe extends PipeRun {
  readonly id: string;
  readonly from: string;
  readonly to: string;
  /** Small plastic tube, in which water may run in layers. */
  readonly isTube?: boolean;
}

/** A loss at a flow: L/min and m of water. */
export type LossPoint = readonly [flow: number, metres: number];

/** A unit between two nodes: ΔP = a·Q + b·Q², kPa and L/min; or a loss that is known point by point. */
export type NetworkUnit = {
  readonly id: string;
  readonly from: string;
  readonly to: string;
} & ({ readonly a: number; readonly b: number } | { readonly points: readonly LossPoint[] });

/** A fixture that is open: what it draws at the pressure that it wants, L/min. */
export interface OpenFixture {
  readonly node: string;
  readonly flow: number;
}

/** The whole house as water meets it, from the supply to every open fixture (handbook 3, The network). */
export interface Network {
  readonly supply: SupplyCurve;
  readonly nodes: readonly NetworkNode[];
  readonly pipes: readonly NetworkPipe[];
  readonly units: readonly NetworkUnit[];
  readonly fixtures: readonly OpenFixture[];
}

/**
 * Pressure from which a fixture draws all that it wants, kPa; below it draws as the root of the pressure
 * (handbook 3).
 */
export const WANTED_KPA = 140;

/** Water of 20 °C, m2/s. */
const VISCOSITY = 1.004e-6;
/** Below this Reynolds number water runs in layers (handbook 3). */
const LAMINAR_RE = 2300;

/** Flow in L/min at which a tube of this bore, mm, stops running in layers. */
export const laminarFlow = (idMm: number): number =>
  60_000 * (Math.PI / 4) * (idMm / 1000) * LAMINAR_RE * VISCOSITY;

/**
 * Loss of a tube in kPa at a flow in L/min: by 64/Re below Re 2300, where Hazen–Williams is far too low, by
 * Hazen–Williams above (handbook 3). Water of 20 °C is assumed.
 */
export function tubeLoss(tube: PipeRun, flow: number): number {
  if (flow >= laminarFlow(tube.idMm)) return pipeLoss(tube, flow);
  const bore = tube.idMm / 1000;
  const speed = flow / 60_000 / ((Math.PI / 4) * bore ** 2);
  // 64/Re · L/d · v²/2g, with Re = v·d/ν.
  const metres = (32 * VISCOSITY * tube.lengthM * speed) / (GRAVITY * bore ** 2);
  return KPA_PER_METRE * metres;
}

/** Speed of water in a run, m/s, at a flow in L/min. */
export const velocityIn = (idMm: number, flow: number): number =>
  Math.abs(flow) / 60_000 / ((Math.PI / 4) * (idMm / 1000) ** 2);

const isPositive = (n: number): boolean => Number.isFinite(n) && n > 0;
/** Does a row of points begin no lower than at nothing, and rise in flow and never fall in loss. */
const isRising = (points: readonly LossPoint[]): boolean =>
  points.length > 1 &&
  points.every(([flow, metres], i) => {
    const [before, lost] = points[i - 1] ?? [-Number.EPSILON, 0];
    return Number.isFinite(flow) && Number.isFinite(metres) && flow > before && metres >= lost;
  });
const isLoss = (unit: NetworkUnit): boolean => {
  if ("points" in unit) return isRising(unit.points);
  const { a, b } = unit;
  return Number.isFinite(a) && Number.isFinite(b) && a >= 0 && b >= 0 && a + b > 0;
};

const repeated = (ids: readonly string[]): string[] => [
  ...new Set(ids.filter((id, at) => ids.indexOf(id) !== at)),
];

/** Nodes that the supply reaches through pipes and units. */
function reached({ pipes, units }: Network): ReadonlySet<string> {
  const beside = new Map<string, string[]>();
  for (const { from, to } of [...pipes, ...units]) {
    beside.set(from, [...(beside.get(from) ?? []), to]);
    beside.set(to, [...(beside.get(to) ?? []), from]);
  }
  const found = new Set([SUPPLY_NODE]);
  for (const node of found) for (const next of beside.get(node) ?? []) found.add(next);
  return found;
}

/** A node in which water stands: it has the pressure of the node before it, less its height above that. */
export interface Standing {
  readonly node: string;
  readonly before: string;
}

/**
 * The part of a network in which water can run, and the nodes of all blind branches, each after the one
 * that it hangs on. No engine finds a balance where nothing runs, and none is needed.
 */
export function withoutBlindBranches(network: Network): {
  readonly running: Network;
  readonly standing: readonly Standing[];
} {
  const drawn = new Set([SUPPLY_NODE, ...network.fixtures.map((f) => f.node)]);
  let { nodes, pipes, units } = network;
  const standing: Standing[] = [];
  for (;;) {
    const links = [...pipes, ...units];
    const linksAt = (id: string) => links.filter((l) => l.from === id || l.to === id);
    const blind = nodes.find((n) => !drawn.has(n.id) && linksAt(n.id).length === 1);
    if (!blind) return { running: { ...network, nodes, pipes, units }, standing: standing.reverse() };
    const [last] = linksAt(blind.id);
    standing.push({ node: blind.id, before: last!.from === blind.id ? last!.to : last!.from });
    nodes = nodes.filter((n) => n !== blind);
    pipes = pipes.filter((p) => p.id !== last!.id);
    units = units.filter((u) => u.id !== last!.id);
  }
}

/** What keeps a network from being solved, in words; empty where nothing does. */
export function networkFaults(network: Network): string[] {
  const { nodes, pipes, units, fixtures } = network;
  const known = new Set(nodes.map((n) => n.id));
  if (!known.has(SUPPLY_NODE)) return [`No node is called ${SUPPLY_NODE}: the supply has nowhere to come in`];
  const links = [...pipes, ...units];
  const ends = links.flatMap(({ id, from, to }) => [from, to].map((node) => ({ id, node })));
  const water = reached(network);
  return [
    ...repeated(nodes.map((n) => n.id)).map((id) => `Two nodes are called ${id}`),
    ...repeated(links.map((l) => l.id)).map((id) => `Two runs or units are called ${id}`),
    ...ends
      .filter(({ node }) => !known.has(node))
      .map(({ id, node }) => `${id} ends at ${node}, which is no node`),
    ...links.filter((l) => l.from === l.to).map(({ id }) => `${id} begins and ends at the same node`),
    ...nodes.filter((n) => !Number.isFinite(n.elevationM)).map(({ id }) => `${id} has no height`),
    ...pipes
      .filter((p) => ![p.lengthM, p.C, p.idMm].every(isPositive))
      .map(({ id }) => `${id} needs a length, a bore and a roughness above 0`),
    ...units.filter((u) => !isLoss(u)).map(({ id }) => `${id} needs a loss that grows with its flow`),
    ...fixtures.filter((f) => !known.has(f.node)).map((f) => `A fixture is at ${f.node}, which is no node`),
    ...fixtures
      .filter((f) => !isPositive(f.flow))
      .map((f) => `The fixture at ${f.node} needs a flow above 0`),
    ...nodes.filter((n) => known.size > 1 && !water.has(n.id)).map(({ id }) => `No water comes to ${id}`),
  ];
}
