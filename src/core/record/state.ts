import { advanceClock, type ClockEvent } from "../run/clock";
import type { Step } from "../run/step";
import type { SurveyAnswer } from "../site";
import type { DesignUnit } from "../families";
import { verdictKey, type Facts, type Level } from "../verdict";
import type { Arrangement, Rig } from "../rig";
import { genesis } from "./chain";
import type { Entry, EntryData } from "./entry";
import type { Mark, StepState } from "./marks";
import {
  broughtOn,
  flowsStopped,
  heardOn,
  rigAtStart,
  shutOn,
  soaksDisturbed,
  takenBack,
  turnedOn,
  type RunRig,
} from "./runRig";

export type { Mark, StepState } from "./marks";
export type Reading = EntryData["readingTaken"] &
  Mark & { readonly override?: Mark & { readonly why: string }; readonly supersededBy?: string };
export interface Override {
  readonly at: string;
  readonly rule: string;
  readonly level: Level;
  readonly facts: Facts;
  readonly why: string;
  readonly mark: Mark;
}
export type LabReport = EntryData["labReportTaken"] & Mark;
export interface ChosenSchool {
  readonly option: string;
  readonly why: string;
  readonly mark: Mark;
}
export type Revision = EntryData["designSigned"] & Mark;
export type Photo = EntryData["photoAdded"] & Mark;
export type OpenPoint = EntryData["openPointAdded"] &
  Mark & { readonly closed?: Mark & { readonly how: string } };
export type Visit = EntryData["visitPlanned"] & { readonly cancelled?: string };
export type Signature = EntryData["signed"] & Mark;
export type SerialNumber = EntryData["serialRecorded"] & Mark;

/** A whole job, as its log tells it. */
export interface JobState {
  readonly id: string;
  readonly name: string;
  readonly place: string;
  readonly about: string;
  readonly opened?: Mark;
  readonly seq: number;
  readonly head: string;
  readonly lastAt?: string;
  readonly answers: Readonly<Record<string, SurveyAnswer>>;
  readonly answered: Readonly<Record<string, Mark>>;
  readonly units: readonly DesignUnit[];
  /** The last change of the draft and what stood before it, so that it can be undone. */
  readonly lastChange?: { readonly what: string; readonly before: readonly DesignUnit[] };
  readonly overrides: Readonly<Record<string, Override>>;
  /** Schools chosen for this job over the company's. */
  readonly schools: Readonly<Record<string, ChosenSchool>>;
  /** Water tests in the order they were taken in. */
  readonly reports: readonly LabReport[];
  /** Number of the last entry that touched survey, design or overrides: a signature must have seen it. */
  readonly designSeq: number;
  readonly revisions: readonly Revision[];
  readonly visits: readonly Visit[];
  readonly run?: { readonly revision: number; readonly steps: readonly Step[]; readonly started: Mark };
  /** How the train can be passed by, where somebody chose. */
  readonly bypass?: { readonly arrangement: Arrangement; readonly drainCock: boolean; readonly own?: Rig };
  /** The run's rig as hands have left it; absent where the run has none. */
  readonly rig?: RunRig;
  /** Hours in which the household agreed to have no water. */
  readonly waterOffs: readonly EntryData["waterOffAgreed"][];
  readonly steps: Readonly<Record<string, StepState>>;
  readonly readings: readonly Reading[];
  readonly serials: readonly SerialNumber[];
  readonly photos: readonly Photo[];
  readonly openPoints: readonly OpenPoint[];
  readonly signatures: readonly Signature[];
}

export const emptyJob = (id: string): JobState => ({
  id,
  name: "",
  place: "",
  about: "",
  seq: 0,
  head: genesis,
  answers: {},
  answered: {},
  units: [],
  overrides: {},
  schools: {},
  reports: [],
  designSeq: 0,
  revisions: [],
  visits: [],
  waterOffs: [],
  steps: {},
  readings: [],
  serials: [],
  photos: [],
  openPoints: [],
  signatures: [],
});

export const noStep: StepState = { cycles: 0, kept: [] };
export const stepState = (job: Pick<JobState, "steps">, id: string): StepState => job.steps[id] ?? noStep;
export const findStep = (job: Pick<JobState, "run">, id: string): Step | undefined =>
  job.run?.steps.find((s) => s.id === id);

type Handlers = {
  readonly [K in Entry["kind"]]: (job: JobState, entry: Extract<Entry, { kind: K }>) => JobState;
};
const markOf = (e: Entry): Mark => ({ by: e.by, at: e.at });
const without = <T>(record: Readonly<Record<string, T>>, key: string): Readonly<Record<string, T>> =>
  Object.fromEntries(Object.entries(record).filter(([k]) => k !== key));
const touched = (job: JobState, e: Entry): Pick<JobState, "designSeq"> => ({
  designSeq: Math.max(job.designSeq, e.seq),
});
const onStep = (job: JobState, id: string, change: (s: StepState) => StepState): JobState => ({
  ...job,
  steps: { ...job.steps, [id]: change(stepState(job, id)) },
});

