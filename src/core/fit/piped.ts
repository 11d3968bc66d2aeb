import { keysOf, type PlacedUnit, type UnitPort } from "../families";
import type { CatalogueFitting, JointMethod, PipeSystem } from "../plumbing/fittings";
import {
  assembled,
  manifoldId,
  type Assembly,
  type Run,
  type RunEnd,
  type Swapped,
  type Used,
} from "../plumbing/assembly";
import type { JointKind, ThreadSchool } from "../plumbing/joint";
import {
  fittingOf,
  houseStub,
  lengthsOf,
  roomFor,
  stubOf,
  teesApart,
  unitStub,
  valveIn,
  type Piping,
  type Stub,
  type StubPart,
} from "../plumbing/piping";
import { shutOffsOf, type Arrangement, type ShutOffs } from "../plumbing/shutOffs";
import type { PortType } from "../plumbing/transitions";
import type { SurveyAnswers } from "../site";
import { noManifold, sideBySide } from "./manifold";
import { lineFits, onWall, type LinePorts } from "./onWall";
import type { Route } from "./route";
import type { Placing } from "./routes";
import { pointOn, type Manifold, type WallUnit } from "./standing";
import type { Point } from "./wall";
import type { PipeNeeds } from "./wallOf";

/** Pipes of the survey by what fittings they take. */
const systems: Readonly<Record<string, PipeSystem>> = {
  copperL: "copper",
  copperM: "copper",
  pex: "pex",
  cpvc: "cpvc",
  pvc: "pvc",
};

/** How PEX is joined under each answer to its question. */
const pexMethods: Readonly<Record<string, Pick<Piping, "method" | "ring">>> = {
  crimp: { method: "crimp", ring: "crimp" },
  clamp: { method: "crimp", ring: "clamp" },
  push: { method: "pushFit", ring: "crimp" },
  expansion: { method: "expansion", ring: "crimp" },
};
const plain = (method: JointMethod) => ({ method, ring: "crimp" as const });

/** How a system is joined by the schools of a job. */
function methodOf(system: PipeSystem, schools: Readonly<Record<string, string>>) {
  if (system === "pex") return pexMethods[schools.pex ?? ""] ?? pexMethods.crimp!;
  if (system === "copper") return plain(schools.copper === "pushFit" ? "pushFit" : "solder");
  return plain(system === "peSupply" ? "crimp" : "cement");
}

/** What a job's pipes are made of: the house's own, and the train's. */
export interface JobPiping {
  readonly house: Piping;
  readonly train: Piping;
  /** How joints are made where no bench helps, at units and at the house's pipe; absent: as all others. */
  readonly wall?: JointMethod;
  readonly threads: ThreadSchool;
}
/** Pipes that fittings are pushed on. */
const pushedOn: ReadonlySet<PipeSystem> = new Set(["pex", "copper", "cpvc"]);
/** A pipe as it is joined on the wall: as everywhere, where nothing is pushed on it. */
const onTheWall = (piping: Piping, { wall }: JobPiping): Piping =>
  wall && pushedOn.has(piping.system) ? { ...piping, method: wall } : piping;
export type PipingFound =
  | { readonly is: "known"; readonly piping: JobPiping }
  /** Questions of the survey that are open. */
  | { readonly is: "missing"; readonly fields: readonly string[] }
  /** A pipe that Brant has no fittings for. */
  | { readonly is: "strange" };

/** What a job's pipes are made of, from its survey and its schools (handbook 1, Schools): the train's is the house's, or PEX where that is chosen. */
export function pipingOf(answers: SurveyAnswers, schools: Readonly<Record<string, string>>): PipingFound {
  const [pipe, size] = [answers["cutin.pipe"]?.text, answers["cutin.size"]?.text];
  const fields = [...(pipe ? [] : ["cutin.pipe"]), ...(size ? [] : ["cutin.size"])];
  if (!pipe || !size) return { is: "missing", fields };
  const system = systems[pipe];
  if (!system) return { is: "strange" };
  const ofTrain = schools.trainPipe === "pex" ? "pex" : system;
  return {
    is: "known",
    piping: {
      house: { system, size, ...methodOf(system, schools) },
      train: { system: ofTrain, size, ...methodOf(ofTrain, schools) },
      ...(schools.wallJoints === "pushFit" ? { wall: "pushFit" as const } : {}),
      threads: (schools.threads ?? "rule") as ThreadSchool,
    },
  };
}

