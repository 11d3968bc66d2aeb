import { pipeEnd, type CatalogueFitting, type JointMethod, type PipeSystem, type Shape } from "./fittings";
import type { JointKind } from "./joint";
import { mates, transitions, type PortType } from "./transitions";

/** What pipe is made of, and how it is joined. */
export interface Piping {
  readonly system: PipeSystem;
  readonly size: string;
  readonly method: JointMethod;
  /** Rings of clamps go on the fittings of crimp rings. */
  readonly ring: "crimp" | "clamp";
}

/**
 * What its parts take up, mm: the shortest piece that two fittings can hold (handbook 3, Cut list), and
 * from the centre of a fitting to where the pipe stops.
 */
export interface PipingLengths {
  readonly piece: number;
  readonly elbow: number;
  readonly tee: number;
  readonly valve: number;
}

/** Is it the same pipe, however it is joined. */
export const samePipe = (a: Piping, b: Piping): boolean => a.system === b.system && a.size === b.size;

/** The fitting of a shape that two ends of a pipe go into; undefined where there is none. */
export const fittingOf = (
  all: readonly CatalogueFitting[],
  shape: Shape,
  { system, size, method }: Piping,
): CatalogueFitting | undefined =>
  all.find(
    (f) =>
      f.shape === shape &&
      f.ports.every((p) => p.system === system && p.size === size) &&
      f.methods.every((m) => m === method),
  );

/** What the parts of a pipe take up; undefined where one of them cannot be had. */
export function lengthsOf(all: readonly CatalogueFitting[], piping: Piping): PipingLengths | undefined {
  const [elbow, tee, valve] = (["elbow90", "tee", "valve"] as const).map((s) => fittingOf(all, s, piping));
  if (!elbow || !tee || !valve) return undefined;
  return {
    piece: shortestBetween(elbow.insertionMm[0]!, elbow.insertionMm[0]!),
    elbow: elbow.layingMm[0],
    tee: tee.layingMm[0],
    valve: valve.layingMm[0],
  };
}

/** How a piece of pipe goes into a fitting. */
export function jointOf(method: JointMethod, { ring }: Piping): JointKind {
  const kinds = {
    crimp: ring,
    expansion: "expansion",
    pushFit: "pipePushFit",
    solder: "solder",
    cement: "cement",
  } as const;
  return kinds[method];
}

/** A fitting in a row, with the port that is turned to what comes before it; or a short piece of pipe. */
export type StubPart =
  | {
      readonly is: "fitting";
      readonly fitting: CatalogueFitting;
      readonly begins: 0 | 1;
      /** It comes in its unit's box. */
      readonly inBox?: true;
    }
  | { readonly is: "piece"; readonly piping: Piping; readonly lengthMm: number };

/** What leads from a fixed end to where the pipe begins, the end's own part first. */
export interface Stub {
  readonly parts: readonly StubPart[];
  /** From the end to where the pipe stops, mm. */
  readonly length: number;
}

/** Between the ends of two pipes in fittings, at least, mm. */
const BETWEEN_ENDS = 10;

/** How deep a pipe goes into a fitting, mm; undefined where the fitting has no end for it. */
export const insertionIn = (fitting: CatalogueFitting, { system, size }: Piping): number | undefined =>
  fitting.insertionMm.find(
    (_, port) =>
      fitting.methods[port] !== undefined &&
      fitting.ports[port]!.system === system &&
      fitting.ports[port]!.size === size,
  );

/** The shortest piece of pipe that two insertions leave room for, mm (handbook 3, Cut list). */
export const shortestBetween = (a: number, b: number): number => a + b + BETWEEN_ENDS;

/** What a part takes up along the pipe, mm. */
const along = (part: StubPart): number =>
  part.is === "piece" ? part.lengthMm : part.fitting.layingMm[0] + part.fitting.layingMm[1];

const straight: ReadonlySet<Shape> = new Set(["coupling", "adapter", "reducer"]);

/** So many ways to join two ports are offered, the best first. */
export const MOST_TRANSITIONS = 3;

