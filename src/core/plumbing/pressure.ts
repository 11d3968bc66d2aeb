import type { Level } from "../verdict";
import type { Assembly, RunBuilt } from "./assembly";
import { smoothBore, type Flexible } from "./connector";
import type { Engine, Solved } from "./engine";
import { houseNetwork, tapAt, tapNode, type HousePipes, type HouseTap } from "./house";
import { SUPPLY_NODE, velocityIn, type Network, type NetworkPipe } from "./network";
import type { Piping } from "./piping";
import type { PipeRun, SupplyCurve } from "./supply";
import { lossesTo, servedBy, treatmentLoss, withDirtyCartridges, type LossPart } from "./way";

/** Roughness and bore of a pipe. */
export interface Bore {
  readonly C: number;
  readonly idMm: number;
}

/** A train as its pressures are computed: its pipes as they are built, its units' losses, and what drives it. */
export interface DrivenTrain {
  readonly assembly: Assembly;
  /**
   * In the order of the water, each of those side by side: kPa = a·Q + b·Q², Q in L/min; `of`: the unit of
   * the design; `rated`: of a cartridge, which fills with dirt, its rated flow; `wash`: what its backwash
   * takes, L/min.
   */
  readonly units: readonly {
    readonly key: string;
    readonly of?: string;
    readonly a: number;
    readonly b: number;
    readonly rated?: number;
    readonly wash?: number;
  }[];
  readonly supply: SupplyCurve;
  readonly bores: Readonly<Record<string, Bore>>;
  /**
   * Taps to which somebody measured the way, and how they hang on the house's pipe; each on its own where
   * that is not said.
   */
  readonly taps?: readonly HouseTap[];
  readonly house?: HousePipes;
  /** Units that are fed from behind the train. */
  readonly branches?: readonly BranchFed[];
}

/**
 * An RO behind the train: it draws its feed and its waste together, whatever else the house draws; to the
 * network it is a demand, not a loss (handbook 3).
 */
export interface BranchFed {
  readonly key: string;
  /** Above the cut. */
  readonly riseM: number;
  /** From the cut to it; absent while nobody measured it. */
  readonly pipe?: PipeRun;
  /** L/min that it draws, and that the house draws meanwhile. */
  readonly flow: number;
  readonly beside: number;
  /** The least feed that it works at, kPa. */
  readonly least: number;
  /** A pump lifts what comes to it. */
  readonly isBoosted: boolean;
}

/** A pipe's key among the bores. */
export const boreKey = ({ system, size }: Pick<Piping, "system" | "size">): string => `${system} ${size}`;

const HOUSE = "house";

/** A connector's key among the bores: its own. */
const connectorKey = ({ insideMm }: Flexible): string => `connector ${insideMm}`;

/** Bores of all pipes of a train, with those of its connectors. */
const allBores = ({ assembly, bores }: Pick<DrivenTrain, "assembly" | "bores">): DrivenTrain["bores"] => ({
  ...bores,
  ...Object.fromEntries(
    assembly.fittings.flatMap(({ fitting: { flexible } }) =>
      flexible ? [[connectorKey(flexible), smoothBore(flexible)]] : [],
    ),
  ),
});

/** Metres of each pipe that a run takes, its fittings counted as the pipe that loses as much. */
function metresOf({ pieces, fittings }: Assembly, run: string): ReadonlyMap<string, number> {
  const metres = new Map<string, number>();
  const add = (key: string, m: number) => metres.set(key, (metres.get(key) ?? 0) + m);
  const own = pieces.filter((p) => p.run === run);
  for (const p of own) add(boreKey(p.piping), p.lengthMm / 1000);
  const last = own.at(-1)!.piping;
  for (const { fitting } of fittings.filter((f) => f.run === run)) {
    if (fitting.flexible) {
      add(connectorKey(fitting.flexible), fitting.likeM);
      continue;
    }
    const end = fitting.methods.findIndex((m) => m !== undefined);
    add(end < 0 ? boreKey(last) : boreKey({ ...last, ...sizeOf(fitting.ports[end]!) }), fitting.likeM);
  }
  return metres;
}