function onClock(job: JobState, id: string, event: ClockEvent): JobState {
  const step = findStep(job, id);
  if (!step) return job;
  return onStep(job, id, (s) => {
    const clock = advanceClock(step, s.clock, event);
    return clock ? { ...s, clock } : s;
  });
}

function withShut(job: JobState, e: Extract<Entry, { kind: "stepDone" }>): JobState {
  const step = findStep(job, e.data.step);
  return job.rig && step ? { ...job, rig: shutOn(job.rig, step, Date.parse(e.at)) } : job;
}

/** A turned handle that stops a flow's water stops its clock; one that lets water through a unit that is soaking starts its soak again, or with a reason it goes on (handbook 5, Steps). */
function soakDisturbed(
  job: JobState,
  before: JobState,
  e: Extract<Entry, { kind: "handleTurned" }>,
): JobState {
  const stopped =
    before.rig && job.rig
      ? flowsStopped(before.rig, job.rig, before.run?.steps ?? [], before.steps).reduce(
          (j, step) => onClock(j, step.id, { is: "pause", at: Date.parse(e.at) }),
          job,
        )
      : job;
  return soaksDisturbed(before.rig, before.run?.steps ?? [], before.steps, {
    handle: e.data.handle,
    to: e.data.to,
  }).reduce(
    (j, step) =>
      e.data.why
        ? onStep(j, step.id, (s) => ({ ...s, kept: [...s.kept, { ...markOf(e), why: e.data.why! }] }))
        : onClock(j, step.id, { is: "restart", at: Date.parse(e.at) }),
    stopped,
  );
}