/**
 * The rows of fittings that lead from one port to another in a line, the best first: joined by the ways
 * that are wanted, or pushed on where those have none; none where nothing joins them.
 */
function chainsBetween(
  all: readonly CatalogueFitting[],
  from: PortType,
  to: PortType,
  methods: readonly JointMethod[],
): readonly (readonly StubPart[])[] {
  const wanted = new Set<JointMethod | undefined>([undefined, "pushFit", ...methods]);
  const usable = all.filter((f) => straight.has(f.shape) && f.methods.every((m) => wanted.has(m)));
  return transitions(usable, from, to, MOST_TRANSITIONS).map(({ fittings }) =>
    fittings.map(({ fitting, begins }) => ({
      is: "fitting",
      fitting: fitting as CatalogueFitting,
      begins,
    })),
  );
}

/** The best of them. */
const chainBetween = (...of: Parameters<typeof chainsBetween>): readonly StubPart[] | undefined =>
  chainsBetween(...of)[0];

/** Parts in a row, behind so many mm of what they begin at. */
export const stubOf = (parts: readonly StubPart[], before = 0): Stub => ({
  parts,
  length: parts.reduce((sum, part) => sum + along(part), before),
});

/**
 * What a pipe's way has to leave free at a stub, mm: the stub itself, and as much more as the pipe goes
 * deeper into its last fitting than into an elbow. A piece that is long enough between two elbows is so
 * beside it too.
 */
export function roomFor({ parts, length }: Stub, piping: Piping, elbow: CatalogueFitting): number {
  const last = parts.at(-1);
  const depth = last?.is === "fitting" ? insertionIn(last.fitting, piping) : undefined;
  return length + Math.max(0, (depth ?? 0) - (insertionIn(elbow, piping) ?? 0));
}

/** A stub with what comes instead of its fittings, by their place in it: its short pieces are as long as those need. */
export function stubWith(
  stub: Stub,
  insteadOf: (fitting: CatalogueFitting, at: number) => CatalogueFitting,
): Stub {
  const deeperAt = (at: number, piping: Piping): number => {
    const part = stub.parts[at];
    if (part?.is !== "fitting") return 0;
    const to = insteadOf(part.fitting, at);
    return (insertionIn(to, piping) ?? 0) - (insertionIn(part.fitting, piping) ?? 0);
  };
  const parts = stub.parts.map((part, at): StubPart => {
    if (part.is === "fitting") return { ...part, fitting: insteadOf(part.fitting, at) };
    const deeper = deeperAt(at - 1, part.piping) + deeperAt(at + 1, part.piping);
    return { ...part, lengthMm: part.lengthMm + deeper };
  });
  const grown = parts.reduce((sum, part, at) => sum + along(part) - along(stub.parts[at]!), 0);
  return { parts, length: stub.length + grown };
}

/** A valve in a pipe, behind a short piece of it; undefined where none can be had. */
export function valveIn(all: readonly CatalogueFitting[], piping: Piping): readonly StubPart[] | undefined {
  const [valve, lengths] = [fittingOf(all, "valve", piping), lengthsOf(all, piping)];
  if (!valve || !lengths) return undefined;
  return [
    { is: "piece", piping, lengthMm: lengths.piece },
    { is: "fitting", fitting: valve, begins: 0 },
  ];
}

/**
 * What leads from a unit's port to its pipe, with a valve of its own where it has one, every way the best
 * first; none where no fittings join them (handbook 3, Transitions). No joint at a fitted unit is soldered:
 * heat stays 300 mm away from it.
 */
export function unitStubs(
  all: readonly CatalogueFitting[],
  port: PortType,
  piping: Piping,
  { hasValve = false }: { readonly hasValve?: boolean } = {},
): readonly Stub[] {
  const methods = piping.method === "solder" ? [] : [piping.method];
  const valve = hasValve ? valveIn(all, piping) : [];
  if (!valve) return [];
  return chainsBetween(all, port, pipeEnd(piping.system, piping.size), methods).map((chain) =>
    stubOf([...chain, ...valve]),
  );
}

