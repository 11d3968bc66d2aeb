import { hasRun, readyAt } from "../run/clock";
import { clockOf, type Step } from "../run/step";
import { findStep, stepState, type JobState } from "./job";
import { joinsNow } from "./joins";
import { inSentence } from "../words";

/** Is a step done or skipped. */
export const isFinished = (job: JobState, id: string): boolean => {
  const s = stepState(job, id);
  return s.done !== undefined || s.skipped !== undefined;
};

/** Steps that must be finished before this one. */
export const waitsFor = (job: JobState, step: Step): Step[] =>
  step.needs.filter((id) => !isFinished(job, id)).flatMap((id) => findStep(job, id) ?? []);

export type StepStatus = "done" | "skipped" | "waiting" | "open" | "counting" | "paused" | "ready";

/** Where a step stands at a moment. */
export function statusOf(job: JobState, step: Step, now: number): StepStatus {
  const s = stepState(job, step.id);
  if (s.done) return "done";
  if (s.skipped) return "skipped";
  if (waitsFor(job, step).length > 0) return "waiting";
  if (clockOf(step) !== undefined && s.clock)
    return hasRun(step, s.clock, now) ? "ready" : s.clock.countingSince === undefined ? "paused" : "counting";
  return "open";
}

/** Readings of a step that still stand. */
export const readingsOf = (job: JobState, step: string): JobState["readings"][number][] =>
  job.readings.filter((r) => r.step === step && r.supersededBy === undefined && r.past === undefined);

/** Readings of the kind that a step asks for, that still stand. */
export const askedReadings = (job: JobState, step: Step): JobState["readings"][number][] =>
  readingsOf(job, step.id).filter((r) => r.kind === step.read?.reading);

/** Places of a step at which its reading was not taken yet, in their order. */
export function placesLeft(job: JobState, step: Step): readonly string[] {
  const read = new Set(askedReadings(job, step).map((r) => r.place));
  return (step.read?.places ?? []).filter((place) => !read.has(place));
}

/**
 * Minutes that the fillings of a step took, one by one, or that a wait took to its end; empty where nothing
 * is over yet. A filling begins where the one before it was counted, the first where the step could begin
 * (handbook 9, rule 9).
 */
export function minutesTaken(job: JobState, step: Step): readonly number[] {
  const { clock, done, countedAt = [] } = stepState(job, step.id);
  const minutes = (from: number, to: number) => (to - from) / 60_000;
  if (step.wait) return clock && done ? [minutes(clock.startedAt, Date.parse(done.at))] : [];
  const ready = Math.max(...step.needs.map((id) => Date.parse(stepState(job, id).done?.at ?? "")));
  const ends = countedAt.map((at) => Date.parse(at));
  return ends.map((at, i) => minutes(ends[i - 1] ?? ready, at)).filter((m) => Number.isFinite(m));
}

/** Why the reading of a step is not there yet; undefined where it is, or where none is asked for. */
function readingLacks(job: JobState, step: Step): string | undefined {
  if (!step.read) return undefined;
  const last = askedReadings(job, step).at(-1);
  if (!last) return "Take the reading first";
  const [next] = placesLeft(job, step);
  if (next) return `Not read yet: ${next}`;
  // Water runs until the last glass is right, whatever the ones before it looked like.
  return step.flow?.until && last.verdict.level !== "Good" && !last.override
    ? "Not right yet: let it run, then look at another glass"
    : undefined;
}

/** What was found last of each joint of a step that was looked at, by its id. */
export const jointsFound = (job: JobState, step: Step): ReadonlyMap<string, "right" | "wrong"> =>
  new Map((stepState(job, step.id).joints ?? []).flatMap((m) => m.joints.map((j) => [j, m.found] as const)));

/** Joints of a step that nobody has found right yet. */
export function jointsLeft(job: JobState, step: Step): readonly string[] {
  const found = jointsFound(job, step);
  return joinsNow(job, step)
    .flatMap((alike) => alike.joints.map((j) => j.id))
    .filter((j) => found.get(j) !== "right");
}

