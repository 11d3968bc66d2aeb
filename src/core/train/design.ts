import { modelKey, type DesignUnit, type PlacedUnit, type TrainSchools, type UnitModel } from "../families";
import { siteFacts, type SurveyAnswers } from "../site";
import { worstLevel } from "../verdict";
import { rule } from "../words";
import type { TrainInput } from "./ground";
import { judgeTrain, type TrainJudgement } from "./judge";
import { judgeWithin } from "./uncertainty";

/** What the judgement of a design takes from catalogue and company. */
export interface DesignKnowledge {
  /** Every version of every unit that was ever in the catalogue, by `modelKey`. */
  readonly models: ReadonlyMap<string, UnitModel>;
  readonly tables: TrainInput["tables"];
  /** What judgements take from the company's schools with a job's own over them. */
  readonly schoolsWith: (chosen: Readonly<Record<string, string>>) => TrainSchools;
}

/** Units of a design with their models; a version whose figures are not here is left out, and `judgeJob` says so. */
export const withModels = (
  units: readonly DesignUnit[],
  { models }: Pick<DesignKnowledge, "models">,
): PlacedUnit[] =>
  units.flatMap((unit) => {
    const model = models.get(modelKey(unit));
    return model ? [{ unit, model }] : [];
  });

/** What a design is judged by: its units, the survey it stands on, and the schools chosen for it. */
export interface DesignBasis {
  readonly answers: SurveyAnswers;
  readonly units: readonly DesignUnit[];
  readonly schools?: Readonly<Record<string, string>>;
  /** Its pipes as they are built, where its units are placed. */
  readonly laid?: TrainInput["laid"];
}

/** A design that names a unit whose figures are not here. */
export const unitFiguresRule = rule<{ readonly units: readonly string[] }>("unit-figures", {
  reason: ({ units }) => `the figures of ${units.join(", ")} are not in this catalogue`,
  remedy: () => "Bring them into the catalogue, or take another unit",
});

function judged(basis: DesignBasis, knowledge: DesignKnowledge): TrainJudgement {
  const units = withModels(basis.units, knowledge);
  const schools = knowledge.schoolsWith(basis.schools ?? {});
  const found = judgeWithin(basis.answers, (answers) =>
    judgeTrain({ facts: siteFacts(answers), units, schools, tables: knowledge.tables, laid: basis.laid }),
  );
  const strange = basis.units.filter((u) => !knowledge.models.has(modelKey(u))).map(modelKey);
  if (strange.length === 0) return found;
  const verdicts = [...found.house.verdicts, unitFiguresRule.unknown({ units: strange })];
  return { ...found, house: { ...found.house, verdicts }, level: worstLevel([found, ...verdicts]) };
}

type BySchools = Map<string, TrainJudgement>;
const remembered = new WeakMap<
  DesignKnowledge,
  WeakMap<SurveyAnswers, WeakMap<readonly DesignUnit[], BySchools>>
>();

/** The part of a memory under a key, made where it is not there yet. */
function under<K extends WeakKey, V>(memory: WeakMap<K, V>, key: K, make: () => V): V {
  const had = memory.get(key);
  if (had !== undefined) return had;
  const made = make();
  memory.set(key, made);
  return made;
}

/**
 * The judgement of a design as it stands. It is judged once: the same answers, units and knowledge are
 * remembered by identity.
 */
export function judgeJob(basis: DesignBasis, knowledge: DesignKnowledge): TrainJudgement {
  const byAnswers = under(remembered, knowledge, () => new WeakMap());
  const byUnits = under(byAnswers, basis.answers, () => new WeakMap());
  const bySchools = under(byUnits, basis.units, (): BySchools => new Map());
  const key = JSON.stringify([basis.schools ?? {}, basis.laid ?? []]);
  const had = bySchools.get(key);
  if (had) return had;
  const fresh = judged(basis, knowledge);
  bySchools.set(key, fresh);
  return fresh;
}