/** The best of them; undefined where nothing joins the port to the pipe. */
export const unitStub = (...of: Parameters<typeof unitStubs>): Stub | undefined => unitStubs(...of)[0];

/** A connector at a unit's port, with what leads from its other end to the pipe. */
export interface FlexibleStub {
  readonly connector: CatalogueFitting & Required<Pick<CatalogueFitting, "flexible">>;
  /** From where the connector ends; the connector itself is its first part. */
  readonly stub: Stub;
}

const isConnector = (fitting: CatalogueFitting): fitting is FlexibleStub["connector"] =>
  fitting.flexible !== undefined;

/**
 * What leads from a unit's port to its pipe by a flexible connector, the shortest first, and of equal ones
 * the cheapest; none where nothing joins them. `own`: the connector of its box, instead of those that are
 * bought.
 */
export function flexibleStubs(
  all: readonly CatalogueFitting[],
  port: PortType,
  piping: Piping,
  { own, hasValve = false }: { readonly own?: CatalogueFitting; readonly hasValve?: boolean } = {},
): readonly FlexibleStub[] {
  const valve = hasValve ? valveIn(all, piping) : [];
  if (!valve) return [];
  const methods = piping.method === "solder" ? [] : [piping.method];
  const offered = own ? [own] : all;
  const stubs = offered.filter(isConnector).flatMap((connector) => {
    if (!mates(port, connector.ports[0])) return [];
    const chain = chainBetween(all, connector.ports[1], pipeEnd(piping.system, piping.size), methods);
    if (!chain) return [];
    const parts: readonly StubPart[] = [
      { is: "fitting", fitting: connector, begins: 0, ...(own ? { inBox: true } : {}) },
      ...chain,
      ...valve,
    ];
    return [{ connector, stub: stubOf(parts) }];
  });
  const price = ({ parts }: Stub) =>
    parts.reduce((sum, p) => sum + (p.is === "fitting" ? p.fitting.price : 0), 0);
  return stubs.toSorted(
    (a, b) => a.connector.flexible.lengthMm - b.connector.flexible.lengthMm || price(a.stub) - price(b.stub),
  );
}

/** The house's pipe where it is cut. */
export interface HouseEnd {
  readonly house: Piping;
  readonly piping: Piping;
  /** It leaves by the branch of a tee: a bypass goes on past it. */
  readonly byTee: boolean;
  /** A valve shuts it off there. */
  readonly hasValve: boolean;
}

/**
 * What leads from the house's pipe to the train's, every way the best first: off a tee where it is passed
 * by, over to the other pipe, and through a shut-off where one stands there.
 */
export function houseStubs(
  all: readonly CatalogueFitting[],
  { house, piping, byTee, hasValve }: HouseEnd,
): readonly Stub[] {
  const ofHouse = lengthsOf(all, house);
  const valve = hasValve ? valveIn(all, piping) : [];
  const tee = fittingOf(all, "tee", house);
  if (!ofHouse || !valve || !tee) return [];
  const leg: readonly StubPart[] = byTee ? [{ is: "piece", piping: house, lengthMm: ofHouse.piece }] : [];
  // A tee's leg is the train's own pipe where the house has the same.
  const goesOn = byTee && samePipe(house, piping);
  const ways = goesOn
    ? [[]]
    : chainsBetween(all, pipeEnd(house.system, house.size), pipeEnd(piping.system, piping.size), [
        house.method,
        piping.method,
      ]);
  return ways.map((over) =>
    stubOf([...leg, ...over, ...(goesOn ? valve.slice(1) : valve)], byTee ? ofHouse.tee : 0),
  );
}

/** The best of them; undefined where nothing joins the two pipes. */
export const houseStub = (...of: Parameters<typeof houseStubs>): Stub | undefined => houseStubs(...of)[0];

/** How far apart the two tees of a bypass are, centre to centre, with its valve between them, mm. */
export const teesApart = ({ tee, piece, valve }: PipingLengths): number => 2 * (tee + piece + valve);