/** A way to join the train's pipe. */
export type Way = Pick<Piping, "system" | "method" | "ring"> & Pick<JobPiping, "wall">;
const pexWays: readonly Way[] = Object.values(pexMethods).map((way) => ({ system: "pex", ...way }));
const waysIn: Readonly<Record<PipeSystem, readonly Way[]>> = {
  pex: pexWays,
  copper: [
    { system: "copper", ...plain("solder") },
    { system: "copper", ...plain("pushFit") },
  ],
  cpvc: [
    { system: "cpvc", ...plain("cement") },
    { system: "cpvc", ...plain("pushFit") },
  ],
  pvc: [{ system: "pvc", ...plain("cement") }],
  peSupply: [{ system: "peSupply", ...plain("crimp") }],
};
/** A way with its joints on the wall pushed on, where a tool may not reach; what is pushed on everywhere is so already. */
const mixedWay = (way: Way): readonly Way[] =>
  way.method === "pushFit" || !pushedOn.has(way.system) ? [] : [{ ...way, wall: "pushFit" }];
/** Ways in which a job's train could be joined: those of the house's pipe and of PEX, and mixed ones (handbook 3, Joint-method comparison). */
export const waysToJoin = ({ house }: JobPiping): readonly Way[] => {
  const plainWays = house.system === "pex" ? pexWays : [...waysIn[house.system], ...pexWays];
  return plainWays.flatMap((way) => [way, ...mixedWay(way)]);
};
/** Is it the way in which a job's pipes are joined. */
export const isChosenWay = ({ train, wall }: JobPiping, way: Way): boolean =>
  way.system === train.system &&
  way.method === train.method &&
  way.ring === train.ring &&
  (way.wall ?? way.method) === (wall ?? train.method);
/** What pipes are made of, joined in another way: the house's too, where it is the same pipe. */
export const joinedAs = (piping: JobPiping, { system, method, ring, wall }: Way): JobPiping => {
  const { house, train, threads } = piping;
  const how = { system, method, ring };
  return {
    house: house.system === system ? { ...house, ...how } : house,
    train: { ...train, ...how },
    ...(wall ? { wall } : {}),
    threads,
  };
};

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
const jointOfPort = ({ system, seal }: UnitPort): JointKind =>
  system === "pipe thread" && seal === "tape" ? "taperPlastic" : jointsOfPorts[system];

/** A unit of the line with what leads from each of its two ports to the pipe. */
interface Joined {
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
  /** As it stands on its wall; undefined where its size is unknown. */
  readonly stands?: WallUnit;
}

/** A port that no fittings join to the pipe. */
export interface Unjoined {
  readonly unit: string;
  readonly port: UnitPort;
}

