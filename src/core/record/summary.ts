import type { Level, Verdict } from "../verdict";
import { tell } from "../tell";
import {
  handOverBlockers,
  isHandedOver,
  isReopened,
  missingParts,
  nextStep,
  phaseOf,
  runningClocks,
  sampleOf,
  standingStops,
  standingUnknowns,
  statusOf,
  type JobState,
  type Knowledge,
  type Phase,
} from "../job";
import { sayStep } from "../run/step";
import type { OfferState } from "../log/offerMoved";
import type { OpenPoint } from "../log/openPointAdded";
import { familyOf, planOf } from "../families";
import { isAsked } from "../site";
import { withModels } from "../train";
import { inBoth, inSentence, type InBoth } from "../words";
import { signingBlockers } from "./office";

/**
 * One clock, visit or time of water off on the strip of hours; times ISO 8601, UTC. What still lasts with
 * no end in sight is `paused`.
 */
export interface StripEntry {
  readonly item: string;
  readonly kind: "soak" | "flow" | "wait" | "visit" | "off";
  readonly title: string;
  readonly who: string;
  readonly from: string;
  readonly to: string;
  readonly paused: boolean;
}

/** What became of a job. */
export const lives = ["open", "handed", "done", "lost"] as const;
export type Life = (typeof lives)[number];

/** What lists show of a job without its log. */
export interface JobSummary {
  readonly phase: Phase;
  /** 0 needs someone now … 9 nothing to do. */
  readonly rank: number;
  readonly level?: Level;
  readonly next: InBoth;
  readonly detail?: InBoth;
  readonly who: string;
  /** Earliest promised date of an open point, ISO date. */
  readonly due?: string;
  readonly dueText?: string;
  readonly stops: number;
  /** Open, handed over, or closed as done or as lost. */
  readonly life: Life;
  readonly offer?: OfferState;
  /** Who is on it: responsible, let in, or sent by a visit that is to be. */
  readonly people: readonly string[];
  /** Open points that nobody closed. */
  readonly points: readonly Pick<OpenPoint, "point" | "text" | "who" | "due" | "is">[];
  readonly units: readonly string[];
  readonly strip: readonly StripEntry[];
}

/** How long what has no end yet is kept on the strip, in ms. */
const OPEN_ENDED = 30 * 24 * 3_600_000;
const stripKind = (kind: string): StripEntry["kind"] =>
  kind === "soak" ? "soak" : kind === "flow" ? "flow" : "wait";
const iso = (ms: number) => new Date(ms).toISOString();

/** A job looked at in one moment, and who is to act on it. */
interface Look {
  readonly job: JobState;
  readonly now: number;
  readonly knowledge: Knowledge;
  readonly planner: string;
  readonly installer: string;
}

/** What a job needs next, and from whom. */
type Need = Pick<JobSummary, "rank" | "level" | "next" | "detail" | "who">;

/** Visits that are to be, or were. */
const visitsOf = (job: JobState) => job.visits.filter((v) => !v.cancelled);

function lookAt(job: JobState, now: number, knowledge: Knowledge): Look {
  const visits = visitsOf(job);
  const coming = visits.filter((v) => Date.parse(v.to) >= now).sort((a, b) => a.from.localeCompare(b.from));
  const planner = job.revisions.at(-1)?.by.name ?? job.opened?.by.name ?? "";
  const onSite = coming[0] ?? visits.at(-1);
  const installer = onSite?.person.name ?? job.crew.responsible?.name ?? job.run?.started.by.name ?? planner;
  return { job, now, knowledge, planner, installer };
}

const clocksOnStrip = ({ job, now, installer }: Look): StripEntry[] =>
  runningClocks(job, now).map((c) => ({
    item: c.step.id,
    kind: stripKind(c.step.kind),
    title: c.step.title,
    who: installer,
    from: iso(c.startedAt),
    to: iso(Math.max(c.readyAt ?? now, c.startedAt)),
    paused: c.paused,
  }));

