import {
  AnalysisStatistic,
  InitHydOption,
  LinkProperty,
  NodeProperty,
  Option,
  Project,
  Workspace,
} from "epanet-js";
import { KPA_PER_METRE } from "../units";
import { inpNames, inpOf } from "./inp";
import { networkFaults, SUPPLY_NODE, withoutBlindBranches, type Network, type Standing } from "./network";
import { supplyPressure } from "./supply";

/** How water runs in a network. */
export interface Solved {
  /** By node, kPa above the air, at the node's own height. Below 0: what is asked for cannot be delivered. */
  readonly pressures: Readonly<Record<string, number>>;
  /** By pipe or unit, L/min; above 0 from its `from` to its `to`. */
  readonly flows: Readonly<Record<string, number>>;
}

/** A network that is held open, to be solved again and again. */
export interface OpenNetwork {
  /**
   * How water runs with these lengths, m and above 0, in place of the pipes' own; tubes keep theirs,
   * because their loss is a curve. Undefined where the engine finds no balance: then nothing is known.
   */
  readonly solve: (lengths?: Readonly<Record<string, number>>) => Solved | undefined;
  readonly close: () => void;
}

/** A network that cannot be solved as it is; the message says why, in words. */
export class FaultyNetwork extends Error {}

/** Solves networks. It is loaded once and kept. */
export interface Engine {
  /** Opens a network. Throws `FaultyNetwork` where it has faults. */
  readonly open: (network: Network) => OpenNetwork;
}

/**
 * A solution is one when its flows change no more than by this part of their sum. A file's own value is
 * held at ten times as much, so it is set after opening.
 */
const ACCURACY = 1e-6;

/**
 * Where little runs, a part of it is less than the engine can hold: a last change of so little, L/min, is a
 * balance too.
 */
const STILL = 0.002;

/** Is what the engine ended with a balance. */
function isBalanced(project: Project): boolean {
  const error = project.getStatistic(AnalysisStatistic.RelativeError);
  const change = project.getStatistic(AnalysisStatistic.MaxFlowChange);
  return Number.isFinite(error) && (error <= ACCURACY || change <= STILL);
}

function openIn(workspace: Workspace, network: Network): OpenNetwork {
  const faults = networkFaults(network);
  if (faults.length > 0) throw new FaultyNetwork(faults.join(". "));
  const { running, standing } = withoutBlindBranches(network);
  const whole = (of: Solved) => (standing.length === 0 ? of : withStanding(network, standing, of));
  if (running.fixtures.length === 0) {
    const rest = whole({ pressures: { [SUPPLY_NODE]: supplyPressure(network.supply, 0) }, flows: {} });
    return { solve: () => rest, close: () => undefined };
  }
  const opened = openRunning(workspace, running);
  return {
    solve: (lengths) => {
      const solved = opened.solve(lengths);
      return solved && whole(solved);
    },
    close: opened.close,
  };
}

/** A solution with what stands beside it: no flow, and the pressure of what it hangs on. */
function withStanding(network: Network, standing: readonly Standing[], solved: Solved): Solved {
  const heights = new Map(network.nodes.map((n) => [n.id, n.elevationM]));
  const pressures: Record<string, number> = { ...solved.pressures };
  for (const { node, before } of standing)
    pressures[node] = pressures[before]! - KPA_PER_METRE * (heights.get(node)! - heights.get(before)!);
  const still = [...network.pipes, ...network.units].map((l) => [l.id, 0] as const);
  return { pressures, flows: { ...Object.fromEntries(still), ...solved.flows } };
}

/** Opens a network in which water runs everywhere. */
function openRunning(workspace: Workspace, network: Network): OpenNetwork {
  const names = inpNames(network);
  const project = new Project(workspace);
  workspace.writeFile("network.inp", inpOf(network));
  project.open("network.inp", "report.txt", "out.bin");
  project.setOption(Option.Accuracy, ACCURACY);
  const links = [...network.pipes, ...network.units].map(({ id }) => ({
    id,
    at: project.getLinkIndex(names.links.get(id)!),
  }));
  const nodes = network.nodes.map(({ id }) => ({ id, at: project.getNodeIndex(names.nodes.get(id)!) }));
  const set = network.pipes.filter((p) => !p.isTube).map((p) => ({ ...p, is: p.lengthM }));
  const linkAt = new Map(links.map((l) => [l.id, l.at]));
  project.openH();

  const setLengths = (lengths: Readonly<Record<string, number>>) => {
    for (const pipe of set) {
      const length = lengths[pipe.id] ?? pipe.lengthM;
      if (length === pipe.is) continue;
      project.setLinkValue(linkAt.get(pipe.id)!, LinkProperty.Length, length);
      pipe.is = length;
    }
  };
  const read = (): Solved => {
    const pressures: Record<string, number> = {};
    for (const { id, at } of nodes)
      pressures[id] = KPA_PER_METRE * project.getNodeValue(at, NodeProperty.Pressure);
    const flows: Record<string, number> = {};
    for (const { id, at } of links) flows[id] = project.getLinkValue(at, LinkProperty.Flow);
    return { pressures, flows };
  };
  return {
    solve: (lengths = {}) => {
      setLengths(lengths);
      try {
        project.initH(InitHydOption.InitFlow);
        project.runH();
      } catch {
        // The engine says so where it finds no balance.
        return undefined;
      }
      return isBalanced(project) ? read() : undefined;
    },
    close: () => {
      project.closeH();
      project.close();
    },
  };
}

/** Loads the engine (EPANET), which takes a moment; keep it. */
export async function loadEngine(): Promise<Engine> {
  const workspace = new Workspace();
  await workspace.loadModule();
  return { open: (network) => openIn(workspace, network) };
}
