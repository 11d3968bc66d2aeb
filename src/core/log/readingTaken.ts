import { judgeReading, readingKinds } from "../readings/kinds";
import { hasRun } from "../run/clock";
import { clockOf, type Step } from "../run/step";
import type { ReadingContext, ReadingField, ReadingKind } from "../readings/reading";
import { parseQuantity, upper, type Measured, type UnitSystem } from "../units";
import { onLine } from "../rig/line";
import { unitEnds } from "../rig/named";
import { regions } from "../rig/regions";
import type { RunRig } from "../job/runRig";
import { inSentence, listed, sayFor, sayText } from "../words";
import {
  derived,
  id,
  line,
  list,
  map,
  measured,
  number,
  object,
  oneOf,
  optional,
  system,
  text,
  ulid,
  verdict,
  type Of,
} from "./fields";
import { isAfterSigning } from "../job/handedOver";
import { findStep, stepState, type JobState, type Mark } from "../job/job";
import { accept, crew, logKind, refuse, type Deciding, type Stamp } from "./kind";
import { onClock } from "./steps";

const where = {
  reading: ulid,
  step: optional(id),
  place: line,
  instrument: optional(text(80)),
  when: oneOf("before", "after"),
  /** The reading that this one corrects. */
  supersedes: optional(ulid),
  why: optional(text(500)),
};
const asked = { ...where, reads: text(40), values: map(text(12_000), 40), profile: system };
const kept = {
  ...where,
  kind: text(40),
  values: map(
    object({ text: text(12_000), value: optional(number(-1e12, 1e12)), measured: optional(measured) }),
    40,
  ),
  derived: list(derived, 20),
  verdict,
};
declare module "./kind" {
  interface Asked {
    readingTaken: Of<typeof asked>;
  }
  interface Kept {
    readingTaken: Of<typeof kept>;
  }
}
export interface ReadingValue {
  readonly text: string;
  readonly value?: number;
  readonly measured?: Measured;
}
export type Reading = Of<typeof kept> &
  Stamp & {
    readonly override?: Mark & { readonly why: string };
    readonly supersededBy?: string;
    /** It says how it stood before: since then a newer look was taken, or what it was taken at is done anew. */
    readonly past?: Mark;
  };
declare module "../job/job" {
  interface JobState {
    readonly readings: readonly Reading[];
  }
}

/**
 * What a reading at a step is judged against: what the run and the step carry for it, or before the run
 * what the office says.
 */
function against(job: JobState, stepId: string | undefined, { office }: Deciding): ReadingContext {
  const step = stepId === undefined ? undefined : findStep(job, stepId);
  const known = step?.against ?? job.run?.against ?? office().against(job);
  return { ...known, band: step?.flow?.band, until: step?.flow?.until, litres: step?.flow?.litres };
}

type Read = { readonly value: ReadingValue; readonly plain: number | string } | { readonly error: string };

/** One value as it was written, understood; nothing where it was left empty and may be. */
function readValue(field: ReadingField, written: string | undefined, profile: UnitSystem): Read | undefined {
  const text = (written ?? "").trim();
  if (text === "") return field.optional ? undefined : { error: `Enter ${inSentence(field.label)}` };
  if (field.options)
    return field.options.some((o) => o.id === text)
      ? { value: { text }, plain: text }
      : { error: "Choose one of the answers offered" };
  if (field.text) return { value: { text }, plain: text };
  if (field.date)
    return /^\d{4}-\d{2}-\d{2}$/.test(text)
      ? { value: { text }, plain: text }
      : { error: "Enter the day as year-month-day" };
  const parsed = parseQuantity(text, field.quantity!, { profile });
  if (!parsed.ok) return { error: parsed.error };
  const value = upper(parsed.measured);
  return value === undefined
    ? { error: "Enter what the instrument shows, or what it can still tell, for example <0.05" }
    : { value: { text, value, measured: parsed.measured }, plain: value };
}

/** All values of a kind, or what is wrong with which. */
function readValues(kind: ReadingKind, written: Readonly<Record<string, string>>, profile: UnitSystem) {
  const values: Record<string, ReadingValue> = {};
  const plain: Record<string, number | string> = {};
  const errors: Record<string, string> = {};
  for (const field of kind.fields) {
    const read = readValue(field, written[field.id], profile);
    if (!read) continue;
    if ("error" in read) errors[field.id] = read.error;
    else {
      values[field.id] = read.value;
      plain[field.id] = read.plain;
    }
  }
  return { values, plain, errors };
}

const isByClock = (kind: ReadingKind, step: Step | undefined): boolean =>
  step !== undefined && clockOf(step) !== undefined && kind.fields.some((f) => f.byClock);

/**
 * What was written, with the minutes of the step's clock: longer than that it may have been watched, and
 * then it lost less in them.
 */
function withClock(
  kind: ReadingKind,
  step: Step | undefined,
  written: Readonly<Record<string, string>>,
): Readonly<Record<string, string>> {
  if (!step || !isByClock(kind, step)) return written;
  const text = `${clockOf(step)! / 60_000} min`;
  const timed = kind.fields.filter((f) => f.byClock).map((f) => [f.id, text]);
  return { ...written, ...Object.fromEntries(timed) };
}

/** Why it is too early for a reading that is taken when the step's clock has run; undefined where it is not. */
function whyTooEarly(
  job: JobState,
  kind: ReadingKind,
  step: Step | undefined,
  now: number,
): string | undefined {
  if (!step || !isByClock(kind, step)) return undefined;
  const { clock } = stepState(job, step.id);
  if (hasRun(step, clock, now)) return undefined;
  const minutes = clockOf(step)! / 60_000;
  return clock
    ? `Its ${minutes} minutes have not run yet: read the gauge again when they have`
    : `Start its ${minutes} minutes first, and read the gauge again when they have run`;
}