const sizeOf = ({ system, size }: { readonly system: string; readonly size: string }) => ({
  system: system as Piping["system"],
  size,
});

/** What the pipes of a row are called: as the row, or numbered where there are several. */
const isInRow = (pipe: string, row: string): boolean => pipe === row || pipe.startsWith(`${row}.`);

/** Pipes in a row between two nodes, one for each bore, with the nodes between them. */
function rowOf(
  id: string,
  from: string,
  to: string,
  metres: ReadonlyMap<string, number>,
  bores: DrivenTrain["bores"],
): { readonly pipes: NetworkPipe[]; readonly nodes: string[] } {
  const parts = [...metres].filter(([, m]) => m > 0);
  const nodes = parts.slice(1).map((_, i) => `${id}.n${i + 1}`);
  const row = [from, ...nodes, to];
  return {
    nodes,
    pipes: parts.map(([key, lengthM], i) => ({
      id: parts.length === 1 ? id : `${id}.${i + 1}`,
      from: row[i]!,
      to: row[i + 1]!,
      lengthM,
      ...bores[key]!,
    })),
  };
}

/** Metres of each pipe that a run takes, with what it loses in fittings that it shares. */
function metresOfRun(assembly: Assembly, { id, shared }: RunBuilt): ReadonlyMap<string, number> {
  const metres = new Map(metresOf(assembly, id));
  for (const { likeM, ...end } of shared) {
    const key = boreKey(sizeOf(end));
    metres.set(key, (metres.get(key) ?? 0) + likeM);
  }
  return metres;
}

/** The runs from the house's pipe to itself, by the first of units that stand side by side. */
function wayThrough({ runs }: Assembly): readonly RunBuilt[] {
  const way: RunBuilt[] = [];
  let next = runs.find((r) => r.from.is === "house");
  while (next) {
    way.push(next);
    const { is, part } = next.to;
    next = is === "house" ? undefined : runs.find((r) => r.from.part === part);
  }
  return way;
}

/**
 * How a run's loss grows with the train's flow rather than its own: a pipe that carries a part of it is as
 * one that is shorter (handbook 3, Pipe loss).
 */
const asWhole = (lengthM: number, share: number): number => lengthM * share ** 1.852;

/**
 * The pipes of a train in their order, fittings counted as the pipe that loses as much: before each unit of
 * the line, and behind the last. Of units side by side the way to the first is taken, as if all drew alike.
 */
export function laidRuns({
  assembly,
  bores,
}: Pick<DrivenTrain, "assembly" | "bores">): readonly (readonly PipeRun[])[] {
  const laid: PipeRun[][] = [[]];
  const ofAll = allBores({ assembly, bores });
  for (const run of wayThrough(assembly)) {
    const metres = [...metresOfRun(assembly, run)].filter(([, m]) => m > 0);
    const pipes = metres.map(([key, m]) => ({
      lengthM: asWhole(m, run.manifold?.share ?? 1),
      ...ofAll[key]!,
    }));
    laid.at(-1)!.push(...pipes);
    if (run.to.is === "unit") laid.push([]);
  }
  return laid;
}

/**
 * What a bypass takes when it is open: its own valve and pieces, with both tees straight on. Undefined
 * where there is none.
 */
function bypassRow(train: DrivenTrain) {
  const { assembly, bores } = train;
  if (!assembly.pieces.some((p) => p.run === "bypass")) return undefined;
  return rowOf("bypass", SUPPLY_NODE, HOUSE, metresOf(assembly, "bypass"), bores);
}

/** Where water comes into a unit, and out of it. */
const inletOf = (key: string): string => `${key}.in`;
const outletOf = (key: string): string => `${key}.out`;
type End = RunBuilt["from"];
/** The node at which a run begins. */
function nodeBehind({ is, part }: End): string {
  if (is === "house") return SUPPLY_NODE;
  return is === "unit" ? outletOf(part) : part;
}
/** The node at which a run ends. */
function nodeBefore({ is, part }: End): string {
  if (is === "house") return HOUSE;
  return is === "unit" ? inletOf(part) : part;
}

