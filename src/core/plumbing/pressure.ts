import type { Level } from "../verdict";
import type { Assembly } from "./assembly";
import type { Engine, Solved } from "./engine";
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
  /** In the order of the water: kPa = a·Q + b·Q², Q in L/min; `rated`: of a cartridge, which fills with dirt, its rated flow; `wash`: what its backwash takes, L/min. */
  readonly units: readonly {
    readonly key: string;
    readonly a: number;
    readonly b: number;
    readonly rated?: number;
    readonly wash?: number;
  }[];
  readonly supply: SupplyCurve;
  readonly bores: Readonly<Record<string, Bore>>;
}

/** A pipe's key among the bores. */
export const boreKey = ({ system, size }: Pick<Piping, "system" | "size">): string => `${system} ${size}`;

const HOUSE = "house";

/** Metres of each pipe that a run takes, its fittings counted as the pipe that loses as much. */
function metresOf({ pieces, fittings }: Assembly, run: string): ReadonlyMap<string, number> {
  const metres = new Map<string, number>();
  const add = (key: string, m: number) => metres.set(key, (metres.get(key) ?? 0) + m);
  const own = pieces.filter((p) => p.run === run);
  for (const p of own) add(boreKey(p.piping), p.lengthMm / 1000);
  const last = own.at(-1)!.piping;
  for (const { fitting } of fittings.filter((f) => f.run === run)) {
    const end = fitting.methods.findIndex((m) => m !== undefined);
    add(end < 0 ? boreKey(last) : boreKey({ ...last, ...sizeOf(fitting.ports[end]!) }), fitting.likeM);
  }
  return metres;
}

const sizeOf = ({ system, size }: { readonly system: string; readonly size: string }) => ({
  system: system as Piping["system"],
  size,
});

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

/** Metres of each pipe of every run along the water, with the tees of a bypass at both ends. */
function metresAlong(assembly: Assembly): readonly ReadonlyMap<string, number>[] {
  const tees = assembly.fittings.filter((f) => f.run === "bypass" && f.fitting.branchLikeM !== undefined);
  const runs = [...new Set(assembly.pieces.map((p) => p.run))].filter((run) => run !== "bypass");
  return runs.map((run, i) => {
    const metres = new Map(metresOf(assembly, run));
    const tee = i === 0 ? tees[0] : i === runs.length - 1 ? tees[1] : undefined;
    if (tee) {
      const key = boreKey(sizeOf(tee.fitting.ports[0]));
      metres.set(key, (metres.get(key) ?? 0) + tee.fitting.branchLikeM!);
    }
    return metres;
  });
}

/** The pipes of a train in their order, fittings counted as the pipe that loses as much: before each unit of the line, and behind the last. */
export const laidRuns = ({
  assembly,
  bores,
}: Pick<DrivenTrain, "assembly" | "bores">): readonly (readonly PipeRun[])[] =>
  metresAlong(assembly).map((metres) =>
    [...metres].filter(([, m]) => m > 0).map(([key, lengthM]) => ({ lengthM, ...bores[key]! })),
  );

/** What a bypass takes when it is open: its own valve and pieces, with both tees straight on. Undefined where there is none. */
function bypassRow(train: DrivenTrain) {
  const { assembly, bores } = train;
  if (!assembly.pieces.some((p) => p.run === "bypass")) return undefined;
  return rowOf("bypass", SUPPLY_NODE, HOUSE, metresOf(assembly, "bypass"), bores);
}

/** How a train is asked for water: its bypass stands open too; the flow is drawn at another node than behind it. */
interface AskedAs {
  readonly isBypassed?: boolean;
  readonly at?: string;
}

