import type { JobState, Knowledge } from "@/core/job";
import { groundsOf } from "@/core/fit/ground";
import { tubeLines } from "@/core/fit/tubesBrought";
import { nothingBuilt } from "@/core/plumbing/assembly";
import { broughtOf } from "@/core/plumbing/brought";
import { cuttingsOf, withCuttings } from "@/core/plumbing/cuttings";
import { cutSaid, namesOf } from "@/core/plumbing/named";
import type { Offcuts } from "@/core/plumbing/offcut";
import { takeOff } from "@/core/plumbing/takeOff";
import { handleNames } from "@/core/rig/named";
import { rigFor } from "@/core/record/jobRig";
import { tubingOfJob } from "@/core/record/tubing";
import { assemblyOf, bodiesSeen, fitOf } from "@/core/record/fitOf";
import { draftPlaced, type Placed } from "@/core/record/basis";
import type { DesignBasis, TrainJudgement } from "@/core/train";
import type { UnitSystem } from "@/core/units";
import { pipeName } from "./words";

/**
 * What a job's list of parts is made from, on the screen and on paper; `offcuts`: what it can be cut from
 * beside new pipe. `assembly` is undefined until all its units stand as they may.
 */
export function partsOf(
  job: JobState,
  judged: TrainJudgement,
  known: Knowledge,
  {
    profile,
    offcuts,
    basis = { ...draftPlaced(job), swapped: job.swapped },
  }: {
    readonly profile: UnitSystem;
    readonly offcuts?: Offcuts;
    /** A design that was signed, instead of the draft. */
    readonly basis?: DesignBasis & Partial<Placed>;
  },
) {
  const fit = fitOf(job, judged, known, { basis });
  const assembly = assemblyOf(fit, { ...basis, places: basis.places ?? {} }, known);
  const built = assembly ?? nothingBuilt;
  const units = judged.stations.map((s) => broughtOf(s, s.placement.connects));
  const line = fit.line.map(({ unit, model }) => ({
    key: unit.key,
    code: model.code,
    count: unit.parallel,
  }));
  const cuttings = cuttingsOf(built, offcuts);
  const hung = units.filter((u) => u.hangs).map((u) => u.key);
  const grounds = groundsOf(basis.answers, hung, bodiesSeen(fit, basis.places ?? {}));
  const words = {
    pipe: pipeName,
    rules: known.joints,
    anchors: known.anchors,
    profile,
    drainCock: fit.drainCock,
  };
  const { threads, tubing } = tubingOfJob(basis.answers, judged, basis.places);
  const lines = takeOff(
    built,
    units,
    grounds,
    words,
    tubeLines(tubing, threads, { rules: known.joints, fittings: known.fittings }),
  );
  return {
    fit,
    assembly,
    built,
    names: namesOf(built, { line, units, levers: handleNames(rigFor(job, basis, known)) }, profile),
    lines: withCuttings(lines, cuttings, { pipe: pipeName, length: (mm) => cutSaid(mm, profile) }),
    cuttings,
    tubing,
  };
}
export type Parts = ReturnType<typeof partsOf>;
