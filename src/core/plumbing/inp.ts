import { KPA_PER_METRE } from "../units";
import { supplyPressure, type SupplyCurve } from "./supply";
import {
  laminarFlow,
  SUPPLY_NODE,
  tubeLoss,
  WANTED_KPA,
  type LossPoint,
  type Network,
  type NetworkPipe,
  type NetworkUnit,
} from "./network";

/**
 * Points of a curve are so far apart at most, L/min: the engine then agrees with the formula to 0.05 % of
 * the static pressure.
 */
const STEP = 1;
/** A curve has so many points at least (handbook 3). */
const POINTS = 20;

/** Flows at which a curve is written down, from none to a little above all that the open fixtures can draw. */
function flowsOf({ fixtures }: Network): number[] {
  const most = 1.1 * fixtures.reduce((sum, f) => sum + f.flow, 0) + STEP;
  const count = Math.max(POINTS, Math.ceil(most / STEP));
  return Array.from({ length: count + 1 }, (_, i) => (most * i) / count);
}

const pointsOf = (flows: readonly number[], lossKPa: (flow: number) => number): LossPoint[] =>
  flows.map((flow) => [flow, lossKPa(flow) / KPA_PER_METRE] as const);

/** The loss of a unit, point by point. */
export const unitCurve = (network: Network, unit: NetworkUnit): readonly LossPoint[] =>
  "points" in unit ? unit.points : pointsOf(flowsOf(network), (q) => unit.a * q + unit.b * q ** 2);

/** Flows of a tube: few litres a minute run in it, and where layers end its loss leaps. */
function tubeFlows(network: Network, tube: NetworkPipe): number[] {
  const limit = laminarFlow(tube.idMm);
  const below = Array.from({ length: POINTS }, (_, i) => (limit * (i + 1)) / (POINTS + 1));
  const all = [...flowsOf(network), ...below, limit * 0.999, limit];
  return [...new Set(all)].sort((x, y) => x - y);
}

/** The loss of a tube, point by point. */
export const tubeCurve = (network: Network, tube: NetworkPipe): LossPoint[] =>
  pointsOf(tubeFlows(network, tube), (q) => tubeLoss(tube, q));

/** Pressure of the supply where nothing runs, kPa. */
const restOf = (supply: SupplyCurve): number => supplyPressure(supply, 0);

/** What the supply loses on its way to the node where it acts, point by point. */
export const supplyLoss = (network: Network): LossPoint[] =>
  pointsOf(flowsOf(network), (q) => restOf(network.supply) - supplyPressure(network.supply, q));

/** Names as the engine takes them, by id: without spaces, at most 31 characters, no two alike. */
function namesOf(ids: readonly string[]): ReadonlyMap<string, string> {
  const taken = new Set<string>();
  const names = new Map<string, string>();
  for (const id of ids) {
    const plain = id.replace(/[^A-Za-z0-9_.-]+/g, "_").slice(0, 24) || "x";
    let name = plain;
    for (let n = 2; taken.has(name.toLowerCase()); n += 1) name = `${plain}_${n}`;
    taken.add(name.toLowerCase());
    names.set(id, name);
  }
  return names;
}

/** How a network's nodes and links are called in its file. */
export interface InpNames {
  readonly nodes: ReadonlyMap<string, string>;
  readonly links: ReadonlyMap<string, string>;
}

/** Ids that only the file has: the reservoir before the supply's node, and the valve that bears the supply's curve. */
const RESERVOIR = "supply reservoir";
const SUPPLY_CURVE = "supply curve";

/** How the nodes and links of a network are called in its file. */
export const inpNames = ({ nodes, pipes, units }: Network): InpNames => ({
  nodes: namesOf([...nodes.map((n) => n.id), RESERVOIR]),
  links: namesOf([...pipes.map((p) => p.id), ...units.map((u) => u.id), SUPPLY_CURVE]),
});

const figure = (n: number): string => String(Number(n.toPrecision(12)));
const section = (title: string, rows: readonly (readonly (string | number)[])[]): string =>
  [
    `[${title}]`,
    ...rows.map((row) => row.map((c) => (typeof c === "number" ? figure(c) : c)).join("\t")),
    "",
  ].join("\n");

/** Millimetres that a valve of the engine asks for; what it loses is in its curve alone. */
const VALVE_MM = 25;

/**
 * The network as an EPANET input file: L/min, m and mm; the supply a reservoir behind a valve with its
 * curve, units and tubes valves with theirs, fixtures drawing as their pressure allows. The network must
 * have no faults.
 */
export function inpOf(network: Network): string {
  const { nodes, pipes, units, fixtures, supply } = network;
  const names = inpNames(network);
  const node = (id: string) => names.nodes.get(id)!;
  const link = (id: string) => names.links.get(id)!;
  const drawn = (id: string) => fixtures.filter((f) => f.node === id).reduce((sum, f) => sum + f.flow, 0);
  const height = nodes.find((n) => n.id === SUPPLY_NODE)!.elevationM;
  const tubes = pipes.filter((p) => p.isTube);
  const curves = [
    { id: SUPPLY_CURVE, from: RESERVOIR, to: SUPPLY_NODE, points: supplyLoss(network) },
    ...units.map((u) => ({ ...u, points: unitCurve(network, u) })),
    ...tubes.map((t) => ({ ...t, points: tubeCurve(network, t) })),
  ];
  return [
    section(
      "JUNCTIONS",
      nodes.map((n) => [node(n.id), n.elevationM, drawn(n.id)]),
    ),
    section("RESERVOIRS", [[node(RESERVOIR), height + restOf(supply) / KPA_PER_METRE]]),
    section(
      "PIPES",
      pipes
        .filter((p) => !p.isTube)
        .map((p) => [link(p.id), node(p.from), node(p.to), p.lengthM, p.idMm, p.C, 0, "Open"]),
    ),
    section(
      "VALVES",
      curves.map((c) => [link(c.id), node(c.from), node(c.to), VALVE_MM, "GPV", link(c.id), 0]),
    ),
    section(
      "CURVES",
      curves.flatMap((c) => c.points.map(([flow, metres]) => [link(c.id), flow, metres])),
    ),
    section("OPTIONS", [
      ["Units", "LPM"],
      ["Headloss", "H-W"],
      ["Demand Model", "PDA"],
      ["Minimum Pressure", 0],
      ["Required Pressure", WANTED_KPA / KPA_PER_METRE],
      ["Pressure Exponent", 0.5],
      ["Accuracy", 0.00001],
      ["Trials", 60],
      ["Unbalanced", "STOP"],
    ]),
    section("TIMES", [["Duration", 0]]),
    "[END]\n",
  ].join("\n");
}
