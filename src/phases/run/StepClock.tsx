"use client";
import type { JobState } from "@/core/job";
import { stepState } from "@/core/job/job";
import { countedBy, readyAt } from "@/core/run/clock";
import { clockOf, type Step } from "@/core/run/step";
import { clockTime, countdown, lengthOf, momentOf } from "@/ui/time";
import { VerdictMark } from "@/ui/VerdictMark";
import { useTicking } from "./useServerNow";

type Clock = ReturnType<typeof stepState>["clock"];

/** What a clock that counts down says of itself. */
function stillToRun(
  clock: Clock,
  { needed, left }: { readonly needed: number; readonly left: number },
): string {
  const whole = lengthOf(needed / 60_000);
  if (clock === undefined) return `to run: ${whole}`;
  if (left === 0) return "its time has run";
  if (clock.countingSince !== undefined) return `still to run of ${whole}`;
  return clock.on ? "counts once the flow is inside its band" : "paused: the water is off";
}

/** What a clock that counts up says of itself. */
const soFar = (clock: Clock, zone: string): string =>
  clock ? `so far, from ${clockTime(clock.startedAt, zone)}` : "counts up once it begins";

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
  // Where only the design says how long it takes, what it does take is counted: its minutes are but the least.
  const countsUp = step.wait?.expected !== undefined;
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
        {countdown(countsUp ? counted : left)}
      </p>
      <p className="text-soft">
        {countsUp ? soFar(s.clock, zone) : stillToRun(s.clock, { needed, left })}
        {ready !== undefined && left > 0 && !countsUp
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
