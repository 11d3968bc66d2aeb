"use client";
import { useState } from "react";
import { tellRun } from "@/core/job/tellRun";
import type { Reading } from "@/core/log";
import { handleAdvice } from "@/core/readings/timedFlow";
import type { Step } from "@/core/run/step";
import { printMeasured, type Quantity, type UnitSystem } from "@/core/units";
import { VerdictMark } from "@/ui/VerdictMark";
import { FlowDial } from "./FlowDial";
import { FlowForm } from "./FlowForm";
import type { Run } from "./run";

/** What the last measurement was judged, how to move the handle, and what it was judged by. */
function LastFlow({ last, now, profile }: { last: Reading; now: number; profile: UnitSystem }) {
  const advice = handleAdvice(last.verdict);
  const minutes = Math.max(0, Math.round((now - Date.parse(last.at)) / 60_000));
  const said = (value: string, quantity: Quantity) => {
    const measured = last.values[value]?.measured;
    return measured ? printMeasured(measured, quantity, profile) : "";
  };
  return (
    <>
      <p className="text-[17px]">
        <VerdictMark level={last.verdict.level}>{tellRun(last.verdict, profile).reason}</VerdictMark>
      </p>
      <p className="text-soft">
        {advice}
        {advice ? " · " : ""}measured {minutes} min ago, {said("volume", "volume")} in{" "}
        {said("time", "stopwatch")}
      </p>
    </>
  );
}

/** Container and stopwatch: what flows, whether it is inside the band, and how to move the handle. */
export function FlowMeter({
  step,
  profile,
  readings,
  now,
  run,
  readOnly,
  at,
}: {
  step: Step;
  profile: UnitSystem;
  readings: readonly Reading[];
  now: number;
  run: Run;
  readOnly: boolean;
  at: () => number;
}) {
  const last = readings.filter((r) => r.kind === "timedFlow").at(-1);
  const [open, setOpen] = useState(last === undefined);
  return (
    <section className="mt-5" aria-label="Flow">
      <FlowDial band={step.flow!.band!} flow={last?.derived[0]?.value} profile={profile} />
      {last ? <LastFlow last={last} now={now} profile={profile} /> : null}
      {readOnly ? null : open ? (
        <FlowForm
          step={step}
          profile={profile}
          last={last}
          run={run}
          at={at}
          onTaken={() => setOpen(false)}
        />
      ) : (
        <button type="button" className="button quiet mt-3 w-full" onClick={() => setOpen(true)}>
          Measure the flow again
        </button>
      )}
    </section>
  );
}
