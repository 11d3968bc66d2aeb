import type { Level } from "../verdict";
import type { UnitSystem } from "../units";
import { tell } from "../tell";
import {
  handOverBlockers,
  isHandedOver,
  nextStep,
  phaseOf,
  runningClocks,
  statusOf,
  type JobState,
  type Knowledge,
  type Phase,
} from "../job";
import { sayStep } from "../run/step";
import { inSentence } from "../words";
import { signingBlockers } from "./office";

/** One clock, visit or time of water off on the strip of hours; times ISO 8601, UTC. What still lasts with no end in sight is `paused`. */
export interface StripEntry {
  readonly item: string;
  readonly kind: "soak" | "flow" | "wait" | "visit" | "off";
  readonly title: string;
  readonly who: string;
  readonly from: string;
  readonly to: string;
  readonly paused: boolean;
}

/** What lists show of a job without its log. */
export interface JobSummary {
  readonly phase: Phase;
  /** 0 needs someone now … 9 nothing to do. */
  readonly rank: number;
  readonly level?: Level;
  readonly next: string;
  readonly detail?: string;
  readonly who: string;
  /** Earliest promised date of an open point, ISO date. */
  readonly due?: string;
  readonly dueText?: string;
  readonly stops: number;
  readonly units: readonly string[];
  readonly strip: readonly StripEntry[];
}

/** How long what has no end yet is kept on the strip, in ms. */
const OPEN_ENDED = 30 * 24 * 3_600_000;
const stripKind = (kind: string): StripEntry["kind"] =>
  kind === "soak" ? "soak" : kind === "flow" ? "flow" : "wait";

/** The job in short at a moment: what it needs next and from whom. */
export function summarise(job: JobState, now: number, knowledge: Knowledge, profile: UnitSystem): JobSummary {
  const phase = phaseOf(job);
  const clocks = runningClocks(job, now);
  const live = job.visits.filter((v) => !v.cancelled);
  const onSite =
    live.filter((v) => Date.parse(v.to) >= now).sort((a, b) => a.from.localeCompare(b.from))[0] ??
    live.at(-1);
  const planner = job.revisions.at(-1)?.by.name ?? job.opened?.by.name ?? "";
  const installer = onSite?.person.name ?? job.run?.started.by.name ?? planner;
  const strip: StripEntry[] = [
    ...clocks.map((c): StripEntry => {
      const to = c.readyAt ?? now;
      return {
        item: c.step.id,
        kind: stripKind(c.step.kind),
        title: c.step.title,
        who: installer,
        from: new Date(c.startedAt).toISOString(),
        to: new Date(Math.max(to, c.startedAt)).toISOString(),
        paused: c.paused,
      };
    }),
    // As the crew's hands left it: dashed on the strip, until water is back.
    ...(isHandedOver(job) ? [] : (job.rig?.supply ?? [])).flatMap((s, i, all): StripEntry[] =>
      s.is === "off"
        ? [
            {
              item: `off.${i}`,
              kind: "off",
              title: "House dry",
              who: installer,
              from: new Date(s.at).toISOString(),
              to: new Date(all[i + 1]?.at ?? s.at + OPEN_ENDED).toISOString(),
              paused: i === all.length - 1,
            },
          ]
        : [],
    ),
    ...live.map((v): StripEntry => ({
      item: `visit.${v.visit}`,
      kind: "visit",
      title: v.what,
      who: v.person.name,
      from: v.from,
      to: v.to,
      paused: false,
    })),
  ];
  const open = job.openPoints.filter((p) => !p.closed);
  const due = open.filter((p) => p.due).sort((a, b) => a.due!.localeCompare(b.due!))[0];
  const stops = job.readings.filter((r) => !r.supersededBy && !r.override && r.verdict.level === "Stop");
  const base = {
    phase,
    stops: stops.length,
    units: job.units.map((u) => u.model),
    strip,
    ...(due ? { due: due.due!, dueText: due.text } : {}),
  };

  if (stops.length > 0)
    return {
      ...base,
      rank: 0,
      level: "Stop",
      next: tell(stops[0]!.verdict, profile).reason,
      detail: tell(stops[0]!.verdict, profile).remedy,
      who: installer,
    };
  if (isHandedOver(job))
    return {
      ...base,
      rank: 9,
      next: "Handed over",
      who: job.signatures.find((s) => s.as === "installer")?.name ?? installer,
    };
  if (job.run) {
    const step = nextStep(job, now);
    if (handOverBlockers(job).length === 0)
      return { ...base, rank: 1, next: "Sign the record", who: installer };
    if (!step) return { ...base, rank: 1, next: "Look at the run", who: installer };
    const counting = statusOf(job, step, now) === "counting";
    return {
      ...base,
      rank: counting ? 3 : 1,
      next: counting ? `${step.title} is running` : step.title,
      detail: sayStep(step, profile).why,
      who: installer,
    };
  }
  if (job.revisions.length > 0) return { ...base, rank: 2, next: "Start the run", who: installer };
  if (job.units.length > 0) {
    const blockers = signingBlockers(job, knowledge);
    const first = blockers.find((b) => b.verdict.level === "Stop") ?? blockers[0];
    return first
      ? {
          ...base,
          rank: 2,
          level: first.verdict.level,
          next: tell(first.verdict, profile).reason,
          detail: `${blockers.length} judgement${blockers.length === 1 ? "" : "s"} to settle before the design can be signed`,
          who: planner,
        }
      : { ...base, rank: 2, next: "Sign the design", who: planner };
  }
  const missing = [...knowledge.fields.values()].filter(
    (f) =>
      f.blocks &&
      !job.answers[f.id] &&
      (!f.when || f.when.is.includes(job.answers[f.when.field]?.text ?? "")),
  );
  return missing.length > 0
    ? {
        ...base,
        rank: 4,
        level: "Unknown",
        next: `Survey: ${missing.length} answers missing`,
        detail: `First: ${inSentence(missing[0]!.label)}, which decides ${missing[0]!.blocks}`,
        who: planner,
      }
    : { ...base, rank: 4, next: "Choose the units", who: planner };
}