/** How a train is asked for water: its bypass stands open too; or one of its units draws it for its backwash. */
interface AskedAs {
  readonly isBypassed?: boolean;
  readonly washes?: string;
}

/** Taps with the highest first, of equally high ones that with the most pipe: what leaves least. */
const worstFirst = (taps: readonly HouseTap[]): readonly HouseTap[] =>
  taps.toSorted((a, b) => b.riseM - a.riseM || b.pipe.lengthM - a.pipe.lengthM);

/**
 * What of a flow is drawn where: all of it at the unit that asks; else each tap takes its own, those that
 * leave least first, and the rest is drawn right behind the train.
 */
function drawnAt({ taps = [] }: DrivenTrain, flow: number, at: string): Network["fixtures"] {
  if (at !== HOUSE) return [{ node: at, flow }];
  let left = flow;
  const drawn = worstFirst(taps).flatMap((tap) => {
    const own = Math.min(left, tap.flow);
    left -= own;
    return own > 0 ? [{ node: tapNode(tap.id), flow: own }] : [];
  });
  return left > 0 ? [...drawn, { node: HOUSE, flow: left }] : drawn;
}

/**
 * The network of a train with its house (handbook 3, The network): what is drawn behind it is drawn at the
 * height of the cut, but for what its taps take.
 */
export function trainNetwork(
  train: DrivenTrain,
  flow: number,
  { isBypassed = false, washes }: AskedAs = {},
): Network {
  const { assembly, units, supply } = train;
  const bores = allBores(train);
  const designed = (u: DrivenTrain["units"][number]) => u.of ?? u.key;
  const washed = units.find((u) => u.key === washes);
  // Alone in its line it may stay: behind it nothing is drawn. Beside others it would let their water back to itself.
  const hasOthers =
    washed !== undefined && units.some((u) => u !== washed && designed(u) === designed(washed));
  const passing = hasOthers ? units.filter((u) => u !== washed) : units;
  const rows = assembly.runs.map((run) =>
    rowOf(run.id, nodeBehind(run.from), nodeBefore(run.to), metresOfRun(assembly, run), bores),
  );
  const ends = assembly.runs.flatMap((run) => [nodeBehind(run.from), nodeBefore(run.to)]);
  const around = isBypassed ? bypassRow(train) : undefined;
  const all = around ? [...rows, around] : rows;
  const house = houseNetwork(HOUSE, train.taps ?? [], train.house ?? {});
  return {
    supply,
    nodes: [
      ...[...new Set([...ends, ...all.flatMap((r) => r.nodes)])].map((id) => ({ id, elevationM: 0 })),
      ...house.nodes,
    ],
    pipes: [...all.flatMap((r) => r.pipes), ...house.pipes],
    units: passing.map(({ key, a, b }) => ({ id: key, from: inletOf(key), to: outletOf(key), a, b })),
    fixtures: drawnAt(train, flow, washes === undefined ? HOUSE : inletOf(washes)),
  };
}

/** Ways in which a train is asked for water. */
export const pressureCases = ["peak", "shower", "wash", "dirty", "bypass"] as const;
export type PressureCase = (typeof pressureCases)[number];

/** How a train does in one case. */
export interface CaseFound {
  /** The unit that draws it for its backwash; absent: the house. */
  readonly unit?: string;
  /** L/min that is wanted, and that is drawn. */
  readonly wanted: number;
  readonly drawn: number;
  /**
   * Where it is drawn, kPa: at the tap that has least, or at the height of the cut where the way to the
   * taps is unknown.
   */
  readonly kPa: number;
  /** The house's pipe and floors are in it. */
  readonly isAtTap: boolean;
  /** The tap that has least, where it is one of those that are measured. */
  readonly tap?: string;
  /** What each of units side by side takes of it, L/min, by the unit of the design. */
  readonly shares: readonly { readonly unit: string; readonly flows: readonly number[] }[];
  /** What the units alone take, kPa. */
  readonly treatmentKPa: number;
  /** Speed of the water in its fastest pipe, m/s, and which. */
  readonly fastest: { readonly pipe: string; readonly ms: number };
  /** Speed in each run of the train, m/s, along the water: in its narrowest pipe. */
  readonly speeds: readonly { readonly run: string; readonly ms: number }[];
  /** Where the pressure goes, along the water. */
  readonly losses: readonly LossPart[];
}

