import { z } from "../src/core/zod";
import { knowledgeWith } from "../src/catalogue/knowledge";
import type { Step } from "../src/core/run";
import { clockOf, sayStep } from "../src/core/run";
import { asIf, draftBasis, signingBlockers, startOf, type Thought } from "../src/core/record";
import { emptyJob } from "../src/core/log";
import type { Actor, JobState } from "../src/core/job";
import { arrangements } from "../src/core/rig";
import { tell } from "../src/core/tell";
import { allVerdicts, judgeJob, type TrainJudgement } from "../src/core/train";
import type { UnitSystem } from "../src/core/units";
import { worstLevel, type Verdict } from "../src/core/verdict";
import { kind, refuse, type Compute } from "./calcKind";

const site = z.looseObject({
  answers: z.record(z.string(), z.string()),
  units: z.array(
    z.strictObject({
      key: z.string().min(1),
      model: z.string().min(1),
      parallel: z.number().int().min(1).max(6).default(1),
      place: z.string().optional(),
      set: z.number().positive().optional(),
      on: z.strictObject({ unit: z.string().min(1), port: z.enum(["product", "feed"]) }).optional(),
    }),
  ),
  arrangement: z.enum(arrangements).optional(),
  profile: z.enum(["us", "metric"]),
});
type Site = z.infer<typeof site>;

const knowledge = knowledgeWith();
const planner: Actor = { id: "calc", name: "Calc", role: "planner" };
const now = Date.UTC(2026, 0, 1, 8);

/** The job after a wish, by the very decisions that the application takes; refuses the case where they are refused. */
function after(job: JobState, wish: Thought): JobState {
  const next = asIf(job, wish, { by: planner, now, knowledge });
  if (next.ok) return next.job;
  return refuse(`${next.field ?? ("field" in wish ? wish.field : wish.kind)}: ${next.error}`);
}

/** A surveyed and designed job. */
function planned({ answers, units, arrangement, profile }: Site): JobState {
  let job = after(emptyJob("calc"), { kind: "jobOpened", name: "Calc", place: "Here", about: "" });
  for (const [field, text] of Object.entries(answers)) {
    if (!knowledge.fields.has(field)) refuse(`${field} is no question of the survey`);
    job = after(job, { kind: "surveyAnswered", field, text, profile });
  }
  const seen = () => job.designSeq;
  if (units.length > 0) job = after(job, { kind: "designChanged", units, what: "As asked", seen: seen() });
  if (arrangement)
    job = after(job, { kind: "bypassChosen", arrangement, drainCock: true, what: "As asked", seen: seen() });
  return job;
}

/** Verdicts of the demand stand at the site, those of units at their key, the rest at the house. */
const placed = (judged: TrainJudgement): { readonly at: string; readonly verdict: Verdict }[] => [
  ...judged.demand.flatMap((f) => (f.verdict ? [{ at: "site", verdict: f.verdict }] : [])),
  ...allVerdicts(judged),
];

function judged(given: Site): object {
  const verdicts = placed(judgeJob(draftBasis(planned(given)), knowledge));
  return {
    worst: worstLevel(verdicts.map((v) => v.verdict)),
    verdicts: verdicts.map(({ at: where, verdict }) => ({
      at: where,
      rule: verdict.rule,
      level: verdict.level,
      ...tell(verdict, given.profile),
    })),
  };
}

/** A step as it is read on site. */
function shown(step: Step, system: UnitSystem): object {
  const { question, statement, why, details, sets } = sayStep(step, system);
  const { id, kind: of, unit, stage, title, work, water, power, needs, goal, cautions, read } = step;
  const clock = clockOf(step);
  const wait = step.wait ?? (clock === undefined ? undefined : { minutes: clock / 60_000 });
  return {
    id,
    kind: of,
    unit,
    stage,
    title,
    question,
    statement,
    why,
    work,
    wait,
    water,
    power,
    needs,
    goal,
    cautions,
    details,
    read,
    sets: sets.length > 0 ? sets : undefined,
  };
}

/** A site's job with its design signed, and the judgements that were taken on for it. */
export function signedJob(given: Site) {
  let job = planned(given);
  const taken = signingBlockers(job, knowledge);
  for (const { at: where, verdict } of taken)
    job = after(job, { kind: "verdictOverridden", at: where, rule: verdict.rule, why: "Asked of the core" });
  return { job: after(job, { kind: "designSigned", seen: job.designSeq }), taken };
}

/** The run of a site, every judgement that would keep its design from being signed taken on and named in `notes`. */
function composed(given: Site): object {
  const { job, taken } = signedJob(given);
  const { steps, rig } = startOf(job, knowledge);
  const overridden = taken.map(
    ({ at: where, verdict }) =>
      `Overridden at ${where}: ${verdict.rule} is ${verdict.level}, ${tell(verdict, given.profile).reason}`,
  );
  return {
    steps: steps.map((step) => shown(step, given.profile)),
    notes: rig ? overridden : [...overridden, "The rig does not hang together: the run has none"],
  };
}

/** Calculations on a whole site: what the core says of it, and the run that it composes. */
export const jobKinds: Readonly<Record<string, Compute>> = {
  judge: kind(site, judged),
  run: kind(site, composed),
};