/** Why the joints of a step are not all made yet; undefined where they are. */
function jointsLack(job: JobState, step: Step): string | undefined {
  const left = jointsLeft(job, step).length;
  if (left === 0) return undefined;
  const wrong = [...jointsFound(job, step).values()].filter((found) => found === "wrong").length;
  if (wrong > 0)
    return wrong === 1 ? "One joint is to be made again" : `${wrong} joints are to be made again`;
  return left === 1 ? "One joint is not looked at yet" : `${left} joints are not looked at yet`;
}

/** Why a step cannot be finished at a moment, in words; undefined when it can. */
export function whyNotFinish(job: JobState, step: Step, now: number): string | undefined {
  const waits = waitsFor(job, step);
  if (waits.length > 0) return `First: ${waits[0]!.title}`;
  const s = stepState(job, step.id);
  if (!hasRun(step, s.clock, now)) return s.clock ? "Its time has not run yet" : "Start its clock first";
  if (step.flow?.band && !readingsOf(job, step.id).some((r) => r.kind === "timedFlow"))
    return "Measure the flow with a container first";
  const lacks = readingLacks(job, step);
  if (lacks) return lacks;
  const joints = jointsLack(job, step);
  if (joints) return joints;
  if (step.cycle && s.cycles < step.cycle.count)
    return `${step.cycle.count - s.cycles} more to fill and discard`;
  if (step.record && !job.serials.some((n) => n.unit === step.unit && n.what === step.record!.what))
    return `Enter the ${inSentence(step.record.label)} first`;
  if (step.check?.photo === "needed" && !job.photos.some((p) => p.step === step.id))
    return "Take the photo first";
  return undefined;
}

/** Can hands work on a step now: it is open, its clock has run, or stands still. */
const isForHands = (job: JobState, step: Step, now: number): boolean =>
  ["open", "ready", "paused"].includes(statusOf(job, step, now));

/** While its clock counts no valve is turned: water flows by it, or a part is shut in. */
const holdsValves = (s: Step): boolean => s.flow !== undefined || s.goal?.want === "trap";

/**
 * The first step that hands can work on now; one that only counts down is passed over while another is
 * open. While water flows, or a part is shut in, what would turn a valve waits.
 */
export function nextStep(job: JobState, now: number): Step | undefined {
  const steps = job.run?.steps ?? [];
  const counting = steps.filter((s) => statusOf(job, s, now) === "counting");
  const mustStand = counting.some(holdsValves);
  const forHands = steps.find((s) => isForHands(job, s, now) && !(mustStand && s.goal));
  return forHands ?? counting[0];
}

/** A clock that counts for longer than this is a long wait: a crew does other work, or leaves (handbook 5, Steps). */
const LONG_WAIT = 20 * 60_000;
/**
 * What a crew can do while clocks count: other steps that are open, in their order, and when the first
 * clock has run, ms.
 */
export interface Meanwhile {
  readonly open: readonly Step[];
  readonly until: number;
}
/** What there is to do at a long wait; undefined where none of the run's clocks still counts for long. */
export function meanwhileAt(job: JobState, now: number): Meanwhile | undefined {
  const steps = job.run?.steps ?? [];
  const counting = steps.filter((s) => statusOf(job, s, now) === "counting");
  const ends = counting.flatMap((s) => readyAt(s, stepState(job, s.id).clock) ?? []);
  const until = Math.min(...ends);
  if (!Number.isFinite(until) || until - now < LONG_WAIT) return undefined;
  const mustStand = counting.some(holdsValves);
  return { open: steps.filter((s) => isForHands(job, s, now) && !(mustStand && s.goal)), until };
}

export interface RunningClock {
  readonly step: Step;
  readonly readyAt?: number;
  readonly paused: boolean;
  readonly startedAt: number;
}
/** Clocks that are running or paused and not yet finished. */
export function runningClocks(job: JobState, now: number): RunningClock[] {
  return (job.run?.steps ?? []).flatMap((step) => {
    const status = statusOf(job, step, now);
    const clock = stepState(job, step.id).clock;
    if (!clock || (status !== "counting" && status !== "paused" && status !== "ready")) return [];
    const ready = readyAt(step, clock);
    return [
      {
        step,
        startedAt: clock.startedAt,
        paused: status === "paused",
        readyAt: ready,
      },
    ];
  });
}
