import type { JobState } from "@/core/job";
import { runningClocks } from "@/core/job/progress";
import { tellRun } from "@/core/job/tellRun";
import type { UnitSystem } from "@/core/units";
import { Announced } from "@/ui/Announced";

/** The clock that ended last, of those that nobody has ended yet. */
function lastEnded(job: JobState, now: number) {
  return runningClocks(job, now)
    .filter((c) => !c.paused && c.readyAt !== undefined && c.readyAt <= now)
    .reduce<{ readonly id: string; readonly text: string; readonly at: number } | undefined>(
      (last, c) =>
        last && last.at >= c.readyAt!
          ? last
          : { id: `${c.step.id}${c.startedAt}`, text: `${c.step.title}: its time has run`, at: c.readyAt! },
      undefined,
    );
}

/**
 * What happens on the run's page without a press: the verdict of what was read last, and a clock that has
 * run. Each is said once.
 */
export function RunAnnounced({
  job,
  now,
  profile,
}: {
  readonly job: JobState;
  readonly now: number;
  readonly profile: UnitSystem;
}) {
  const reading = job.readings.at(-1);
  const ended = lastEnded(job, now);
  return (
    <>
      <Announced
        id={reading?.reading ?? ""}
        text={reading ? `${reading.verdict.level}: ${tellRun(reading.verdict, profile).reason}` : ""}
      />
      <Announced id={ended?.id ?? ""} text={ended?.text ?? ""} />
    </>
  );
}