const handlers: Handlers = {
  jobOpened: (job, e) => ({ ...job, ...e.data, opened: markOf(e) }),
  surveyAnswered: (job, e) => {
    const { field, ...answer } = e.data;
    return {
      ...job,
      ...touched(job, e),
      answers: answer.text === "" ? without(job.answers, field) : { ...job.answers, [field]: answer },
      answered: { ...job.answered, [field]: markOf(e) },
    };
  },
  labReportTaken: (job, e) =>
    job.reports.some((r) => r.report === e.data.report)
      ? job
      : {
          ...job,
          ...touched(job, e),
          reports: [...job.reports, { ...e.data, ...markOf(e) }],
          answers: { ...job.answers, ...e.data.values },
          answered: {
            ...job.answered,
            ...Object.fromEntries(Object.keys(e.data.values).map((f) => [f, markOf(e)])),
          },
        },
  designChanged: (job, e) => ({
    ...job,
    ...touched(job, e),
    units: e.data.units,
    lastChange: { what: e.data.what, before: job.units },
  }),
  schoolChosen: (job, e) => ({
    ...job,
    ...touched(job, e),
    schools:
      e.data.option === ""
        ? without(job.schools, e.data.school)
        : { ...job.schools, [e.data.school]: { option: e.data.option, why: e.data.why, mark: markOf(e) } },
  }),
  verdictOverridden: (job, e) => ({
    ...job,
    ...touched(job, e),
    overrides: { ...job.overrides, [verdictKey(e.data.at, e.data.rule)]: { ...e.data, mark: markOf(e) } },
  }),
  overrideWithdrawn: (job, e) => ({
    ...job,
    ...touched(job, e),
    overrides: without(job.overrides, verdictKey(e.data.at, e.data.rule)),
  }),
  designSigned: (job, e) =>
    job.revisions.some((r) => r.revision === e.data.revision)
      ? job
      : { ...job, revisions: [...job.revisions, { ...e.data, ...markOf(e) }] },
  visitPlanned: (job, e) => ({
    ...job,
    visits: [...job.visits.filter((v) => v.visit !== e.data.visit), e.data],
  }),
  visitCancelled: (job, e) => ({
    ...job,
    visits: job.visits.map((v) => (v.visit === e.data.visit ? { ...v, cancelled: e.data.why } : v)),
  }),
  waterOffAgreed: (job, e) => ({ ...job, waterOffs: [...job.waterOffs, e.data] }),
  bypassChosen: (job, e) => {
    const { what: _, ...bypass } = e.data;
    return { ...job, ...touched(job, e), bypass };
  },
  runStarted: (job, e) => {
    if (job.run) return job;
    const { rig, ...run } = e.data;
    const at = rig ? rigAtStart(rig, Date.parse(e.at)) : undefined;
    return { ...job, run: { ...run, started: markOf(e) }, ...(at ? { rig: at } : {}) };
  },
  handleTurned: (job, e) => {
    if (!job.rig) return job;
    const { handle, to, step, why, verdicts } = e.data;
    const after = soakDisturbed(
      {
        ...job,
        rig: turnedOn(
          job.rig,
          {
            ...markOf(e),
            handle,
            to,
            warned: verdicts ?? [],
            step: step || undefined,
            why: why || undefined,
          },
          step === undefined ? undefined : findStep(job, step),
        ),
      },
      job,
      e,
    );
    const touched = Object.keys(after.steps).filter((id) => after.steps[id] !== job.steps[id]);
    return {
      ...after,
      rig: {
        ...after.rig!,
        back: {
          state: job.rig.state,
          supply: job.rig.supply,
          steps: Object.fromEntries(touched.map((id) => [id, stepState(job, id)])),
        },
      },
    };
  },
  turnTakenBack: (job, e) => {
    if (!job.rig || job.rig.turned.length !== e.data.turn) return job;
    const { run, steps } = takenBack(job.rig, markOf(e));
    // Clocks and reasons alone go back, of steps that nobody finished meanwhile.
    return Object.entries(steps).reduce<JobState>(
      (j, [id, was]) =>
        onStep(j, id, (s) => {
          if (s.done || s.skipped) return s;
          const { clock: _, ...rest } = s;
          return { ...rest, kept: was.kept, clock: was.clock };
        }),
      { ...job, rig: run },
    );
  },
  fillHeard: (job) => (job.rig ? { ...job, rig: heardOn(job.rig) } : job),
  stepDone: (job, e) =>
    withShut(
      onStep(onClock(job, e.data.step, { is: "pause", at: Date.parse(e.at) }), e.data.step, (s) =>
        s.done ? s : { ...s, done: { ...markOf(e), note: e.data.note || undefined } },
      ),
      e,
    ),
  stepUndone: (job, e) =>
    onStep(job, e.data.step, (s) => {
      const { done: _, skipped: __, ...rest } = s;
      return rest;
    }),
  stepSkipped: (job, e) =>
    onStep(job, e.data.step, (s) =>
      s.done || s.skipped ? s : { ...s, skipped: { ...markOf(e), why: e.data.why } },
    ),
  clockStarted: (job, e) => onClock(job, e.data.step, { is: "start", at: Date.parse(e.at) }),
  clockPaused: (job, e) => onClock(job, e.data.step, { is: "pause", at: Date.parse(e.at) }),
  clockRestarted: (job, e) => onClock(job, e.data.step, { is: "restart", at: Date.parse(e.at) }),
  soakKept: (job, e) =>
    onStep(job, e.data.step, (s) => ({ ...s, kept: [...s.kept, { ...markOf(e), why: e.data.why }] })),
  cycleCounted: (job, e) =>
    onStep(job, e.data.step, (s) => ({ ...s, cycles: Math.max(s.cycles, e.data.cycle) })),
  readingTaken: (job, e) => {
    const readings = [
      ...job.readings.map((r) =>
        r.reading === e.data.supersedes ? { ...r, supersededBy: e.data.reading } : r,
      ),
      { ...e.data, ...markOf(e) },
    ];
    const next = { ...job, readings };
    return e.data.step && e.data.kind === "timedFlow"
      ? onClock(next, e.data.step, {
          is: "measured",
          at: Date.parse(e.at),
          inBand: e.data.verdict.level === "Good",
        })
      : next;
  },
  readingOverridden: (job, e) => ({
    ...job,
    readings: job.readings.map((r) =>
      r.reading === e.data.reading ? { ...r, override: { ...markOf(e), why: e.data.why } } : r,
    ),
  }),
  serialRecorded: (job, e) => ({
    ...job,
    serials: [
      ...job.serials.filter((s) => !(s.unit === e.data.unit && s.what === e.data.what)),
      { ...e.data, ...markOf(e) },
    ],
  }),
  photoAdded: (job, e) =>
    job.photos.some((p) => p.file === e.data.file)
      ? job
      : { ...job, photos: [...job.photos, { ...e.data, ...markOf(e) }] },
  photoRemoved: (job, e) => ({ ...job, photos: job.photos.filter((p) => p.file !== e.data.file) }),
  openPointAdded: (job, e) => ({
    ...job,
    openPoints: [...job.openPoints.filter((p) => p.point !== e.data.point), { ...e.data, ...markOf(e) }],
  }),
  openPointClosed: (job, e) => ({
    ...job,
    openPoints: job.openPoints.map((p) =>
      p.point === e.data.point ? { ...p, closed: { ...markOf(e), how: e.data.how } } : p,
    ),
  }),
  signed: (job, e) => ({
    ...job,
    signatures: [...job.signatures.filter((s) => s.as !== e.data.as), { ...e.data, ...markOf(e) }],
  }),
};

/** The job after one more entry. Pure. */
export function applyEntry(job: JobState, entry: Entry): JobState {
  const handler = handlers[entry.kind] as (job: JobState, entry: Entry) => JobState;
  const next = handler(job, entry);
  // Media come on by steps: the rig follows them.
  const rig =
    next.rig && next.run && (next.steps !== job.steps || next.rig !== job.rig)
      ? broughtOn(next.rig, next.run.steps, next.steps, Date.parse(entry.at))
      : next.rig;
  return { ...next, ...(rig ? { rig } : {}), seq: entry.seq, head: entry.hash, lastAt: entry.at };
}

/** A job from its log: the phone offline, the server and the record all use this one function. */
export const jobFrom = (id: string, entries: readonly Entry[]): JobState =>
  entries.reduce(applyEntry, emptyJob(id));
