import type { PlacedUnit, UnitPort } from "../families";
import type { CatalogueFitting, JointMethod, PipeSystem } from "../plumbing/fittings";
import { assembled, type Assembly, type Run, type RunEnd, type Swapped } from "../plumbing/assembly";
import type { JointKind, ThreadSchool } from "../plumbing/joint";
import {
  fittingOf,
  houseStub,
  lengthsOf,
  roomFor,
  teesApart,
  unitStub,
  type Piping,
  type Stub,
} from "../plumbing/piping";
import type { PortType } from "../plumbing/transitions";
import type { SurveyAnswers } from "../site";
import { lineFits, type LinePorts } from "./onWall";
import type { Route } from "./route";
import type { Wall } from "./wall";

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
  /** What leads from the house's pipe; undefined where nothing does. */
  readonly house?: Stub;
  readonly byTee: boolean;
  /** What the wall has to know of it. */
  readonly onWall?: Pick<Wall, "pipe"> & { readonly stub: number; readonly apart?: number };
}

/** Chooses the fittings at every end of a train's pipes. `byTee`: a bypass goes round the whole train. */
export function pipePlan(
  all: readonly CatalogueFitting[],
  line: readonly PlacedUnit[],
  piping: JobPiping,
  byTee: boolean,
): PipePlan {
  const { train } = piping;
  const [house, ends] = [onTheWall(piping.house, piping), onTheWall(train, piping)];
  const elbow = fittingOf(all, "elbow90", train);
  const roomAt = (stub: Stub) => (elbow ? roomFor(stub, train, elbow) : stub.length);
  const units = line.flatMap(({ unit, model }): Joined[] => {
    const ports = lineFits(model);
    if (!ports) return [];
    const stub = (port: UnitPort) => unitStub(all, portType(port), ends);
    const [inlet, outlet] = [stub(ports.inlet), stub(ports.outlet)];
    const room = { inlet: inlet && roomAt(inlet), outlet: outlet && roomAt(outlet) };
    return [{ key: unit.key, code: model.code, ports, inlet, outlet, room }];
  });
  const stub = houseStub(all, { house, piping: ends, byTee });
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
    house: stub,
    byTee,
    ...(ofTrain && ofHouse && stub
      ? {
          onWall: {
            pipe: { piece: ofTrain.piece, laying: ofTrain.elbow },
            stub: roomAt(stub),
            ...(byTee ? { apart: teesApart(ofHouse) } : {}),
          },
        }
      : {}),
  };
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
    part: tee ? (port === "before" ? "bypass.t1" : "bypass.t2") : `house.${port}`,
    stub: house,
    ...(tee ? { tee } : {}),
  });
  const unitEnd = (unit: Joined, side: "inlet" | "outlet"): RunEnd => {
    const port = unit.ports[side];
    return {
      part: unit.key,
      stub: unit[side]!,
      asks: { kind: jointOfPort(port), tightening: port.tighten, size: portType(port).size },
    };
  };
  const runs = routes.map((route, i): Run => ({
    id: `r${i + 1}`,
    points: route.points,
    from: i === 0 ? houseEnd("before") : unitEnd(units[i - 1]!, "outlet"),
    to: i === units.length ? houseEnd("behind") : unitEnd(units[i]!, "inlet"),
  }));
  return assembled(bent, runs, piping.train, {
    threads: piping.threads,
    ...(swapped ? { swapped } : {}),
    ...(byTee ? { bypass: cut } : {}),
    ...(isAlone ? { legs: { legIn: houseEnd("before"), legOut: houseEnd("behind") } } : {}),
  });
}