/** What runs through each of units side by side. */
function sharesOf({ units }: DrivenTrain, { flows }: Solved): CaseFound["shares"] {
  const all = [...new Set(units.map((u) => u.of ?? u.key))];
  return all
    .map((unit) => ({
      unit,
      flows: units.filter((u) => (u.of ?? u.key) === unit).map((u) => flows[u.key] ?? 0),
    }))
    .filter((share) => share.flows.length > 1);
}

/** How a network does; `at`: at this node, else at the fixture that has least. */
function foundIn(train: DrivenTrain, network: Network, solved: Solved, at?: string): CaseFound | undefined {
  const served = servedBy(network, solved);
  const worst = at === undefined ? served[0] : served.find((s) => s.node === at);
  const losses = worst && lossesTo(network, solved, worst.node);
  if (!worst || !losses) return undefined;
  const speeds = network.pipes.map((p) => ({ pipe: p.id, ms: velocityIn(p.idMm, solved.flows[p.id] ?? 0) }));
  return {
    wanted: served.reduce((sum, s) => sum + s.wanted, 0),
    drawn: served.reduce((sum, s) => sum + s.drawn, 0),
    kPa: worst.kPa,
    isAtTap: served.some((s) => tapAt(s.node) !== undefined),
    ...(tapAt(worst.node) === undefined ? {} : { tap: tapAt(worst.node)! }),
    shares: sharesOf(train, solved),
    treatmentKPa: treatmentLoss(losses),
    fastest: speeds.reduce((a, b) => (b.ms > a.ms ? b : a)),
    speeds: train.assembly.runs.flatMap(({ id }) => {
      const own = speeds.filter((s) => isInRow(s.pipe, id)).map((s) => s.ms);
      return own.length > 0 ? [{ run: id, ms: Math.max(...own) }] : [];
    }),
    losses,
  };
}

/** Solves a network, and says how it does; undefined where the engine finds no balance. */
function solvedIn(engine: Engine, train: DrivenTrain, network: Network, at?: string): CaseFound | undefined {
  const open = engine.open(network);
  try {
    const solved = open.solve();
    return solved && foundIn(train, network, solved, at);
  } finally {
    open.close();
  }
}

/**
 * How a train does in each case (handbook 3): at the design's peak, at one shower, at the backwash that
 * takes most, at the peak with full cartridges, and with the bypass open. A case is undefined where its
 * flow is not known, where the train has no bypass, or where the engine finds no balance: then nothing is
 * known.
 */
export function pressuresOf(
  engine: Engine,
  train: DrivenTrain,
  flows: { readonly peak?: number; readonly shower: number },
): Readonly<Partial<Record<PressureCase, CaseFound>>> {
  const solve = (network: Network) => solvedIn(engine, train, network);
  const rated = Object.fromEntries(train.units.flatMap((u) => (u.rated ? [[u.key, u.rated]] : [])));
  const { peak, shower } = flows;
  const found: Partial<Record<PressureCase, CaseFound>> = {};
  found.shower = solve(trainNetwork(train, shower));
  const [washed] = train.units.filter((u) => u.wash !== undefined).toSorted((a, b) => b.wash! - a.wash!);
  if (washed) {
    // Whatever else is asked of the train, what its backwash draws goes to the drain before the unit's own bed.
    const wash = solve(trainNetwork(train, washed.wash!, { washes: washed.key }));
    found.wash = wash && { ...wash, unit: washed.of ?? washed.key };
  }
  if (peak === undefined) return found;
  found.peak = solve(trainNetwork(train, peak));
  if (Object.keys(rated).length > 0)
    found.dirty = solve(withDirtyCartridges(trainNetwork(train, peak), rated));
  if (bypassRow(train)) found.bypass = solve(trainNetwork(train, peak, { isBypassed: true }));
  return found;
}