/** Why a correction cannot be taken; undefined where it can, or where it is none. */
function correctionFault(
  job: JobState,
  { supersedes, reading, why }: Of<typeof asked>,
): ReturnType<typeof refuse> | undefined {
  if (supersedes === undefined) return undefined;
  const previous = job.readings.find((r) => r.reading === supersedes);
  if (!previous) return refuse("The reading to correct is not here");
  if (previous.supersededBy && previous.supersededBy !== reading)
    return refuse("That reading was corrected already: correct the newer one");
  return (why ?? "").trim().length < 3 ? refuse("Say why the first reading is corrected", "why") : undefined;
}

/** Parts of a run's rig that its line reaches. */
function lineParts({ rig, state }: RunRig) {
  const ends = rig.units.filter((u) => onLine(rig, u.key)).flatMap((u) => unitEnds(rig, u.key));
  return regions(rig, state).filter((r) => r.nodes.some((n) => ends.includes(n)));
}

/**
 * Why the line is not shut in under pressure, so that a gauge on it says something; undefined where it is,
 * or where the run has no line to follow (handbook 9, rule 5).
 */
function whyNotShutIn(run: RunRig | undefined): string | undefined {
  const through = run ? lineParts(run) : [];
  if (!run || through.length === 0) return undefined;
  const nameOf = (edge: string) =>
    run.rig.handles.find((h) => h.positions.some((p) => edge in p.edges))?.name ?? edge;
  const open = through.flatMap((r) => r.open).map(nameOf);
  if (open.length > 0) return `Shut first, or the gauge says nothing: ${inSentence(listed(open))}`;
  return through.every((r) => r.state === "trapped")
    ? undefined
    : "The line is not shut in under pressure: shut it in first, or the gauge says nothing";
}

/**
 * What of the part that is shut in gives or takes a little water by itself: a heater that warms it, a
 * vessel with air (handbook 10, ruling 22).
 */
function hiddenBy(run: RunRig | undefined): string[] {
  if (!run) return [];
  const within = new Set(lineParts(run).flatMap((r) => r.nodes));
  return run.rig.nodes
    .filter((n) => within.has(n.id) && (n.kind === "heater" || n.expansion))
    .map((n) => (n.expansion ? "the expansion vessel" : "the heater"));
}

/** Readings once the steps they were taken at are done anew: they say how it stood before. */
export const pastAt = (
  readings: readonly Reading[],
  steps: readonly string[],
  mark: Mark,
): readonly Reading[] => {
  const anew = new Set(steps);
  return readings.map((r) =>
    r.step !== undefined && anew.has(r.step) && !r.past ? { ...r, past: mark } : r,
  );
};

export const readingTaken = logKind({
  kind: "readingTaken",
  asked,
  kept,
  may: crew,
  begins: { readings: [] },
  // Samples, leak checks and what service measures are entered under their author's name.
  leavesSigned: (job, { step, supersedes }) =>
    step === undefined &&
    (supersedes === undefined ||
      isAfterSigning(
        job,
        job.readings.find((r) => r.reading === supersedes),
      )),
  decide: (job, intent, deciding) => {
    const { reading, reads, step, place, instrument, when, supersedes, why } = intent;
    const kind = readingKinds.get(reads);
    if (!kind) return refuse("This kind of reading is not known");
    const at = step === undefined ? undefined : findStep(job, step);
    if (step !== undefined && !at) return refuse("This step is not part of the run");
    const fault = correctionFault(job, intent);
    if (fault) return fault;
    const early = whyTooEarly(job, kind, at, deciding.now);
    if (early) return refuse(early);
    const { values, plain, errors } = readValues(kind, withClock(kind, at, intent.values), intent.profile);
    if (Object.keys(errors).length > 0)
      return { ok: false, error: "Some values could not be read", fields: errors };
    const opened = kind.shutIn ? whyNotShutIn(job.rig) : undefined;
    if (opened) return refuse(opened);
    const context = { ...against(job, step, deciding), hides: kind.shutIn ? hiddenBy(job.rig) : undefined };
    const refused = kind.refuses?.(plain, context);
    if (refused) {
      const because = sayText(refused.because, sayFor(intent.profile));
      return { ok: false, error: because, fields: { [refused.field]: because } };
    }
    const judged = judgeReading(kind.id, plain, context);
    return accept({
      reading,
      kind: kind.id,
      step,
      place,
      when,
      instrument: instrument || undefined,
      values,
      derived: judged.derived,
      verdict: judged.verdict,
      supersedes,
      why: supersedes === undefined ? undefined : (why ?? "").trim(),
    });
  },
  apply: (job, reading, { by, at, seq }) => {
    if (job.readings.some((r) => r.reading === reading.reading)) return job;
    const isSettled = (r: Reading) =>
      readingKinds.get(reading.kind)?.latestCounts === true && r.kind === reading.kind && !r.past;
    const older = job.readings
      .map((r) => (isSettled(r) ? { ...r, past: { by, at } } : r))
      .map((r) => (r.reading === reading.supersedes ? { ...r, supersededBy: reading.reading } : r));
    const next = { ...job, readings: [...older, { ...reading, by, at, seq }] };
    return reading.step && reading.kind === "timedFlow"
      ? onClock(next, reading.step, {
          is: "measured",
          at: Date.parse(at),
          inBand: reading.verdict.level === "Good",
        })
      : next;
  },
});
