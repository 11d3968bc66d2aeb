import type { JobState } from "./job";

const DAY = 24 * 60 * 60_000;
/** Days after the start on which a bacteria sample is taken (handbook 10, ruling 24). */
const FIRST = 5;
const LAST = 10;

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
    result: job.readings.findLast((r) => r.kind === "bacteria" && r.supersededBy === undefined),
  };
}