/** What is needed to build a train's pipes, wherever its units stand. */
export interface PipePlan {
  /** Elbows, tees and valves of its pipes. */
  readonly bent: readonly CatalogueFitting[];
  readonly piping: JobPiping;
  /** The house's pipe as it is joined where it is cut. */
  readonly cut: Piping;
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

/** A line's pipe, and the valves in it. */
interface LineMade {
  readonly train: Piping;
  /** The train's pipe as it is joined at its ends. */
  readonly ends: Piping;
  readonly valves: ShutOffs;
}

/** Units of a line with the fittings at their ports; those whose ports nobody stated are left out. */
function joinedOf(
  all: readonly CatalogueFitting[],
  line: readonly PlacedUnit[],
  { train, ends, valves }: LineMade,
): readonly Joined[] {
  const elbow = fittingOf(all, "elbow90", train);
  const lengths = lengthsOf(all, train);
  const roomAt = (stub: Stub | undefined) => stub && (elbow ? roomFor(stub, train, elbow) : stub.length);
  return line.flatMap((placed, i): Joined[] => {
    const { unit, model } = placed;
    const ports = lineFits(model);
    if (!ports) return [];
    const isOne = unit.parallel === 1;
    // Side by side the valves are in the legs of the manifold, where they take no width.
    const hasValve = valves.atUnit[i]!;
    const stub = (port: UnitPort) => unitStub(all, portType(port), ends, { hasValve: hasValve && isOne });
    const [inlet, outlet] = [stub(ports.inlet), stub(ports.outlet)];
    const room = { inlet: roomAt(inlet), outlet: roomAt(outlet) };
    const legValve = hasValve && !isOne ? (valveIn(all, train) ?? []) : [];
    const one = onWall(placed, room);
    const stands =
      one &&
      sideBySide(one, unit.parallel, lengths ? { ...lengths, valve: stubOf(legValve).length } : noManifold);
    return [
      { key: unit.key, code: model.code, keys: keysOf(unit), ports, inlet, outlet, room, legValve, stands },
    ];
  });
}

/** A unit of a plan as it stands on its wall: with those beside it, and the manifold between them; undefined where its size or ports are unknown. */
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
): PipePlan {
  const { train } = piping;
  const byTee = passed.arrangement === "threeValve";
  const [house, ends] = [onTheWall(piping.house, piping), onTheWall(train, piping)];
  const elbow = fittingOf(all, "elbow90", train);
  const roomAt = (stub: Stub) => (elbow ? roomFor(stub, train, elbow) : stub.length);
  const valves = valvesOf(line, passed);
  const units = joinedOf(all, line, { train, ends, valves });
  const stubAt = (hasValve: boolean) => houseStub(all, { house, piping: ends, byTee, hasValve });
  const [before, behind] = [stubAt(valves.ahead), stubAt(valves.behind)];
  const [ofTrain, ofHouse] = [lengthsOf(all, train), lengthsOf(all, house)];
  return {
    bent: (["elbow90", "tee", "valve"] as const).flatMap((shape) =>
      [train, house].flatMap((pipe) => fittingOf(all, shape, pipe) ?? []),
    ),
    piping,
    cut: house,
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

/** What a unit of the line is, and how its port is joined, as a pipe's end. */
function unitEnd(unit: Joined, side: "inlet" | "outlet", part = unit.key): RunEnd {
  const port = unit.ports[side];
  return {
    is: "unit",
    part,
    stub: unit[side]!,
    asks: { kind: jointOfPort(port), tightening: port.tighten, size: portType(port).size },
  };
}

/** The pipes and shared fittings on one side of units that stand side by side. */
interface HeaderBuilt {
  readonly runs: readonly Run[];
  readonly shared: readonly Used[];
  /** Where the pipe of the line comes to it, or goes on. */
  readonly end: RunEnd;
}

/**
 * The pipe along units side by side, and one to each: at each unit a tee, at its blind end an elbow. Water is divided before the units and comes together behind them; what a tee takes
 * is counted once on each way.
 */
function headerBuilt(
  unit: Joined,
  manifold: Manifold,
  side: "inlet" | "outlet",
  { tee, elbow }: { readonly tee: CatalogueFitting; readonly elbow: CatalogueFitting },
): HeaderBuilt {
  const { at, legs } = manifold[side];
  const count = unit.keys.length;
  const id = manifoldId({ unit: unit.key, side });
  const divides = side === "inlet";
  const isBlind = (i: number) => i === (divides ? count - 1 : 0);
  const fittingAt = (i: number) => (isBlind(i) ? elbow : tee);
  const partAt = (i: number) => `${id}.${isBlind(i) ? "e" : "t"}${i + 1}`;
  const endAt = (i: number, likeM: number, parts: readonly StubPart[] = []): RunEnd => ({
    is: "manifold",
    part: partAt(i),
    stub: stubOf(parts, fittingAt(i).layingMm[0]),
    into: { fitting: fittingAt(i), likeM },
  });
  const legAt = (i: number): Run => {
    const own = endAt(i, isBlind(i) ? elbow.likeM : tee.branchLikeM!, unit.legValve);
    const there = unitEnd(unit, side, unit.keys[i]!);
    const leg = { id: `${id}.l${i + 1}`, manifold: { unit: unit.key, side, share: 1 / count } };
    return divides
      ? { ...leg, points: legs[i]!, from: own, to: there }
      : { ...leg, points: legs[i]!.toReversed(), from: there, to: own };
  };
  // A tee's loss straight on is met where water goes on past it, or comes to it from the units before.
  const alongAt = (i: number): Run => ({
    id: `${id}.h${i + 1}`,
    manifold: { unit: unit.key, side, share: (divides ? count - 1 - i : i + 1) / count },
    points: [at[i]!, at[i + 1]!],
    from: endAt(i, divides ? tee.likeM : 0),
    to: endAt(i + 1, divides ? 0 : tee.likeM),
  });
  const legsFirst = unit.keys.flatMap((_, i) => [legAt(i), ...(i < count - 1 ? [alongAt(i)] : [])]);
  return {
    runs: legsFirst,
    shared: unit.keys.map((_, i) => ({ id: partAt(i), run: id, fitting: fittingAt(i), isShared: true })),
    end: endAt(divides ? 0 : count - 1, 0),
  };
}

/** A unit of the line between its two pipes: what they end at, and its manifold's own pipes where it is several. */
function stationBuilt(unit: Joined, { bent, piping }: PipePlan) {
  const [tee, elbow] = [fittingOf(bent, "tee", piping.train), fittingOf(bent, "elbow90", piping.train)];
  const manifold = unit.stands?.manifold;
  if (!manifold || !tee || !elbow)
    return { inlet: unitEnd(unit, "inlet"), outlet: unitEnd(unit, "outlet"), runs: [], shared: [] };
  const [before, behind] = (["inlet", "outlet"] as const).map((side) =>
    headerBuilt(unit, manifold, side, { tee, elbow }),
  );
  return {
    inlet: before!.end,
    outlet: behind!.end,
    runs: [...before!.runs, ...behind!.runs],
    shared: [...before!.shared, ...behind!.shared],
  };
}

/** A pipe on its wall, by the id that it has in the assembly: its corners along the water, and the manifold that it is of. */
interface PipeOnWall {
  readonly id: string;
  readonly points: readonly Point[];
  readonly manifold?: string;
}

/** Where each pipe of a placed train goes along its wall. */
export function pipesOnWall(
  plan: PipePlan,
  units: readonly WallUnit[],
  { standings, routes }: Placing,
): readonly PipeOnWall[] {
  const ofLine = routes.map(({ points }, i) => ({ id: `r${i + 1}`, points }));
  const ofManifolds = units.flatMap((unit, i) => {
    const joined = plan.units.find((u) => u.key === unit.key);
    const runs = joined ? stationBuilt(joined, plan).runs : [];
    return runs.map(({ id, points, manifold }) => ({
      id,
      ...(manifold ? { manifold: manifoldId(manifold) } : {}),
      points: points.map((p) => pointOn(unit, p, standings[i]!)),
    }));
  });
  return [...ofLine, ...ofManifolds];
}

/** The pipes of a placed train as they are built, with what came instead of some fittings; with no units and no routes those of a bypass alone. Undefined where a port is joined by nothing. */
export function pipesBuilt(
  plan: PipePlan,
  routes: readonly Route[],
  swapped?: Swapped,
): Assembly | undefined {
  const { bent, piping, cut, units, house, byTee } = plan;
  if (!house || plan.unjoined.length > 0) return undefined;
  const isAlone = units.length === 0 && byTee;
  if (routes.length !== (isAlone ? 0 : units.length + 1)) return undefined;
  const tee = byTee ? fittingOf(bent, "tee", cut) : undefined;
  const houseEnd = (port: "before" | "behind"): RunEnd => ({
    is: "house",
    part: tee ? (port === "before" ? "bypass.t1" : "bypass.t2") : `house.${port}`,
    stub: house[port],
    ...(tee ? { into: { fitting: tee, likeM: tee.branchLikeM! } } : {}),
  });
  const stations = units.map((unit) => stationBuilt(unit, plan));
  const runs = routes.flatMap((route, i): readonly Run[] => [
    {
      id: `r${i + 1}`,
      points: route.points,
      from: stations[i - 1]?.outlet ?? houseEnd("before"),
      to: stations[i]?.inlet ?? houseEnd("behind"),
    },
    ...(stations[i]?.runs ?? []),
  ]);
  return assembled(bent, runs, piping.train, {
    threads: piping.threads,
    shared: stations.flatMap((s) => s.shared),
    ...(swapped ? { swapped } : {}),
    ...(byTee ? { bypass: cut } : {}),
    ...(isAlone ? { legs: { legIn: houseEnd("before"), legOut: houseEnd("behind") } } : {}),
  });
}
