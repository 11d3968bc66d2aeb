import { useState } from "react";
import { ulid } from "ulid";
import type { Reading } from "@/core/log";
import { timedFlow } from "@/core/readings/timedFlow";
import type { Step } from "@/core/run/step";
import type { UnitSystem } from "@/core/units";
import { FormFrame } from "@/ui/FormFrame";
import { FormField } from "@/ui/FormField";
import { QuantityField } from "@/ui/QuantityField";
import { countdown } from "@/ui/time";
import { useDraft } from "@/ui/useDraft";
import { useForm, type Typed } from "@/ui/useForm";
import type { Asked } from "../job/send";
import { Correction } from "./Correction";
import type { Run } from "./run";
import { useTicking } from "./useServerNow";

/** How long the stopwatch has run. */
function Elapsed({ since, at }: { since: number; at: () => number }) {
  return <>{countdown(useTicking(at, since) - since)}</>;
}

/**
 * Starts and stops the time a container takes to fill. Kept like everything typed: a phone that was put
 * away and opened again still times it.
 */
function Stopwatch({
  name,
  at,
  stopped,
}: {
  name: string;
  at: () => number;
  stopped: (seconds: number) => void;
}) {
  const [started, keepStarted, dropStarted] = useDraft(name);
  const since = started === undefined ? undefined : Number(started);
  if (since === undefined)
    return (
      <button type="button" className="button quiet" onClick={() => keepStarted(String(at()))}>
        Start the stopwatch
      </button>
    );
  const stop = () => {
    dropStarted();
    stopped((at() - since) / 1000);
  };
  return (
    <button type="button" className="button quiet" onClick={stop}>
      Full: stop at{" "}
      <span className="num">
        <Elapsed since={since} at={at} />
      </span>
    </button>
  );
}

/** Whether this measurement replaces the last one. */
function Corrects({ checked, set }: { checked: boolean; set: (checked: boolean) => void }) {
  return (
    <label className="flex min-h-12 items-center gap-3">
      <input type="checkbox" className="size-6" checked={checked} onChange={(e) => set(e.target.checked)} />{" "}
      corrects the last one, which was misread
    </label>
  );
}

interface FlowFormProps {
  readonly step: Step;
  readonly profile: UnitSystem;
  readonly last: Reading | undefined;
  readonly run: Run;
  readonly at: () => number;
  readonly onTaken: () => void;
}

/** A flow to be measured by container and time; where one was measured before, it may correct that one. */
export function FlowForm({ step, profile, last, run, at, onTaken }: FlowFormProps) {
  const [volume, keepVolume] = useDraft(`container.${profile}`);
  const jug = volume ?? (profile === "us" ? "2.5 gal" : "10 L");
  const [correct, setCorrect] = useState(false);
  const corrected = correct ? last : undefined;
  const wishOf = ({ time = "", why = "" }: Typed): Asked => ({
    kind: "readingTaken",
    reading: ulid(),
    reads: "timedFlow",
    step: step.id,
    place: step.flow!.to,
    instrument: "Container and stopwatch",
    when: "after",
    values: { volume: jug, time },
    profile,
    ...(corrected ? { supersedes: corrected.reading, why } : {}),
  });
  const form = useForm({
    draft: `${run.job.id}.flow.${step.id}`,
    send: (typed) => run.send(wishOf(typed)),
    onTaken,
  });
  const { time = "" } = form.values;
  return (
    <FormFrame form={form} className="mt-3 grid gap-2">
      <div className="grid grid-cols-2 gap-3">
        <QuantityField
          wet
          label="Container"
          quantity="volume"
          profile={profile}
          value={jug}
          onChange={keepVolume}
          error={form.errors.volume}
          hideExample
        />
        <QuantityField
          wet
          label="Time to fill"
          quantity="stopwatch"
          profile={profile}
          value={time}
          onChange={(text) => form.set("time", text)}
          error={form.errors.time}
          hideExample
        />
      </div>
      <Stopwatch
        name={`${run.job.id}.stopwatch.${step.id}`}
        at={at}
        stopped={(seconds) => form.set("time", `${seconds.toFixed(1)} s`)}
      />
      {last ? <Corrects checked={correct} set={setCorrect} /> : null}
      {corrected ? (
        <>
          <FormField form={form} label="Why is it corrected?" name="why" />
          <Correction
            job={run.job}
            last={corrected}
            wish={wishOf(form.values)}
            fields={timedFlow.fields}
            profile={profile}
          />
        </>
      ) : null}
      {form.errors[""] ? <p className="text-stop">{form.errors[""]}</p> : null}
      <button className="button" disabled={form.busy || time === ""}>
        Keep this flow
      </button>
    </FormFrame>
  );
}
