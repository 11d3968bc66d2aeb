import type { JobState, Knowledge } from "../job";
import type { DesignBasis, TrainJudgement } from "../train";
import { alikeJoints, jointsByPlace, type AlikeJoints, type JointPlace } from "../plumbing/made";
import { namesOf } from "../plumbing/named";
import type { UnitSystem } from "../units";
import type { Placed } from "./basis";
import { assemblyOf, fitOf } from "./fitOf";

/** Every joint of a design's pipes by where it is made; undefined while its units stand nowhere, or its pipes are not known. */
export function joinsOf(
  job: JobState,
  basis: DesignBasis & Partial<Placed>,
  judged: TrainJudgement,
  known: Knowledge,
): Readonly<Record<JointPlace, readonly AlikeJoints[]>> | undefined {
  const fit = fitOf(job, judged, known, { basis });
  const assembly = assemblyOf(fit, { places: basis.places ?? {} });
  if (!assembly) return undefined;
  const codes = (stations: TrainJudgement["stations"]) =>
    stations.map((s) => ({ key: s.unit.key, code: s.model.code }));
  const names = (system: UnitSystem) => namesOf(assembly, codes(fit.line), codes(judged.stations), system);
  const alike = (place: JointPlace) => alikeJoints(jointsByPlace(assembly)[place], known.joints, names);
  return { bench: alike("bench"), house: alike("house"), train: alike("train") };
}
