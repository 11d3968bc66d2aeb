import { familyOf, keysOf, type PlacedUnit, type UnitModel, type UnitPort } from "../families";
import { flexibleOf } from "../plumbing/connector";
import type { CatalogueFitting } from "../plumbing/fittings";
import type { JointKind } from "../plumbing/joint";
import {
  fittingOf,
  flexibleStubs,
  houseStubs,
  lengthsOf,
  roomFor,
  stubOf,
  teesApart,
  unitStubs,
  valveIn,
  type FlexibleStub,
  type Piping,
  type Stub,
  type StubPart,
} from "../plumbing/piping";
import { shutOffsOf, type Arrangement, type ShutOffs } from "../plumbing/shutOffs";
import type { PortType } from "../plumbing/transitions";
import { onTheWall, type JobPiping } from "./jobPiping";
import { noManifold, sideBySide } from "./manifold";
import { leastBack, lineFits, onWall, portDepth, type LinePorts } from "./onWall";
import type { WallUnit } from "./standing";
import type { PipeNeeds } from "./wallOf";

const portSystem: Readonly<Partial<Record<UnitPort["system"], string>>> = { "pipe thread": "NPT" };
const jointsOfPorts: Readonly<Record<UnitPort["system"], JointKind>> = {
  "pipe thread": "taperMetal",
  "O-ring nut": "washer",
  "split ring": "washer",
  compression: "compression",
  "flange seat": "flangeSeat",
  barb: "nippleNut",
  "hose thread": "hoseOrFeed",
  "push-fit": "tubePushFit",
};

/** A unit's port as fittings know it; taper threads are what a pipe thread is where nothing else is said. */
export const portType = ({ system, size, gender }: UnitPort): PortType => ({
  system: portSystem[system] ?? system,
  size: size.replace(/ in$/, ""),
  gender,
});

/** How a unit's port is joined: a thread sealed with tape alone is in plastic. */
export const jointOfPort = ({ system, seal }: UnitPort): JointKind =>
  system === "pipe thread" && seal === "tape" ? "taperPlastic" : jointsOfPorts[system];

/** A unit of the line with what leads from each of its two ports to the pipe. */
export interface Joined {
  readonly key: string;
  readonly code: string;
  readonly ports: LinePorts;
  readonly inlet?: Stub;
  readonly outlet?: Stub;
  /** What its pipes' ways leave free at its ports, mm. */
  readonly room: { readonly inlet?: number; readonly outlet?: number };
  /** Each of those that stand side by side. */
  readonly keys: readonly string[];
  /** The valve in each leg of its manifold, with the piece before it; nothing where none stands there. */
  readonly legValve: readonly StubPart[];
  /** Flexible connectors that may join its ports instead of fittings, the shortest first. */
  readonly flexible: { readonly inlet: readonly FlexibleStub[]; readonly outlet: readonly FlexibleStub[] };
  /** How far off the wall it is where nothing asks for more; undefined where it is not known how deep it is. */
  readonly off?: OffWall | undefined;
  /** As it stands on its wall; undefined where its size is unknown. */
  readonly stands?: WallUnit;
}

/** A port that no fittings join to the pipe. */
export interface Unjoined {
  readonly unit: string;
  readonly port: UnitPort;
}

/**
 * An end of a pipe, `u1.inlet` or `house.before`, that several rows of fittings join: which is taken, and
 * what each is of.
 */
export interface TransitionChoice {
  readonly end: string;
  readonly chosen: number;
  readonly options: readonly {
    readonly fittings: readonly string[];
    readonly price: number;
  }[];
}
/** The way that is chosen at an end, of all that join it. */
type ChosenOf = (end: string, ways: readonly Stub[]) => Stub | undefined;

/** What a way to join an end is of. */
function optionOf({ parts }: Stub): TransitionChoice["options"][number] {
  const fittings = parts.flatMap((p) => (p.is === "fitting" ? [p.fitting] : []));
  return { fittings: fittings.map((f) => f.name), price: fittings.reduce((sum, f) => sum + f.price, 0) };
}

/**
 * Takes the way that was chosen at each end, the first where that is none any more; writes down where there
 * is a choice.
 */
const choosing =
  (chosen: Readonly<Record<string, number>>, choices: TransitionChoice[]): ChosenOf =>
  (end, ways) => {
    const at = ways[chosen[end] ?? 0] ? (chosen[end] ?? 0) : 0;
    if (ways.length > 1) choices.push({ end, chosen: at, options: ways.map(optionOf) });
    return ways[at];
  };

