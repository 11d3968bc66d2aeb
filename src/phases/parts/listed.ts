import type { JobState, Knowledge } from "@/core/job";
import { nothingBuilt } from "@/core/plumbing/assembly";
import { broughtOf } from "@/core/plumbing/brought";
import { namesOf } from "@/core/plumbing/named";
import { takeOff } from "@/core/plumbing/takeOff";
import { assemblyOf, fitOf } from "@/core/record/fitOf";
import type { TrainJudgement } from "@/core/train";
import type { UnitSystem } from "@/core/units";
import { cuttingsOf } from "./cuttings";
import { pipeName } from "./words";

/** What a job's list of parts is made from, on the screen and on paper. `assembly` is undefined until all its units stand as they may. */
export function partsOf(job: JobState, judged: TrainJudgement, known: Knowledge, profile: UnitSystem) {
  const fit = fitOf(job, judged, known);
  const assembly = assemblyOf(fit, job);
  const built = assembly ?? nothingBuilt;
  const units = judged.stations.map((s) => broughtOf(s, s.placement.connects));
  const line = fit.line.map(({ unit, model }) => ({ key: unit.key, code: model.code }));
  const substrates = (job.answers["wall.substrate"]?.text ?? "").split(",").filter(Boolean);
  return {
    fit,
    assembly,
    built,
    names: namesOf(built, line, units, profile),
    lines: takeOff(built, units, substrates, { pipe: pipeName, rules: known.joints, profile }),
    cuttings: cuttingsOf(built),
    /** Units whose own pipes and tubes are not listed. */
    beside: judged.stations.filter((s) => s.placement.connects !== "line").map((s) => s.model.code),
  };
}
export type Parts = ReturnType<typeof partsOf>;
