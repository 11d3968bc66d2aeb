"use client";
import type { Reading } from "@/core/log";
import { handleAdvice } from "@/core/readings/timedFlow";
import { tellRun } from "@/core/job/tellRun";
import { useState } from "react";
import { ulid } from "ulid";

import type { Step } from "@/core/run/step";
import { figure, print, printMeasured, unitName, type Quantity, type UnitSystem } from "@/core/units";
import { QuantityField } from "@/ui/QuantityField";
import { countdown } from "@/ui/time";
import { useDraft } from "@/ui/useDraft";
import { FormFrame } from "@/ui/FormFrame";
import { useForm } from "@/ui/useForm";
import { VerdictMark } from "@/ui/VerdictMark";
import type { Run } from "./useRun";
import { useTicking } from "./useServerNow";

/** How long the stopwatch has run. */
function Elapsed({ since, at }: { since: number; at: () => number }) {
  return <>{countdown(useTicking(at, since) - since)}</>;
}

/** A value of a reading in the reader's unit. */
const readBack = (reading: Reading, value: string, quantity: Quantity, profile: UnitSystem): string => {
  const measured = reading.values[value]?.measured;
  return measured ? printMeasured(measured, quantity, profile) : "";
};

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
  const band = step.flow!.band!;
  const last = readings.filter((r) => r.kind === "timedFlow").at(-1);
  const flow = last?.derived[0]?.value;
  const [volume, keepVolume] = useDraft(`container.${profile}`);
  // Kept like everything typed: a phone that was put away and opened again still times the container.
  const [started, keepStarted, dropStarted] = useDraft(`${run.job.id}.stopwatch.${step.id}`);
  const since = started === undefined ? undefined : Number(started);
  const [open, setOpen] = useState(last === undefined);
  const [correct, setCorrect] = useState(false);
  const jug = volume ?? (profile === "us" ? "2.5 gal" : "10 L");
  const form = useForm({
    draft: `${run.job.id}.flow.${step.id}`,
    send: ({ time = "", why = "" }) =>
      run.send({
        kind: "readingTaken",
        reading: ulid(),
        reads: "timedFlow",
        step: step.id,
        place: step.flow!.to,
        instrument: "Container and stopwatch",
        when: "after",
        values: { volume: jug, time },
        profile,
        ...(correct && last ? { supersedes: last.reading, why } : {}),
      }),
    onTaken: () => {
      setOpen(false);
      setCorrect(false);
    },
  });
  const { errors } = form;
  const { time = "", why = "" } = form.values;
  const scale = band.high * 2;
  const x = (q: number) => Math.min(100, (100 * q) / scale);
  const stopWatch = () => {
    if (since === undefined) {
      keepStarted(String(at()));
      return;
    }
    const s = (at() - since) / 1000;
    dropStarted();
    form.set("time", `${s.toFixed(1)} s`);
  };
  return (
    <section className="mt-5" aria-label="Flow">
      <svg
        viewBox="0 0 350 78"
        className="w-full max-w-xl"
        role="img"
        aria-label={`Wanted: ${print(band.low, "flow", profile)} to ${print(band.high, "flow", profile)}${flow === undefined ? "" : `; measured ${print(flow, "flow", profile)}`}`}
      >
        <rect x="0" y="30" width="350" height="14" fill="var(--hair)" />
        <rect
          x={3.5 * x(band.low)}
          y="30"
          width={3.5 * (x(band.high) - x(band.low))}
          height="14"
          fill="var(--good)"
        />
        {flow === undefined ? null : (
          <path d={`M${3.5 * x(flow)} 20v34`} stroke="var(--ink)" strokeWidth="3" />
        )}
        {flow === undefined ? null : (
          <text
            x={Math.min(290, Math.max(0, 3.5 * x(flow) - 30))}
            y="14"
            fontSize="17"
            fontWeight="600"
            fill="var(--ink)"
            className="num"
          >
            {print(flow, "flow", profile)}
          </text>
        )}
        <g fontSize="14" fill="var(--soft)" className="num">
          <text x="0" y="66">
            0
          </text>
          <text x={3.5 * x(band.low)} y="66" textAnchor="middle">
            {figure(band.low, "flow", profile)}
          </text>
          <text x={3.5 * x(band.high)} y="66" textAnchor="middle">
            {figure(band.high, "flow", profile)}
          </text>
          <text x="350" y="66" textAnchor="end">
            {figure(scale, "flow", profile)} {unitName("flow", profile)}
          </text>
        </g>
      </svg>
      {last ? (
        <>
          <p className="text-[17px]">
            <VerdictMark level={last.verdict.level}>{tellRun(last.verdict, profile).reason}</VerdictMark>
          </p>
          <p className="text-soft">
            {handleAdvice(last.verdict)}
            {handleAdvice(last.verdict) ? " · " : ""}measured{" "}
            {Math.max(0, Math.round((now - Date.parse(last.at)) / 60_000))} min ago,{" "}
            {readBack(last, "volume", "volume", profile)} in {readBack(last, "time", "stopwatch", profile)}
          </p>
        </>
      ) : null}
      {readOnly ? null : open ? (
        <FormFrame form={form} className="mt-3 grid gap-2">
          <div className="grid grid-cols-2 gap-3">
            <QuantityField
              wet
              label="Container"
              quantity="volume"
              profile={profile}
              value={jug}
              onChange={keepVolume}
              error={errors.volume}
              hideExample
            />
            <QuantityField
              wet
              label="Time to fill"
              quantity="stopwatch"
              profile={profile}
              value={time}
              onChange={(text) => form.set("time", text)}
              error={errors.time}
              hideExample
            />
          </div>
          <button type="button" className="button quiet" onClick={stopWatch}>
            {since === undefined ? (
              "Start the stopwatch"
            ) : (
              <>
                Full: stop at{" "}
                <span className="num">
                  <Elapsed since={since} at={at} />
                </span>
              </>
            )}
          </button>
          {last ? (
            <label className="flex min-h-12 items-center gap-3">
              <input
                type="checkbox"
                className="size-6"
                checked={correct}
                onChange={(e) => setCorrect(e.target.checked)}
              />{" "}
              corrects the last one, which was misread
            </label>
          ) : null}
          {correct ? (
            <label>
              Why is it corrected?
              <input
                className="field"
                value={why}
                aria-invalid={errors.why ? true : undefined}
                onChange={(e) => form.set("why", e.target.value)}
              />
            </label>
          ) : null}
          <p role="status" className="text-stop">
            {errors[""] ?? ""}
          </p>
          <button className="button" disabled={form.busy || time === ""}>
            Keep this flow
          </button>
        </FormFrame>
      ) : (
        <button type="button" className="button quiet mt-3 w-full" onClick={() => setOpen(true)}>
          Measure the flow again
        </button>
      )}
    </section>
  );
}
