import { lossCurve } from "../plumbing";
import type { ReadingContext } from "../readings";
import { siteFacts } from "../site";
import { judgeTrain, judgeWithin, type DesignUnit, type TrainJudgement, type UnitModel } from "../train";
import { upper, type UnitSystem } from "../units";
import { unknown, worstLevel } from "../verdict";
import { modelKey, type Knowledge } from "./knowledge";
import { findStep, type JobState } from "./state";

/** Units of a design with their models; a version whose figures are not here is left out, and `judgeJob` says so. */
export const withModels = (
  units: readonly DesignUnit[],
  knowledge: Pick<Knowledge, "models">,
): { unit: DesignUnit; model: UnitModel }[] =>
  units.flatMap((unit) => {
    const model = knowledge.models.get(modelKey(unit));
    return model ? [{ unit, model }] : [];
  });

/** What a design is judged by: its units, the survey it stands on, and the schools chosen for it. */
export interface DesignBasis {
  readonly answers: JobState["answers"];
  readonly units: readonly DesignUnit[];
  readonly schools?: Readonly<Record<string, string>>;
}
/** The draft as a basis. */
export const draftBasis = (job: Pick<JobState, "answers" | "units" | "schools">): DesignBasis => ({
  answers: job.answers,
  units: job.units,
  schools: Object.fromEntries(Object.entries(job.schools).map(([id, s]) => [id, s.option])),
});

/** The judgement of a design as it stands. */
export function judgeJob(job: DesignBasis, knowledge: Knowledge, profile: UnitSystem): TrainJudgement {
  const units = withModels(job.units, knowledge);
  const schools = knowledge.schoolsWith(job.schools ?? {});
  const judged = judgeWithin(job.answers, (answers) =>
    judgeTrain({ facts: siteFacts(answers), units, schools, tables: knowledge.tables, profile }),
  );
  const strange = job.units.filter((u) => !knowledge.models.has(modelKey(u)));
  if (strange.length === 0) return judged;
  const verdicts = [
    ...judged.house.verdicts,
    unknown(
      "unit-figures",
      `the figures of ${strange.map((u) => modelKey(u)).join(", ")} are not in this catalogue`,
      [],
      "Bring them into the catalogue, or take another unit",
    ),
  ];
  return { ...judged, house: { ...judged.house, verdicts }, level: worstLevel([judged, ...verdicts]) };
}

/** The design that governs the run: the signed revision it started from, else the last signed, else the draft. */
export const governing = (job: JobState): DesignBasis =>
  job.revisions.find((r) => r.revision === job.run?.revision) ?? job.revisions.at(-1) ?? draftBasis(job);
export const governingUnits = (job: JobState): readonly DesignUnit[] => governing(job).units;

/** What a reading of a kind at a step is judged against (handbook 6). */
export function readingContext(
  job: JobState,
  stepId: string | undefined,
  knowledge: Knowledge,
  profile: UnitSystem,
): ReadingContext {
  const step = stepId ? findStep(job, stepId) : undefined;
  const units = withModels(governingUnits(job), knowledge);
  const facts = siteFacts(job.answers);
  const judged = judgeTrain({
    facts,
    units,
    schools: knowledge.schoolsWith(governing(job).schools ?? {}),
    tables: knowledge.tables,
    profile,
  });
  const mine = step?.unit ? units.filter((u) => u.unit.key === step.unit) : units;
  const ro = mine.find((u) => u.model.ro)?.model.ro;
  const station = judged.stations.find((s) => s.model.ro && (!step?.unit || s.key === step.unit));
  const uv = mine.find((u) => u.model.uv)?.model.uv;
  const carbon = mine.find((u) => u.model.carbon)?.model.carbon;
  const main = units.filter((u) => !u.model.branch);
  const feedTds = station ? upper(station.waterIn.tds) : undefined;
  const designWaste = station?.figures.find((f) => f.id === "waste")?.value ?? ro?.wasteRatio;
  return {
    profile,
    loss: main.map((u) => ({ curve: lossCurve(u.model.lossPoints), parallel: u.unit.parallel })),
    trainMax: Math.min(862, ...main.flatMap((u) => u.model.maxPressure ?? [])),
    band: step?.flow?.band ? step.flow.band : undefined,
    ro: ro
      ? {
          permeate: ro.permeate,
          pressure: ro.pressure,
          tds: ro.tds,
          recovery: ro.recovery,
          concentrate: ro.concentrate ?? (ro.permeate * (1 - ro.recovery)) / ro.recovery,
          preLoss: ro.preLoss,
          designWaste,
          feedTds,
        }
      : undefined,
    uv: uv
      ? {
          ratedFlow: uv.ratedFlow,
          ratedUvt: uv.ratedUvt,
          uvt: uv.ratedUvt,
          layerCm: uv.layerCm,
          endOfLife: uv.endOfLife,
          ratedDose: uv.dose,
          maxFlow: uv.maxFlow ?? uv.ratedFlow,
        }
      : undefined,
    carbonLitres: carbon ? carbon.mediaLitres : undefined,
  };
}