/** What is needed to build a train's pipes, wherever its units stand. */
export interface PipePlan {
  /** Elbows, tees and valves of its pipes. */
  readonly bent: readonly CatalogueFitting[];
  readonly piping: JobPiping;
  /** The house's pipe as it is joined where it is cut. */
  readonly cut: Piping;
  /** Ends that several rows of fittings join. */
  readonly choices: readonly TransitionChoice[];
  readonly units: readonly Joined[];
  readonly unjoined: readonly Unjoined[];
  /** What leads from the house's pipe where water comes, and where it goes on; undefined where nothing does. */
  readonly house?: { readonly before: Stub; readonly behind: Stub };
  readonly byTee: boolean;
  /** What the wall has to know of it. */
  readonly onWall?: PipeNeeds;
}

/** How a train is passed by, and whether anybody may drink what its source gives. */
export interface PassedBy {
  readonly arrangement: Arrangement;
  readonly isUnsafe: boolean;
}

/** Where the valves of a line stand. */
const valvesOf = (line: readonly PlacedUnit[], { arrangement, isUnsafe }: PassedBy): ShutOffs =>
  shutOffsOf(
    arrangement,
    line.map(({ unit, model }) => ({
      hasHead: model.head !== undefined,
      hasLamp: model.uv !== undefined,
      parallel: unit.parallel,
    })),
    isUnsafe,
  );

/**
 * A unit's own connector, as its box holds one for each pipe: to the taper thread of its port's size;
 * undefined where it comes with none.
 */
function boxedConnector({ code, fit }: UnitModel, port: PortType): CatalogueFitting | undefined {
  const own = fit?.connectors;
  if (!own) return undefined;
  return {
    id: `box.${code}.connector`,
    name: `connector from the box of ${code}`,
    shape: "connector",
    price: 0,
    ports: [
      { ...port, gender: "female" },
      { system: "NPT", size: port.size, gender: "male" },
    ],
    methods: [undefined, undefined],
    insertionMm: [undefined, undefined],
    ...flexibleOf({ lengthMm: own.length, insideMm: own.inside, bendMm: own.bend }),
  };
}

/** Is a port joined by a nut that a connector has. */
const takesConnector = ({ system }: UnitPort): boolean => system === "O-ring nut" || system === "split ring";

/** Connectors for a unit's port by the job's school. */
function flexibleAt(
  all: readonly CatalogueFitting[],
  model: UnitModel,
  unitPort: UnitPort,
  { ends, flexible }: Pick<LineMade, "ends" | "flexible">,
  hasValve: boolean,
): readonly FlexibleStub[] {
  if (flexible === "none" || !takesConnector(unitPort)) return [];
  const port = portType(unitPort);
  const own = boxedConnector(model, port);
  if (!own && flexible !== "all") return [];
  return flexibleStubs(all, port, ends, { hasValve, ...(own ? { own } : {}) });
}

/** A line's pipe, and the valves in it. */
interface LineMade extends Pick<JobPiping, "flexible" | "standOff" | "depth"> {
  readonly train: Piping;
  /** The train's pipe as it is joined at its ends. */
  readonly ends: Piping;
  readonly valves: ShutOffs;
  readonly chosenOf: ChosenOf;
}

/** Elbows, 45s, tees and valves of some pipes, as far as they exist. */
const bentOf = (all: readonly CatalogueFitting[], pipes: readonly Piping[]): readonly CatalogueFitting[] =>
  (["elbow90", "elbow45", "tee", "valve"] as const).flatMap((shape) =>
    pipes.flatMap((pipe) => fittingOf(all, shape, pipe) ?? []),
  );

/** How far off its wall a unit is, mm: its back, and the middles of its ports. */
export interface OffWall {
  readonly back: number;
  readonly inlet: number;
  readonly outlet: number;
}

/** A unit further out. */
export const further = ({ back, inlet, outlet }: OffWall, by: number): OffWall => ({
  back: back + by,
  inlet: inlet + by,
  outlet: outlet + by,
});

/**
 * How far off the wall a unit stands: a tank further out than it must where its inlet then lines up with
 * what comes to it, and the wall has the depth. `before`: how far off that is; `free`: before the wall.
 */
function offWall(
  model: UnitModel,
  { inlet, outlet }: LinePorts,
  before: number | undefined,
  free = Infinity,
): OffWall | undefined {
  const depth = model.fit?.body?.depth;
  if (depth === undefined) return undefined;
  const least = leastBack(model);
  const lined = familyOf(model).onFloor && before !== undefined ? before - portDepth(inlet, depth) : least;
  const most = free - depth - (model.fit?.free?.front ?? 0);
  return further(
    { back: 0, inlet: portDepth(inlet, depth), outlet: portDepth(outlet, depth) },
    Math.max(least, Math.min(lined, most)),
  );
}

