import type { JobState, Knowledge } from "../job";
import { decideIntent, type Decision, type Intent, type Kept, type Office } from "../log";
import { faultsOf } from "../rig";
import { composeRun } from "../run/compose";
import { siteFacts } from "../site";
import { tell } from "../tell";
import { allVerdicts, judgeJob, withModels } from "../train";
import type { UnitSystem } from "../units";
import { verdictKey, type Verdict } from "../verdict";
import { sourceSafety } from "../water";
import { defaultBypass, rigFor } from "./jobRig";
import { draftBasis, readingContext } from "./readingContext";

/** Verdicts of the draft that keep it from being signed: Stop and Unknown without a written reason (handbook 2). */
export function signingBlockers(
  job: JobState,
  knowledge: Knowledge,
): { readonly at: string; readonly verdict: Verdict }[] {
  return allVerdicts(judgeJob(draftBasis(job), knowledge)).filter(
    ({ at, verdict }) =>
      (verdict.level === "Stop" || verdict.level === "Unknown") &&
      !job.overrides[verdictKey(at, verdict.rule)],
  );
}

/** The run of the last signed design: its steps, its rig, and what readings will be judged against. Throws where nothing is signed. */
export function startOf(job: JobState, knowledge: Knowledge): Kept["runStarted"] {
  const revision = job.revisions.at(-1);
  if (!revision) throw new Error(`job ${job.id} has no signed design`);
  const facts = siteFacts(revision.answers);
  const judged = judgeJob(revision, knowledge);
  const schools = knowledge.schoolsWith(revision.schools);
  const units = withModels(revision.units, knowledge).map(({ unit, model }) => {
    const station = judged.stations.find((s) => s.key === unit.key);
    const fill = station?.figures.find((f) => f.id === "fill")?.value;
    const recipes = model.recipes.flatMap((r) => knowledge.recipes.get(r) ?? []);
    return { unit, model, recipes, predicted: { fill } };
  });
  const steps = composeRun({
    site: knowledge.siteRecipe,
    answers: revision.answers,
    fixtures: facts.fixtures,
    demand: knowledge.tables.demand,
    defaults: { "ro.discards": schools.roDiscards, "ro.rinseMinutes": schools.roRinseMinutes },
    tankOpen: schools.tankOpen,
    arrangement: (job.bypass ?? defaultBypass).arrangement,
    source: sourceSafety(facts.water, facts.source),
    units,
  });
  const rig = rigFor(job, revision, knowledge);
  return {
    revision: revision.revision,
    steps: steps.map((step) =>
      step.read && step.unit ? { ...step, against: readingContext(job, step.unit, knowledge) } : step,
    ),
    against: readingContext(job, undefined, knowledge),
    rig: faultsOf(rig).length === 0 ? rig : undefined,
  };
}

/** What the office computes for a decision, from catalogue and settings. */
export const officeWith = (knowledge: Knowledge): Office => ({
  knowledge,
  verdicts: (job) => allVerdicts(judgeJob(draftBasis(job), knowledge)),
  signingBlockers: (job) => signingBlockers(job, knowledge),
  startOf: (job) => startOf(job, knowledge),
  against: (job) => readingContext(job, undefined, knowledge),
  tell,
});

/**
 * The entry an intent becomes, or why not, where catalogue and settings are at hand. Pure; permission is the server's.
 * `now` is ms on the server's clock at which the thing happened.
 */
export const decide = (
  job: JobState,
  intent: Intent,
  now: number,
  knowledge: Knowledge,
  system: UnitSystem = "metric",
): Decision => decideIntent(job, intent, { now, system, office: () => officeWith(knowledge) });
