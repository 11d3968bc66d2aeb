import type { JobState, Knowledge } from "../job";
import { misfits, tooFarOut } from "../fit/judge";
import { saltTanksOf } from "../fit/onWall";
import { joinedAs, pipingOf, type PipingFound, type Way } from "../fit/jobPiping";
import { pipePlan, plannedOnWall, type PipePlan } from "../fit/pipePlan";
import { pipesBuilt } from "../fit/piped";
import { placingOf } from "../fit/routes";
import { usualPlacing } from "../fit/patience";
import type { Placing } from "../fit/routes";
import { bodyOf, type WallUnit } from "../fit/standing";
import type { Rect } from "../fit/wall";
import { wallOf, type WallFound } from "../fit/wallOf";
import type { Assembly } from "../plumbing/assembly";
import type { Swapped } from "../plumbing/row";
import { siteFacts } from "../site";
import { sourceSafety } from "../water";
import type { DesignBasis, TrainJudgement } from "../train";
import { bypassOf } from "./jobRig";
import { chosenSchools } from "./schools";
import { draftPlaced, type Placed } from "./basis";

/** A job's wall with all that is to go on it. */
export interface FitOfJob {
  readonly found: WallFound;
  readonly line: TrainJudgement["stations"];
  /** Units that can be placed. */
  readonly units: readonly WallUnit[];
  /** Salt tanks that are not on the wall. */
  readonly tanks: readonly WallUnit[];
  /** Codes of units whose size or ports nobody stated. */
  readonly unmeasured: readonly string[];
  readonly piping: PipingFound;
  /** The fittings at every end of its pipes, once it is known what they are made of. */
  readonly plan?: PipePlan;
  /** The train is emptied by a cock of its own. */
  readonly drainCock: boolean;
  /** The design is a bypass with no unit yet. */
  readonly isBypassAlone: boolean;
}

/**
 * The wall of a job, its units, and what its pipes are made of, from survey, design and schools. `way`: as
 * if they were joined in another; `basis`: of a design that was signed, instead of the draft.
 */
export function fitOf(
  job: JobState,
  judged: TrainJudgement,
  known: Knowledge,
  {
    way,
    basis = draftPlaced(job),
  }: { readonly way?: Way; readonly basis?: DesignBasis & Partial<Placed> } = {},
): FitOfJob {
  const line = judged.stations.filter((s) => s.placement.connects === "line");
  const { arrangement, drainCock } = bypassOf(job, basis, known);
  const facts = siteFacts(basis.answers);
  const isUnsafe = sourceSafety(facts.water, facts.source) === "unsafe";
  const own = pipingOf(basis.answers, chosenSchools(basis.schools ?? {}, known));
  const piping: PipingFound =
    own.is === "known" && way ? { is: "known", piping: joinedAs(own.piping, way) } : own;
  const plan =
    piping.is === "known"
      ? pipePlan(
          known.fittings,
          line,
          piping.piping,
          { arrangement, isUnsafe },
          // What was chosen for pipes that are joined in one way is nothing for another.
          way ? {} : basis.transitions,
        )
      : undefined;
  const units = line.map((s) => plannedOnWall(s, plan));
  // A salt tank is on the wall where somebody put it there; else it stands somewhere before it.
  const isPut = (tank: WallUnit) => basis.places?.[tank.key] !== undefined;
  const tanks = line.map(saltTanksOf);
  return {
    found: wallOf(basis.answers, arrangement === "threeValve", plan?.onWall),
    line,
    units: units.flatMap((u, i) => (u ? [u, ...tanks[i]!.filter(isPut)] : [])),
    tanks: tanks.flat().filter((tank) => !isPut(tank)),
    unmeasured: line.filter((_, i) => !units[i]).map((s) => s.model.code),
    piping,
    plan,
    drainCock,
    isBypassAlone: arrangement === "threeValve" && judged.stations.length === 0,
  };
}

