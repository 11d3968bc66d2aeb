import type { JobState } from "@/core/job";
import { stepState } from "@/core/job/job";
import { clockOf } from "@/core/run/step";
import { countedBy } from "@/core/run/clock";
import type { LineStation } from "@/ui/line/station";

/**
 * What the Line shows of a unit while the run goes on: dry, soaking with its level, flushing, wet between
 * steps, in service. Empty for a unit without steps.
 */
export function liveOf(
  job: JobState,
  unit: string,
  now: number,
): Pick<LineStation, "line" | "soaked" | "state"> {
  const steps = (job.run?.steps ?? [])
    .filter((s) => s.unit === unit)
    .map((step) => ({ step, s: stepState(job, step.id) }));
  if (steps.length === 0) return {};
  const soaks = steps
    .filter(({ step, s }) => step.kind === "soak" && s.clock)
    .sort((a, b) => clockOf(b.step)! - clockOf(a.step)!);
  const soaked = soaks[0] && Math.min(1, countedBy(soaks[0].s.clock!, now) / clockOf(soaks[0].step)!);
  const counting = steps.find(({ s }) => s.clock?.countingSince !== undefined && !s.done && !s.skipped);
  const state = steps.every(({ s }) => s.done ?? s.skipped)
    ? "in service"
    : counting
      ? counting.step.kind === "soak"
        ? "soaking"
        : "flushing"
      : steps.some(({ s }) => s.clock)
        ? "wet"
        : "dry";
  return { line: state, state, soaked };
}