/** As the crew's hands left it: dashed on the strip, until water is back. */
function dryOnStrip({ job, installer }: Look): StripEntry[] {
  const supply = isHandedOver(job) ? [] : (job.rig?.supply ?? []);
  return supply.flatMap((s, i): StripEntry[] =>
    s.is === "off"
      ? [
          {
            item: `off.${i}`,
            kind: "off",
            title: "House dry",
            who: installer,
            from: iso(s.at),
            to: iso(supply[i + 1]?.at ?? s.at + OPEN_ENDED),
            paused: i === supply.length - 1,
          },
        ]
      : [],
  );
}

const visitsOnStrip = ({ job }: Look): StripEntry[] =>
  visitsOf(job).map((v) => ({
    item: `visit.${v.visit}`,
    kind: "visit",
    title: v.what,
    who: v.person.name,
    from: v.from,
    to: v.to,
    paused: false,
  }));

/** What a verdict says, and what to do. */
const toldInBoth = (verdict: Verdict): Pick<Need, "next" | "detail"> => ({
  next: inBoth((system) => tell(verdict, system).reason),
  detail: inBoth((system) => tell(verdict, system).remedy ?? ""),
});

function needOfStop({ job, installer }: Look): Need | undefined {
  const [stop] = standingStops(job);
  if (!stop) return undefined;
  return { rank: 0, level: "Stop", ...toldInBoth(stop.verdict), who: installer };
}

/** A bacteria sample that is due, or overdue. */
function needOfSample({ job, now, installer }: Look): Need | undefined {
  const sample = sampleOf(job);
  if (!isHandedOver(job) || !sample || sample.result || now < sample.from) return undefined;
  const overdue = now > sample.until;
  return {
    rank: overdue ? 1 : 2,
    level: overdue ? "Check" : undefined,
    next: overdue ? "Bacteria sample overdue" : "Take the bacteria sample",
    detail: "Due on day five to ten after the start; its result ends it or opens the job again",
    who: installer,
  };
}

function needOfHandedOver({ job, installer }: Look): Need | undefined {
  if (!isHandedOver(job)) return undefined;
  const signed = job.signatures.find((s) => s.as === "installer")?.name;
  return { rank: 9, next: "Handed over", who: signed ?? installer };
}

/** A reading that says nothing keeps a job that is done otherwise from being handed over. */
function needOfUnknown({ job, installer }: Look): Need | undefined {
  const [unknown] = standingUnknowns(job);
  if (!unknown) return undefined;
  return { rank: 1, level: "Unknown", ...toldInBoth(unknown.verdict), who: installer };
}

/** What is not to be had for the van: a second trip, while nobody has done something about it. */
function needOfParts({ job, installer }: Look): Need | undefined {
  const missing = missingParts(job);
  if (missing.length === 0 || job.revisions.length === 0) return undefined;
  return {
    rank: 1,
    level: "Check",
    next: `Missing: ${missing.join(", ")}`,
    detail: "Get it, or take what would do instead: Parts says what waits for it",
    who: installer,
  };
}

function needOfRun(look: Look): Need | undefined {
  const { job, now, installer } = look;
  if (!job.run) return undefined;
  if (handOverBlockers(job).length === 0) return { rank: 1, next: "Sign the record", who: installer };
  const step = nextStep(job, now);
  if (!step) return needOfUnknown(look) ?? { rank: 1, next: "Look at the run", who: installer };
  const counting = statusOf(job, step, now) === "counting";
  return {
    rank: counting ? 3 : 1,
    next: counting ? `${step.title} is running` : step.title,
    detail: inBoth((system) => sayStep(step, system).why),
    who: installer,
  };
}

const needOfSigned = ({ job, installer }: Look): Need | undefined =>
  job.revisions.length > 0 ? { rank: 2, next: "Start the run", who: installer } : undefined;