/** A way to a branch that nobody measured: as good as none, so that what is found there is at most there. */
const NO_WAY_M = 0.01;

/** The network of a train with one unit that it feeds. */
function branchNetwork(train: DrivenTrain, branch: BranchFed): Network {
  const plain = trainNetwork({ ...train, taps: [] }, branch.beside);
  const [any] = Object.values(train.bores);
  const pipe = branch.pipe ?? { lengthM: NO_WAY_M, ...any! };
  return {
    ...plain,
    nodes: [...plain.nodes, { id: branch.key, elevationM: branch.riseM }],
    pipes: [...plain.pipes, { id: `${branch.key}.pipe`, from: HOUSE, to: branch.key, ...pipe }],
    fixtures: [...plain.fixtures, { node: branch.key, flow: branch.flow }],
  };
}

/** What comes to a unit behind the train. */
export interface FeedFound {
  readonly branch: BranchFed;
  readonly found: CaseFound;
}

/** What comes to each unit that the train feeds; those of which the engine finds no balance are left out. */
export const feedsOf = (engine: Engine, train: DrivenTrain): readonly FeedFound[] =>
  (train.branches ?? []).flatMap((branch) => {
    const found = solvedIn(engine, train, branchNetwork(train, branch), branch.key);
    return found ? [{ branch, found }] : [];
  });

/**
 * How a feed is judged: Stop below what the unit works at. Without the way to it what is found is at most
 * there, and never Good; what a pump lifts is judged behind that.
 */
export function judgedFeed({ branch, found }: FeedFound): Level | undefined {
  if (branch.isBoosted) return undefined;
  if (found.kPa < branch.least * 0.999) return "Stop";
  return branch.pipe ? "Good" : undefined;
}

/** Less than this is a matter of the engine's last digits, L/min. */
const LEAST_FLOW = 0.01;

/** How what is left at an open tap is judged: Good from 200 kPa, Check from 140, Stop below (handbook 3). */
export function leftAtTap(kPa: number): Level {
  if (kPa < 140) return "Stop";
  return kPa < 200 ? "Check" : "Good";
}

/** The same where more is taken behind it that nobody knows: it is never Good. */
function leftBefore(kPa: number): Level | undefined {
  const level = leftAtTap(kPa);
  return level === "Good" ? undefined : level;
}

/** Up to the first Good, up to the second Check, above it Stop. */
const upTo = (value: number, good: number, check: number): Level =>
  value <= good ? "Good" : value <= check ? "Check" : "Stop";

/** How fast cold water may run, m/s: Good to 2.4, Check to 3.0, in plastic as in copper (handbook 3, Pipe). */
export const speedLevel = (ms: number): Level => upTo(ms, 2.4, 3);

/** Is less drawn than is wanted: what is drawn is then the most that can be delivered. */
export const isShort = ({ wanted, drawn }: Pick<CaseFound, "wanted" | "drawn">): boolean =>
  drawn < wanted - LEAST_FLOW;

/**
 * How a case is judged (handbook 3): treatment alone at 100 and 170 kPa, cold water at 2.4 and 3.0 m/s.
 * What is left is never Good while nobody knows what the house's own pipes and floors take: below 140 kPa
 * it is Stop at any tap, below 200 Check, and above it nothing is said. A backwash that does not get its
 * flow is Stop.
 */
export function judgedCase(found: CaseFound): {
  readonly left?: Level;
  readonly treatment: Level;
  readonly speed: Level;
} {
  const { unit, kPa, isAtTap, treatmentKPa, fastest } = found;
  const ofWash = isShort(found) ? "Stop" : undefined;
  const ofHouse = isAtTap ? leftAtTap(kPa) : leftBefore(kPa);
  return {
    left: unit === undefined ? ofHouse : ofWash,
    treatment: upTo(treatmentKPa, 100, 170),
    speed: speedLevel(fastest.ms),
  };
}
