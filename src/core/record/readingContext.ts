import { lossCurve } from "../plumbing";
import type { ReadingContext } from "../readings";
import { siteFacts } from "../site";
import { judgeTrain, type DesignUnit, type TrainJudgement, type UnitModel } from "../train";
import { upper, type Profile } from "../units";
import type { Knowledge } from "./knowledge";
import { findStep, type JobState } from "./state";

/** Units of a design with their models; a model that is no longer in the catalogue is left out. */
export const withModels = (units: readonly DesignUnit[], knowledge: Pick<Knowledge, "models">): { unit: DesignUnit; model: UnitModel }[] => units.flatMap((unit) => { const model = knowledge.models.get(unit.model); return model ? [{ unit, model }] : []; });

/** The judgement of the draft design as it stands. */
export function judgeJob(job: Pick<JobState, "answers" | "units">, knowledge: Knowledge, profile: Profile): TrainJudgement {
  return judgeTrain({ facts: siteFacts(job.answers), units: withModels(job.units, knowledge), schools: knowledge.schools, tables: knowledge.tables, profile });
}

/** The design that governs the run: the signed revision it started from, else the last signed, else the draft. */
export function governingUnits(job: JobState): readonly DesignUnit[] {
  return (job.revisions.find((r) => r.revision === job.run?.revision) ?? job.revisions.at(-1))?.units ?? job.units;
}

/** What a reading of a kind at a step is judged against (handbook 6). */
export function readingContext(job: JobState, stepId: string | undefined, knowledge: Knowledge, profile: Profile): ReadingContext {
  const step = stepId ? findStep(job, stepId) : undefined;
  const units = withModels(governingUnits(job), knowledge);
  const facts = siteFacts(job.answers);
  const judged = judgeTrain({ facts, units, schools: knowledge.schools, tables: knowledge.tables, profile });
  const mine = step?.unit ? units.filter((u) => u.unit.key === step.unit) : units;
  const ro = mine.find((u) => u.model.ro)?.model.ro;
  const station = judged.stations.find((s) => s.model.ro && (!step?.unit || s.key === step.unit));
  const uv = mine.find((u) => u.model.uv)?.model.uv;
  const carbon = mine.find((u) => u.model.carbon)?.model.carbon;
  const main = units.filter((u) => !u.model.branch);
  const feedTds = station ? upper(station.waterIn.tds) : undefined;
  const designWaste = station?.figures.find((f) => f.id === "waste")?.value ?? ro?.wasteRatio;
  return {
    profile, loss: main.map((u) => ({ curve: lossCurve(u.model.lossPoints), parallel: u.unit.parallel })), trainMax: Math.min(862, ...main.flatMap((u) => u.model.maxPressure ?? [])),
    ...(step?.flow?.band ? { band: step.flow.band } : {}),
    ...(ro ? { ro: { permeate: ro.permeate, pressure: ro.pressure, tds: ro.tds, recovery: ro.recovery, concentrate: ro.concentrate ?? (ro.permeate * (1 - ro.recovery)) / ro.recovery, preLoss: ro.preLoss, ...(designWaste === undefined ? {} : { designWaste }), ...(feedTds === undefined ? {} : { feedTds }) } } : {}),
    ...(uv ? { uv: { ratedFlow: uv.ratedFlow, ratedUvt: uv.ratedUvt, uvt: uv.ratedUvt, layerCm: uv.layerCm, endOfLife: uv.endOfLife, ratedDose: uv.dose, maxFlow: uv.maxFlow ?? uv.ratedFlow } } : {}),
    ...(carbon ? { carbonLitres: carbon.mediaLitres } : {}),
  };
}