/** Units of a line with the fittings at their ports; those whose ports nobody stated are left out. */
function joinedOf(
  all: readonly CatalogueFitting[],
  line: readonly PlacedUnit[],
  { train, ends, valves, flexible, standOff, depth, chosenOf }: LineMade,
): readonly Joined[] {
  const elbow = fittingOf(all, "elbow90", train);
  const lengths = lengthsOf(all, train);
  const roomAt = (stub: Stub | undefined) => stub && (elbow ? roomFor(stub, train, elbow) : stub.length);
  let behind = standOff;
  return line.flatMap((placed, i): Joined[] => {
    const { unit, model } = placed;
    const ports = lineFits(model);
    if (!ports) {
      behind = undefined;
      return [];
    }
    const off = offWall(model, ports, behind, depth);
    behind = off?.outlet;
    const isOne = unit.parallel === 1;
    // Side by side the valves are in the legs of the manifold, where they take no width.
    const hasValve = valves.atUnit[i]!;
    const stub = (side: "inlet" | "outlet") =>
      chosenOf(
        `${unit.key}.${side}`,
        unitStubs(all, portType(ports[side]), ends, { hasValve: hasValve && isOne }),
      );
    const [inlet, outlet] = [stub("inlet"), stub("outlet")];
    const room = { inlet: roomAt(inlet), outlet: roomAt(outlet) };
    const flexibles = (port: UnitPort) => flexibleAt(all, model, port, { ends, flexible }, hasValve && isOne);
    const legValve = hasValve && !isOne ? (valveIn(all, train) ?? []) : [];
    const one = onWall(placed, room);
    const stands =
      one &&
      sideBySide(one, unit.parallel, lengths ? { ...lengths, valve: stubOf(legValve).length } : noManifold);
    return [
      {
        key: unit.key,
        code: model.code,
        keys: keysOf(unit),
        ports,
        inlet,
        outlet,
        room,
        legValve,
        flexible: { inlet: flexibles(ports.inlet), outlet: flexibles(ports.outlet) },
        off,
        stands,
      },
    ];
  });
}

/**
 * A unit of a plan as it stands on its wall: with those beside it, and the manifold between them; undefined
 * where its size or ports are unknown.
 */
export function plannedOnWall(placed: PlacedUnit, plan: PipePlan | undefined): WallUnit | undefined {
  if (plan) return plan.units.find((u) => u.key === placed.unit.key)?.stands;
  const one = onWall(placed);
  return one && sideBySide(one, placed.unit.parallel, noManifold);
}

/** Chooses the fittings at every end of a train's pipes. */
export function pipePlan(
  all: readonly CatalogueFitting[],
  line: readonly PlacedUnit[],
  piping: JobPiping,
  passed: PassedBy,
  chosen: Readonly<Record<string, number>> = {},
): PipePlan {
  const { train } = piping;
  const byTee = passed.arrangement === "threeValve";
  const [house, ends] = [onTheWall(piping.house, piping), onTheWall(train, piping)];
  const elbow = fittingOf(all, "elbow90", train);
  const roomAt = (stub: Stub) => (elbow ? roomFor(stub, train, elbow) : stub.length);
  const valves = valvesOf(line, passed);
  const choices: TransitionChoice[] = [];
  const chosenOf = choosing(chosen, choices);
  const units = joinedOf(all, line, { ...piping, train, ends, valves, chosenOf });
  const stubAt = (end: string, hasValve: boolean) =>
    chosenOf(end, houseStubs(all, { house, piping: ends, byTee, hasValve }));
  const [before, behind] = [stubAt("house.before", valves.ahead), stubAt("house.behind", valves.behind)];
  const [ofTrain, ofHouse] = [lengthsOf(all, train), lengthsOf(all, house)];
  return {
    bent: bentOf(all, [train, house]),
    piping,
    cut: house,
    choices,
    units,
    unjoined: units.flatMap((u) => [
      ...(u.inlet ? [] : [{ unit: u.code, port: u.ports.inlet }]),
      ...(u.outlet ? [] : [{ unit: u.code, port: u.ports.outlet }]),
    ]),
    ...(before && behind ? { house: { before, behind } } : {}),
    byTee,
    ...(ofTrain && ofHouse && before && behind
      ? {
          onWall: {
            pipe: { piece: ofTrain.piece, laying: ofTrain.elbow },
            stubs: [roomAt(before), roomAt(behind)] as const,
            ...(byTee ? { apart: teesApart(ofHouse) } : {}),
          },
        }
      : {}),
  };
}
