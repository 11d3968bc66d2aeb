import { openedAgain, type JobState, type Knowledge } from "../job";
import {
  decideIntent,
  type Decision,
  type Intent,
  type Kept,
  type Office,
  type Paper,
  type Revision,
} from "../log";
import { faultsOf } from "../rig";
import { composeRun, type Step } from "../run";
import { siteFacts } from "../site";
import { tell } from "../tell";
import { allVerdicts, isNeedRule, withModels } from "../train";
import type { UnitSystem } from "../units";
import { verdictKey, type Verdict } from "../verdict";
import { sourceSafety } from "../water";
import { computedFor, computedForSite } from "./computed";
import { bypassOf, rigFor } from "./jobRig";
import { judgedOf } from "./laid";
import { joinsOf } from "./joins";
import { readingContext } from "./readingContext";
import { chosenSchools, saidBySchools } from "./schools";

/** Verdicts of the draft that keep it from being signed: Stop and Unknown without a written reason (handbook 2). */
export function signingBlockers(
  job: JobState,
  knowledge: Knowledge,
): { readonly at: string; readonly verdict: Verdict }[] {
  // A bypass alone treats nothing: what the water needs is asked when its units are chosen.
  const ofBypassAlone = job.units.length === 0 && job.bypass?.arrangement === "threeValve";
  return allVerdicts(judgedOf(job, knowledge)).filter(
    ({ at, verdict }) =>
      !(ofBypassAlone && isNeedRule(verdict.rule)) &&
      (verdict.level === "Stop" || verdict.level === "Unknown") &&
      !job.overrides[verdictKey(at, verdict.rule)],
  );
}

/** The steps of a signed design. */
function stepsOf(job: JobState, revision: Revision, knowledge: Knowledge, again = false): Step[] {
  const facts = siteFacts(revision.answers);
  const judged = judgedOf(job, knowledge, revision);
  const schools = knowledge.schoolsWith(revision.schools);
  const placed = withModels(revision.units, knowledge);
  const units = placed.map(({ unit, model }) => {
    const station = judged.stations.find((s) => s.key === unit.key);
    const recipes = model.recipes.flatMap((r) => knowledge.recipes.get(r) ?? []);
    return {
      unit,
      model,
      recipes,
      ...computedFor({ unit, model }, station, revision, placed, knowledge),
    };
  });
  return composeRun({
    again,
    site: knowledge.siteRecipe,
    computed: computedForSite(revision, knowledge),
    answers: revision.answers,
    fields: knowledge.fields,
    fixtures: facts.fixtures,
    demand: knowledge.tables.demand,
    defaults: { "ro.discards": schools.roDiscards, "ro.rinseMinutes": schools.roRinseMinutes },
    tankOpen: schools.tankOpen,
    schools: chosenSchools(revision.schools, knowledge),
    says: saidBySchools(revision.schools, knowledge),
    arrangement: bypassOf(job, revision, knowledge).arrangement,
    ...joinsOf(job, revision, judged, knowledge),
    source: sourceSafety(facts.water, facts.source),
    units,
  }).map((step) =>
    step.read && step.unit ? { ...step, against: readingContext(job, step.unit, knowledge) } : step,
  );
}

/**
 * The run of the last signed design: its steps, its rig, and what readings will be judged against. Throws
 * where nothing is signed.
 */
export function startOf(job: JobState, knowledge: Knowledge): Kept["runStarted"] {
  const revision = job.revisions.at(-1);
  if (!revision) throw new Error(`job ${job.id} has no signed design`);
  const rig = rigFor(job, revision, knowledge);
  return {
    revision: revision.revision,
    steps: stepsOf(job, revision, knowledge),
    against: readingContext(job, undefined, knowledge),
    rig: faultsOf(rig).length === 0 ? rig : undefined,
  };
}

/** The run opened again because of a reading, on the design that it follows. Throws where no run has started. */
export function startAgain(job: JobState, reading: string, knowledge: Knowledge): Kept["runStarted"] {
  const revision = job.revisions.find((r) => r.revision === job.run?.revision);
  if (!job.run || !revision) throw new Error(`job ${job.id} has no run to open again`);
  const { steps, again } = openedAgain(job.run.steps, stepsOf(job, revision, knowledge, true));
  return {
    revision: revision.revision,
    steps,
    against: readingContext(job, undefined, knowledge),
    again: { reading, steps: again },
  };
}

/** What the office computes for a decision, from catalogue and settings. */
export const officeWith = (knowledge: Knowledge): Office => ({
  knowledge,
  verdicts: (job) => allVerdicts(judgedOf(job, knowledge)),
  signingBlockers: (job) => signingBlockers(job, knowledge),
  startOf: (job) => startOf(job, knowledge),
  startAgain: (job, reading) => startAgain(job, reading, knowledge),
  against: (job) => readingContext(job, undefined, knowledge),
  tell,
});

/**
 * The entry an intent becomes, or why not, where catalogue and settings are at hand. Pure; permission is the server's.
 * `now` is ms on the server's clock at which the thing happened; `paper` what a signature is put under.
 */
export const decide = (
  job: JobState,
  intent: Intent,
  now: number,
  knowledge: Knowledge,
  system: UnitSystem = "metric",
  paper?: Paper,
): Decision => decideIntent(job, intent, { now, system, paper, office: () => officeWith(knowledge) });