/** Can its units be placed at all. */
export const isPlaceable = ({ found, units, unmeasured }: FitOfJob): boolean =>
  found.is === "known" && units.length > 0 && unmeasured.length === 0;

/** Where the units of a job stand; undefined until each has its place. */
function standingsOf({ units }: FitOfJob, { places }: Placed) {
  const standings = units.flatMap((u) => places[u.key] ?? []);
  return standings.length === units.length ? standings : undefined;
}

/** Bodies of units as one stands before their wall, by their keys; of those that are placed. */
export function bodiesSeen({ found, units }: FitOfJob, places: Placed["places"]): ReadonlyMap<string, Rect> {
  if (found.is !== "known") return new Map();
  const { wall, mirrored } = found;
  return new Map(
    units.flatMap((unit) => {
      const at = places[unit.key];
      if (!at) return [];
      const body = bodyOf(unit, at);
      return [[unit.key, mirrored ? { ...body, x: wall.width - body.x - body.width } : body] as const];
    }),
  );
}

/** Is something in a unit's way as all stand now, whatever their pipes do. */
function isBarred(fit: FitOfJob, job: Placed): boolean {
  const standings = standingsOf(fit, job);
  return fit.found.is === "known" && !!standings && misfits(fit.found.wall, fit.units, standings).length > 0;
}

/**
 * A job's units on its wall with the pipes between them; undefined until all its units stand as they may
 * and every pipe finds its way.
 */
export function placingOfJob(fit: FitOfJob, job: Placed): Placing | undefined {
  const { found, units } = fit;
  const standings = standingsOf(fit, job);
  if (found.is !== "known" || !standings || !isPlaceable(fit) || isBarred(fit, job)) return undefined;
  return placingOf({ ...found.wall, held: job.held }, units, standings, usualPlacing.clear);
}

/** Do a placed train's pipes bring a unit so far off the wall that there is no depth for it. */
function isTooFarOut({ plan, found, units }: FitOfJob, { routes }: Placing): boolean {
  const built = plan && pipesBuilt(plan, routes);
  return found.is === "known" && built !== undefined && tooFarOut(found.wall, units, built.backs).length > 0;
}

/** Is something in a unit's way as all stand now, or is there no depth for one that its pipes bring further out. */
export function isInTheWay(fit: FitOfJob, job: Placed): boolean {
  const placing = placingOfJob(fit, job);
  return placing ? isTooFarOut(fit, placing) : isBarred(fit, job);
}

/**
 * How a job's pipes are built from what stands on its wall, with what came instead of some fittings;
 * undefined until all its units stand as they may and every pipe finds its way.
 */
export function builderOf(
  fit: FitOfJob,
  job: Placed,
): ((swapped?: Swapped) => Assembly | undefined) | undefined {
  const { plan } = fit;
  // A bypass alone needs no wall: its legs wait capped.
  if (plan && fit.isBypassAlone) return (swapped) => pipesBuilt(plan, [], swapped);
  const placing = placingOfJob(fit, job);
  if (!placing || isTooFarOut(fit, placing)) return undefined;
  return plan && ((swapped) => pipesBuilt(plan, placing.routes, swapped));
}

/**
 * What came instead of a job's fittings on site, by their ids in its assembly; nothing for a job that is
 * only planned.
 */
const swappedIn = ({ swapped = {} }: Placed, { fittings }: Knowledge): Swapped =>
  new Map(
    Object.entries(swapped).flatMap(([part, { to }]) => {
      const fitting = fittings.find((f) => f.id === to);
      return fitting ? [[part, fitting] as const] : [];
    }),
  );

/**
 * The pipes of a job as they are built, with what came instead of its fittings on site; undefined where
 * they cannot be.
 */
export const assemblyOf = (fit: FitOfJob, job: Placed, known: Knowledge): Assembly | undefined =>
  builderOf(fit, job)?.(swappedIn(job, known));
