import type { JobState } from "@/core/job";
import { readyAt } from "@/core/run/clock";

/**
 * Moments, ms, at which something of a run changes although nobody does anything: a clock has run, agreed
 * hours without water begin or end.
 */
export const momentsOf = (job: JobState): readonly number[] => [
  ...(job.run?.steps ?? []).flatMap((step) => {
    const { clock } = job.steps[step.id] ?? {};
    return (clock && readyAt(step, clock)) ?? [];
  }),
  ...job.waterOffs.flatMap(({ from, to }) => [Date.parse(from), Date.parse(to)]),
];
