import { rigLacks, wishOf, circumstancesOf } from "../job/rigWishes";
import { isFinished, waitsFor, type Actor, type JobState, type Knowledge } from "../job";
import { modelKey, type UnitModel } from "../families";
import { emptyJob } from "../log";
import { aimed } from "../rig/goals";
import { whyNot } from "../rig/whyNot";
import { loopIn } from "../run/loop";
import type { Recipe } from "../run/recipe";
import type { Step } from "../run/step";
import { inSentence } from "../words";
import { applied, asIf, type Thought } from "./asIf";
import { movesFor } from "./jobRig";
import { signingBlockers } from "./office";

/** A job to rehearse on: what its survey says, in metric or with units, and its units by code. */
export interface Sample {
  readonly answers: Readonly<Record<string, string>>;
  readonly units: readonly string[];
}

/** What the office knows, with a recipe tried: of the site, or of a unit that is started by it for once. */
export function knowledgeTrying(knowledge: Knowledge, recipe: Recipe, unit?: UnitModel): Knowledge {
  if (recipe.id === knowledge.siteRecipe.id) return { ...knowledge, siteRecipe: recipe };
  const recipes = new Map([...knowledge.recipes, [recipe.id, recipe]]);
  if (!unit) return { ...knowledge, recipes };
  const started = { ...unit, recipes: [recipe.id] };
  const key = modelKey({ model: unit.code, version: unit.version });
  return {
    ...knowledge,
    recipes,
    models: new Map([...knowledge.models, [key, started]]),
    offered: knowledge.offered.map((m) => (m.code === unit.code ? started : m)),
  };
}

/** Where a run that is only thought of stops. */
export interface Stuck {
  readonly step: string;
  readonly title: string;
  readonly reason: string;
}
export interface Rehearsal {
  /** As a crew would meet them. */
  readonly steps: readonly Step[];
  /** None: it comes to its end. */
  readonly stuck?: Stuck;
}

const crew: Actor = { id: "rehearsal", name: "Rehearsal", role: "planner" };
const NOW = Date.UTC(2026, 0, 5, 8);
/** A search for the reason is given up beyond so many states: then none is given. */
const MOST_STATES = 20_000;

/**
 * The job with its run begun, every judgement that would keep its design open taken on. Throws where a
 * sample cannot be planned: that is the sample's fault.
 */
function begun({ answers, units }: Sample, knowledge: Knowledge): JobState {
  const by = { by: crew, now: NOW, knowledge };
  const must = (job: JobState, wish: Thought): JobState => {
    const next = asIf(job, wish, by);
    if (!next.ok) throw new Error(`${wish.kind}: ${next.field ?? ""} ${next.error}`);
    return next.job;
  };
  let job = must(emptyJob("rehearsal"), { kind: "jobOpened", name: "Rehearsal", place: "Here", about: "" });
  for (const [field, text] of Object.entries(answers))
    job = must(job, { kind: "surveyAnswered", field, text, profile: "us" });
  job = must(job, {
    kind: "designChanged",
    units: units.map((model, i) => ({ key: `u${i + 1}`, model, parallel: 1 })),
    what: "As sampled",
    seen: job.designSeq,
  });
  for (const { at, verdict } of signingBlockers(job, knowledge))
    job = must(job, { kind: "verdictOverridden", at, rule: verdict.rule, why: "A sample is not judged" });
  return must(must(job, { kind: "designSigned", seen: job.designSeq }), { kind: "runStarted" });
}

/** Why the rig cannot come to what a step wants, from where it stands. */
function noOrder(job: JobState, step: Step): string {
  const rig = job.rig!;
  const wanted = aimed(rig.rig, wishOf(rig, step)!);
  const { reason } = whyNot(rig.rig, rig.state, wanted, circumstancesOf(rig, step), {
    goOn: (states) => states < MOST_STATES,
  });
  return `It wants “${inSentence(wanted.title)}”, and from where the rig stands then no safe order of moves leads there: ${inSentence(reason)}`;
}

/** The job after a step was done with everything that it wants turned and heard, or why it cannot be. */
function after(job: JobState, step: Step, knowledge: Knowledge): JobState | { readonly reason: string } {
  let next = job;
  const by = { by: crew, now: NOW, knowledge };
  for (const { handle, to } of movesFor(job.rig, step)) {
    const turned = asIf(next, { kind: "handleTurned", handle, to, step: step.id }, by);
    if (!turned.ok) return { reason: turned.error };
    next = turned.job;
    if (next.rig!.state.filling.length > 0)
      next = applied(next, { kind: "fillHeard", data: { step: step.id } }, crew, NOW);
  }
  if (rigLacks(next.rig, step) !== undefined) return { reason: noOrder(job, step) };
  return applied(next, { kind: "stepDone", data: { step: step.id } }, crew, NOW);
}

/** The names of what waits in a circle, or of what is waited for. */
function locked(job: JobState, left: readonly Step[]): Stuck {
  const loop = loopIn(left);
  const titleOf = (id: string) => `“${left.find((s) => s.id === id)?.title ?? id}”`;
  const [first] = left;
  return {
    step: loop?.[0] ?? first!.id,
    title: left.find((s) => s.id === (loop?.[0] ?? first!.id))!.title,
    reason: loop
      ? `The run would never end: ${[...loop, loop[0]!].map(titleOf).join(" waits for ")}`
      : `It waits for ${waitsFor(job, first!)
          .map((s) => `“${s.title}”`)
          .join(", ")}`,
  };
}

/**
 * A sample's run, walked from its first step to its last as a crew would: valves turned in a safe order,
 * clocks run, readings taken for granted. Says where it stops, if it does. Pure; takes up to a second for a
 * whole house.
 */
export function rehearse(sample: Sample, knowledge: Knowledge): Rehearsal {
  let job = begun(sample, knowledge);
  const { steps } = job.run!;
  for (;;) {
    const left = steps.filter((s) => !isFinished(job, s.id));
    if (left.length === 0) return { steps };
    const step = left.find((s) => waitsFor(job, s).length === 0);
    if (!step) return { steps, stuck: locked(job, left) };
    const next = after(job, step, knowledge);
    if ("reason" in next) return { steps, stuck: { step: step.id, title: step.title, reason: next.reason } };
    job = next;
  }
}
