import { KPA_PER_METRE } from "../units";
import type { Solved } from "./engine";
import { SUPPLY_NODE, WANTED_KPA, type Network, type NetworkPipe, type NetworkUnit } from "./network";
import { supplyPressure } from "./supply";

type Link = NetworkPipe | NetworkUnit;
const isPipe = (link: Link): link is NetworkPipe => "lengthM" in link;

/** Where pressure goes on the way of the water, kPa; a height that falls gives some back and is below 0. */
export interface LossPart {
  readonly of: "supply" | "pipe" | "unit" | "height";
  /** The pipe or unit. */
  readonly id?: string;
  readonly kPa: number;
}

/** A link as it is met on the way from the supply. */
interface Met {
  readonly link: Link;
  readonly from: string;
  readonly to: string;
}

/** Links from the supply's node to another, each time the one that brings the most; undefined where no water comes. */
function linksTo(network: Network, { flows }: Solved, node: string): Met[] | undefined {
  const way: Met[] = [];
  const seen = new Set<string>();
  let at = node;
  while (at !== SUPPLY_NODE) {
    if (seen.has(at)) return undefined;
    seen.add(at);
    const bringing = [...network.pipes, ...network.units]
      .filter((l) => l.from === at || l.to === at)
      .map((link) => ({ link, from: link.to === at ? link.from : link.to, to: at }))
      .map((met) => ({ met, flow: (met.link.to === met.to ? 1 : -1) * flows[met.link.id]! }))
      .sort((a, b) => b.flow - a.flow);
    const [most] = bringing.filter(({ met }) => !seen.has(met.from));
    if (!most || most.flow < 0) return undefined;
    way.unshift(most.met);
    at = most.met.from;
  }
  return way;
}

/**
 * The loss budget along the water's path to a node: supply, each run and unit in their order, and height.
 * Their sum is the supply's pressure at rest less the pressure at the node. Undefined where no water comes
 * to the node.
 */
export function lossesTo(network: Network, solved: Solved, node: string): LossPart[] | undefined {
  const way = linksTo(network, solved, node);
  if (!way) return undefined;
  const heights = new Map(network.nodes.map((n) => [n.id, n.elevationM]));
  const rise = (from: string, to: string) => KPA_PER_METRE * (heights.get(to)! - heights.get(from)!);
  const lost = ({ from, to }: Met) => solved.pressures[from]! - solved.pressures[to]! - rise(from, to);
  return [
    { of: "supply", kPa: supplyPressure(network.supply, 0) - solved.pressures[SUPPLY_NODE]! },
    ...way.map((met) => ({
      of: isPipe(met.link) ? ("pipe" as const) : ("unit" as const),
      id: met.link.id,
      kPa: lost(met),
    })),
    { of: "height", kPa: rise(SUPPLY_NODE, node) },
  ];
}

/** Loss of the treatment alone on the way to a node, kPa: of its units, without pipes and heights. */
export const treatmentLoss = (parts: readonly LossPart[]): number =>
  parts.filter((p) => p.of === "unit").reduce((sum, p) => sum + p.kPa, 0);

/** What an open fixture gets. */
export interface Served {
  readonly node: string;
  readonly kPa: number;
  /** L/min that it wants, and that it draws. */
  readonly wanted: number;
  readonly drawn: number;
}

/** What each open fixture gets, the one with the least pressure first (handbook 3: the worst fixture). */
export const servedBy = ({ fixtures }: Network, { pressures }: Solved): Served[] =>
  fixtures
    .map(({ node, flow }) => {
      const kPa = pressures[node]!;
      const part = Math.sqrt(Math.min(1, Math.max(0, kPa / WANTED_KPA)));
      return { node, kPa, wanted: flow, drawn: flow * part };
    })
    .sort((a, b) => a.kPa - b.kPa);

/** What a full cartridge loses more at its rated flow, kPa (handbook 3). */
const DIRTY_KPA = 70;

/**
 * The network with cartridges that are full of what they caught: each loses 70·Q/Qrated kPa more (handbook
 * 3, Unit loss). `rated`: L/min, by cartridge.
 */
export const withDirtyCartridges = (network: Network, rated: Readonly<Record<string, number>>): Network => ({
  ...network,
  units: network.units.map((unit) => {
    const at = rated[unit.id];
    if (at === undefined) return unit;
    if (!(at > 0)) throw new RangeError(`the rated flow of ${unit.id} must be above 0`);
    if (!("points" in unit)) return { ...unit, a: unit.a + DIRTY_KPA / at };
    return {
      ...unit,
      points: unit.points.map(([q, m]) => [q, m + (DIRTY_KPA * q) / at / KPA_PER_METRE] as const),
    };
  }),
});
