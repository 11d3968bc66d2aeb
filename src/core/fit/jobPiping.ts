import type { JointMethod, PipeSystem } from "../plumbing/fittings";
import type { ThreadSchool } from "../plumbing/joint";
import type { Piping } from "../plumbing/piping";
import type { SurveyAnswers } from "../site";
import { lower } from "../units";

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
  /** From the wall to the middle of the house's pipe where it is cut, mm; absent: nobody measured it. */
  readonly standOff?: number | undefined;
  /** Free before the wall, mm; absent: nobody measured it. */
  readonly depth?: number | undefined;
  /** Flexible connectors at every head with nuts, or at none; absent: those that come in a unit's box. */
  readonly flexible?: Flexibles | undefined;
}
export type Flexibles = "all" | "none";
/** Pipes that fittings are pushed on. */
const pushedOn: ReadonlySet<PipeSystem> = new Set(["pex", "copper", "cpvc"]);
/** A pipe as it is joined on the wall: as everywhere, where nothing is pushed on it. */
export const onTheWall = (piping: Piping, { wall }: JobPiping): Piping =>
  wall && pushedOn.has(piping.system) ? { ...piping, method: wall } : piping;
export type PipingFound =
  | { readonly is: "known"; readonly piping: JobPiping }
  /** Questions of the survey that are open. */
  | { readonly is: "missing"; readonly fields: readonly string[] }
  /** A pipe that Brant has no fittings for. */
  | { readonly is: "strange" };

/**
 * What a job's pipes are made of, from its survey and its schools (handbook 1, Schools): the train's is the
 * house's, or PEX where that is chosen.
 */
export function pipingOf(answers: SurveyAnswers, schools: Readonly<Record<string, string>>): PipingFound {
  const [pipe, size] = [answers["cutin.pipe"]?.text, answers["cutin.size"]?.text];
  const fields = [...(pipe ? [] : ["cutin.pipe"]), ...(size ? [] : ["cutin.size"])];
  if (!pipe || !size) return { is: "missing", fields };
  const system = systems[pipe];
  if (!system) return { is: "strange" };
  const standOff = lower(answers["cutin.standOff"]?.measured);
  const depth = lower(answers["space.depth"]?.measured);
  const ofTrain = schools.trainPipe === "pex" ? "pex" : system;
  return {
    is: "known",
    piping: {
      house: { system, size, ...methodOf(system, schools) },
      train: { system: ofTrain, size, ...methodOf(ofTrain, schools) },
      ...(schools.wallJoints === "pushFit" ? { wall: "pushFit" as const } : {}),
      threads: (schools.threads ?? "rule") as ThreadSchool,
      ...(standOff === undefined ? {} : { standOff }),
      ...(depth === undefined ? {} : { depth }),
      ...(schools.flexible === "all" || schools.flexible === "none" ? { flexible: schools.flexible } : {}),
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
/**
 * A way with its joints on the wall pushed on, where a tool may not reach; what is pushed on everywhere is
 * so already.
 */
const mixedWay = (way: Way): readonly Way[] =>
  way.method === "pushFit" || !pushedOn.has(way.system) ? [] : [{ ...way, wall: "pushFit" }];
/**
 * Ways in which a job's train could be joined: those of the house's pipe and of PEX, and mixed ones
 * (handbook 3, Joint-method comparison).
 */
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
  const { house, train, threads, standOff, depth, flexible } = piping;
  const how = { system, method, ring };
  return {
    house: house.system === system ? { ...house, ...how } : house,
    train: { ...train, ...how },
    ...(wall ? { wall } : {}),
    threads,
    ...(standOff === undefined ? {} : { standOff }),
    ...(depth === undefined ? {} : { depth }),
    ...(flexible ? { flexible } : {}),
  };
};
