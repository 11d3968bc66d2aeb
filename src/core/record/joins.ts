import type { JobState, Knowledge } from "../job";
import type { DesignBasis, TrainJudgement } from "../train";
import { keysOf } from "../families";
import { jointsOfTubes, tubeNames } from "../fit/tubes";
import { alikeJoints, jointsByPlace, type AlikeJoints, type JointPlace } from "../plumbing/made";
import { namesOf } from "../plumbing/named";
import { swapsOf } from "../plumbing/swap";
import type { Swap } from "../plumbing/swapped";
import type { UnitSystem } from "../units";
import type { Placed } from "./basis";
import { handleNames } from "../rig/named";
import { rigFor } from "./jobRig";
import { builderOf, fitOf } from "./fitOf";
import { tubingOfJob } from "./tubing";

/** The joints of tubes, by the unit of the design that they are joined with. */
function tubeJoinsOf(
  basis: DesignBasis & Partial<Placed>,
  judged: TrainJudgement,
  known: Knowledge,
): Readonly<Record<string, readonly AlikeJoints[]>> {
  const { tubing } = tubingOfJob(basis.answers, judged, basis.places);
  const names = tubeNames(tubing);
  const joints = jointsOfTubes(tubing);
  return Object.fromEntries(
    judged.stations.flatMap(({ unit }) => {
      const own = keysOf(unit).flatMap((key) => joints.get(key) ?? []);
      return own.length > 0 ? [[unit.key, alikeJoints(own, known.joints, () => names)]] : [];
    }),
  );
}

/**
 * Every joint of a design's pipes by where it is made, and what may come instead of fittings; nothing while
 * its units stand nowhere, or its pipes are not known.
 */
export function joinsOf(
  job: JobState,
  basis: DesignBasis & Partial<Placed>,
  judged: TrainJudgement,
  known: Knowledge,
): {
  readonly joins?: Readonly<Record<JointPlace, readonly AlikeJoints[]>>;
  readonly swaps?: readonly Swap[];
  /** Of units that are not in the line, by their keys. */
  readonly tubeJoins?: Readonly<Record<string, readonly AlikeJoints[]>>;
} {
  const tubeJoins = tubeJoinsOf(basis, judged, known);
  const fit = fitOf(job, judged, known, { basis });
  const build = builderOf(fit, { places: basis.places ?? {}, held: basis.held });
  const assembly = build?.();
  if (!build || !assembly) return { tubeJoins };
  const codes = (stations: TrainJudgement["stations"]) =>
    stations.map(({ unit, model }) => ({ key: unit.key, code: model.code, count: unit.parallel }));
  const levers = handleNames(rigFor(job, basis, known));
  const named = { line: codes(fit.line), units: codes(judged.stations), levers };
  const names = (system: UnitSystem) => namesOf(assembly, named, system);
  const alike = (place: JointPlace) => alikeJoints(jointsByPlace(assembly)[place], known.joints, names);
  return {
    joins: { bench: alike("bench"), house: alike("house"), train: alike("train") },
    swaps: swapsOf(assembly, build, known.fittings, known.joints),
    tubeJoins,
  };
}