function needOfDesign({ job, knowledge, planner }: Look): Need | undefined {
  if (job.units.length === 0) return undefined;
  const blockers = signingBlockers(job, knowledge);
  const first = blockers.find((b) => b.verdict.level === "Stop") ?? blockers[0];
  if (!first) return { rank: 2, next: "Sign the design", who: planner };
  return {
    rank: 2,
    level: first.verdict.level,
    next: inBoth((system) => tell(first.verdict, system).reason),
    detail: `${blockers.length} judgement${blockers.length === 1 ? "" : "s"} to settle before the design can be signed`,
    who: planner,
  };
}

function needOfSurvey({ job, knowledge, planner }: Look): Need {
  const plan = planOf(withModels(job.units, knowledge));
  const missing = [...knowledge.fields.values()].filter(
    (f) => f.blocks && !job.answers[f.id] && isAsked(f, job.answers, plan),
  );
  const [first] = missing;
  if (!first) return { rank: 4, next: "Choose the units", who: planner };
  return {
    rank: 4,
    level: "Unknown",
    next: `Survey: ${missing.length} answers missing`,
    detail: `First: ${inSentence(first.label)}, which decides ${first.blocks}`,
    who: planner,
  };
}

const closedSaid = { done: "Closed as done", lost: "Closed as lost" } as const;
const needOfClosed = ({ job }: Look): Need | undefined =>
  job.closed && {
    rank: 9,
    next: closedSaid[job.closed.as],
    detail: job.closed.why,
    who: job.closed.by.name,
  };

/** The most pressing need: a Stop first, then what the job's phase asks for. */
const needOf = (look: Look): Need =>
  needOfClosed(look) ??
  needOfStop(look) ??
  needOfSample(look) ??
  needOfHandedOver(look) ??
  needOfParts(look) ??
  needOfRun(look) ??
  needOfSigned(look) ??
  needOfDesign(look) ??
  needOfSurvey(look);

/** What a job is found by, beside whom to speak to: by field. */
export function wordsOf(
  job: JobState,
  { people, who }: JobSummary,
  knowledge: Knowledge,
): Readonly<Record<"units" | "people" | "serials" | "about", string>> {
  const models = withModels(job.units, knowledge).map(({ model }) => model);
  const units = models.flatMap((m) => [m.code, m.name, familyOf(m).label]);
  return {
    units: [...new Set([...job.units.map((u) => u.model), ...units])].join(" "),
    people: [...new Set([...people, who])].join(" "),
    serials: job.serials.map((s) => s.text).join(" "),
    about: job.about,
  };
}

const lifeOf = (job: JobState): Life =>
  job.closed?.as ?? (isHandedOver(job) && !isReopened(job) ? "handed" : "open");

function peopleOf({ job, now }: Look): readonly string[] {
  const coming = visitsOf(job).filter((v) => Date.parse(v.to) >= now);
  const { responsible, letIn } = job.crew;
  const all = [responsible?.name, ...letIn.map((p) => p.name), ...coming.map((v) => v.person.name)];
  return [...new Set(all.filter((n) => n !== undefined))];
}

/** The job in short at a moment: what it needs next and from whom. */
export function summarise(job: JobState, now: number, knowledge: Knowledge): JobSummary {
  const look = lookAt(job, now, knowledge);
  const open = job.openPoints.filter((p) => !p.closed);
  const [due] = open.filter((p) => p.due).sort((a, b) => a.due!.localeCompare(b.due!));
  return {
    phase: phaseOf(job),
    stops: job.closed ? 0 : standingStops(job).length,
    life: lifeOf(job),
    offer: job.offer?.is,
    people: peopleOf(look),
    points: job.closed ? [] : open.map(({ point, text, who, due, is }) => ({ point, text, who, due, is })),
    units: job.units.map((u) => u.model),
    strip: job.closed ? [] : [...clocksOnStrip(look), ...dryOnStrip(look), ...visitsOnStrip(look)],
    due: job.closed ? undefined : due?.due,
    dueText: job.closed ? undefined : due?.text,
    ...needOf(look),
  };
}