/** The network of a train (handbook 3, The network): one fixture draws a flow behind it, at the height of the cut. */
export function trainNetwork(
  train: DrivenTrain,
  flow: number,
  { isBypassed = false, at = HOUSE }: AskedAs = {},
): Network {
  const { assembly, units, supply, bores } = train;
  const stops = [SUPPLY_NODE, ...units.flatMap((u) => [`${u.key}.in`, `${u.key}.out`]), HOUSE];
  const rows = metresAlong(assembly).map((metres, i) =>
    rowOf(`r${i + 1}`, stops[2 * i]!, stops[2 * i + 1]!, metres, bores),
  );
  const around = isBypassed ? bypassRow(train) : undefined;
  const all = around ? [...rows, around] : rows;
  return {
    supply,
    nodes: [...new Set([...stops, ...all.flatMap((r) => r.nodes)])].map((id) => ({ id, elevationM: 0 })),
    pipes: all.flatMap((r) => r.pipes),
    units: units.map(({ key, a, b }) => ({ id: key, from: `${key}.in`, to: `${key}.out`, a, b })),
    fixtures: [{ node: at, flow }],
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
  /** Where it is drawn, at the height of the cut, kPa. */
  readonly kPa: number;
  /** What the units alone take, kPa. */
  readonly treatmentKPa: number;
  /** Speed of the water in its fastest pipe, m/s, and which. */
  readonly fastest: { readonly pipe: string; readonly ms: number };
  /** Where the pressure goes, along the water. */
  readonly losses: readonly LossPart[];
}

function foundIn(network: Network, solved: Solved): CaseFound | undefined {
  const [served] = servedBy(network, solved);
  const losses = served && lossesTo(network, solved, served.node);
  if (!served || !losses) return undefined;
  const speeds = network.pipes.map((p) => ({ pipe: p.id, ms: velocityIn(p.idMm, solved.flows[p.id] ?? 0) }));
  return {
    wanted: served.wanted,
    drawn: served.drawn,
    kPa: served.kPa,
    treatmentKPa: treatmentLoss(losses),
    fastest: speeds.reduce((a, b) => (b.ms > a.ms ? b : a)),
    losses,
  };
}

/** Where water comes into a unit. */
const inletOf = (key: string): string => `${key}.in`;

/**
 * How a train does in each case (handbook 3): at the design's peak, at one shower, at the backwash that takes most, at the peak with full cartridges, and with the bypass open. A case is undefined where its flow is not known, where
 * the train has no bypass, or where the engine finds no balance: then nothing is known.
 */
export function pressuresOf(
  engine: Engine,
  train: DrivenTrain,
  flows: { readonly peak?: number; readonly shower: number },
): Readonly<Partial<Record<PressureCase, CaseFound>>> {
  const solve = (network: Network): CaseFound | undefined => {
    const open = engine.open(network);
    try {
      const solved = open.solve();
      return solved && foundIn(network, solved);
    } finally {
      open.close();
    }
  };
  const rated = Object.fromEntries(train.units.flatMap((u) => (u.rated ? [[u.key, u.rated]] : [])));
  const { peak, shower } = flows;
  const found: Partial<Record<PressureCase, CaseFound>> = {};
  found.shower = solve(trainNetwork(train, shower));
  const [washed] = train.units.filter((u) => u.wash !== undefined).toSorted((a, b) => b.wash! - a.wash!);
  if (washed) {
    // Whatever else is asked of the train, what its backwash draws goes to the drain before the unit's own bed.
    const wash = solve(trainNetwork(train, washed.wash!, { at: inletOf(washed.key) }));
    found.wash = wash && { ...wash, unit: washed.key };
  }
  if (peak === undefined) return found;
  found.peak = solve(trainNetwork(train, peak));
  if (Object.keys(rated).length > 0)
    found.dirty = solve(withDirtyCartridges(trainNetwork(train, peak), rated));
  if (bypassRow(train)) found.bypass = solve(trainNetwork(train, peak, { isBypassed: true }));
  return found;
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

/**
 * How a case is judged (handbook 3): treatment alone at 100 and 170 kPa, cold water at 2.4 and 3.0 m/s. What is left is never Good here, because what the house's own pipes and
 * floors take is not known: below 140 kPa it is Stop at any tap, below 200 Check, and above it nothing is said. A backwash that does not get its flow is Stop.
 */
export function judgedCase({ unit, wanted, drawn, kPa, treatmentKPa, fastest }: CaseFound): {
  readonly left?: Level;
  readonly treatment: Level;
  readonly speed: Level;
} {
  const left = unit === undefined ? leftBefore(kPa) : drawn < wanted - LEAST_FLOW ? "Stop" : undefined;
  return { left, treatment: upTo(treatmentKPa, 100, 170), speed: upTo(fastest.ms, 2.4, 3) };
}
