import type { JobState } from "./job";
import { handedOverAt } from "./handedOver";

const DAY = 24 * 60 * 60_000;
/** Days after the start on which a bacteria sample is taken (handbook 10, ruling 24). */
const FIRST = 5;
const LAST = 10;
/** Days after the hand-over on which the household looks at every joint (handbook 7). */
const LEAK_DAYS = 14;

/** A bacteria sample that is due behind a chamber: from when, until when, ms; `at`: the reading that ended it. */
export interface Sample {
  readonly from: number;
  readonly until: number;
  readonly result?: JobState["readings"][number];
}

/** The sample that a chamber's start makes due; undefined while no step has proven its pipes. */
export function sampleOf(job: JobState): Sample | undefined {
  const proved = (job.run?.steps ?? []).filter((s) => s.proves === "uv" && job.steps[s.id]?.done);
  if (proved.length === 0) return undefined;
  const last = Math.max(...proved.map((s) => Date.parse(job.steps[s.id]!.done!.at)));
  return {
    from: last + FIRST * DAY,
    until: last + LAST * DAY,
    // A sample of before the run was opened again says nothing of what was done since.
    result: job.readings.findLast(
      (r) => r.kind === "bacteria" && r.supersededBy === undefined && r.past === undefined,
    ),
  };
}

/** The looks at every joint after the hand-over: one for each day, with its answer where there is one; ms. */
export interface LeakChecks {
  readonly from: number;
  readonly until: number;
  readonly days: readonly { readonly day: number; readonly answer?: JobState["readings"][number] }[];
}

/** The leak checks of a job that is handed over; undefined before. */
export function leakChecksOf(job: JobState): LeakChecks | undefined {
  const signed = handedOverAt(job);
  if (signed === undefined) return undefined;
  const from = Date.parse(signed);
  const answers = job.readings.filter((r) => r.kind === "leakCheck" && r.supersededBy === undefined);
  const dayOf = (at: string) => Math.floor((Date.parse(at) - from) / DAY) + 1;
  return {
    from,
    until: from + LEAK_DAYS * DAY,
    days: Array.from({ length: LEAK_DAYS }, (_, i) => ({
      day: i + 1,
      answer: answers.findLast((r) => dayOf(r.at) === i + 1),
    })),
  };
}

/** What is still to be done after the hand-over, and is no fault while its time has not come; ms. */
export interface FollowUp {
  readonly is: "sample" | "leaks";
  readonly from: number;
  readonly until: number;
}

/** The follow-ups of a job that are open at a moment: points that stay open, not readings that are missing. */
export function followUpsOf(job: JobState, now: number): readonly FollowUp[] {
  const sample = sampleOf(job);
  const leaks = leakChecksOf(job);
  return [
    ...(sample && !sample.result ? [{ is: "sample" as const, from: sample.from, until: sample.until }] : []),
    ...(leaks && now < leaks.until ? [{ is: "leaks" as const, from: leaks.from, until: leaks.until }] : []),
  ];
}
