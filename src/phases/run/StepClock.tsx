"use client";
import { stepState, type JobState } from "@/core/job";
import { countedBy, readyAt } from "@/core/run/clock";
import { clockOf, type Step } from "@/core/run/step";
import { clockTime, countdown, lengthOf, momentOf } from "@/ui/time";
import { VerdictMark } from "@/ui/VerdictMark";
import { useTicking } from "./useServerNow";

/** The clock as read at arm's length, on the server's time. */
export function StepClock({
  step,
  job,
  from,
  at,
  zone,
}: {
  step: Step;
  job: JobState;
  from: number;
  at: () => number;
  zone: string;
}) {
  const s = stepState(job, step.id);
  const now = useTicking(at, from, s.clock?.countingSince !== undefined);
  const needed = clockOf(step)!;
  const counted = s.clock ? countedBy(s.clock, now) : 0;
  const ready = readyAt(step, s.clock);
  const left = Math.max(0, needed - counted);
  const walk =
    s.clock?.countingSince !== undefined && step.cautions.includes("drains")
      ? 120_000 - ((now - s.clock.startedAt) % 120_000)
      : undefined;
  const round =
    s.clock?.countingSince !== undefined && step.soak && left > 0
      ? 1_200_000 - ((now - s.clock.startedAt) % 1_200_000)
      : undefined;
  const tooLong = step.soak?.maxMinutes !== undefined && counted > step.soak.maxMinutes * 60_000;
  return (
    <section className="mt-5" aria-label="Clock">
      <p role="timer" className="num text-[68px] leading-none tracking-tight md:text-[76px]">
        {countdown(left)}
      </p>
      <p className="text-soft">
        {s.clock === undefined
          ? `to run: ${lengthOf(needed / 60_000)}`
          : left === 0
            ? "its time has run"
            : s.clock.countingSince === undefined
              ? s.clock.on
                ? "counts once the flow is inside its band"
                : "paused: the water is off"
              : `still to run of ${lengthOf(needed / 60_000)}`}
        {ready !== undefined && left > 0
          ? ` · ${step.soak ? "soak until" : "ends"} ${momentOf(ready, now, zone)}`
          : ""}
      </p>
      {s.clock && s.clock.restarts > 0 ? (
        <p className="text-soft">
          Started again {s.clock.restarts === 1 ? "once" : `${s.clock.restarts} times`}; counts from{" "}
          {clockTime(s.clock.startedAt, zone)}
        </p>
      ) : null}
      {walk !== undefined && left > 0 ? (
        <p>
          Walk round and look at the drains in <span className="num">{countdown(walk)}</span>
        </p>
      ) : null}
      {round !== undefined ? (
        <p className="text-soft">
          Leak round in <span className="num">{countdown(round)}</span> while you are on site. Meanwhile: film
          off, labels, clear up.
        </p>
      ) : null}
      {tooLong ? (
        <p>
          <VerdictMark level="Check">{`wet for longer than ${lengthOf(step.soak!.maxMinutes!)}: refresh the water`}</VerdictMark>
        </p>
      ) : null}
    </section>
  );
}
