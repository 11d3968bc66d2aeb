"use client";
import type { Reading } from "@/core/log";
import { useState } from "react";
import { ulid } from "ulid";

import { clockOf, type ReadingField, type Step } from "@/core/run/step";
import type { UnitSystem } from "@/core/units";
import { FormField } from "@/ui/FormField";
import { FormFrame } from "@/ui/FormFrame";
import { useForm, type Typed } from "@/ui/useForm";
import type { Asked } from "../job/send";
import { readingParts } from "./decided";
import { useFetched } from "./fetched";
import { part } from "./part";
import { ReadingFieldOf } from "./ReadingFieldOf";
import type { Run } from "./run";

const ReadingsSaid = part(() => readingParts.get().then((m) => m.ReadingsSaid));
const LastReading = part(() => readingParts.get().then((m) => m.LastReading));
const JudgeAgain = part(() =>
  readingParts
    .get()
    .then((m) => m.ruled.judgeAgain())
    .then((m) => m.JudgeAgain),
);
const Correction = part(() =>
  readingParts
    .get()
    .then((m) => m.ruled.correction())
    .then((m) => m.Correction),
);

/** The outlet that is read now, how many there are, and which come after it. */
function PlaceNow({
  place,
  left,
  places,
}: {
  place: string;
  left: readonly string[];
  places: readonly string[];
}) {
  const then = left.slice(1);
  return (
    <div>
      <p className="flex items-baseline justify-between gap-3">
        <span className="text-lg font-semibold">{place}</span>
        {left.length > 0 ? (
          <span className="num shrink-0 text-soft">
            {places.length - left.length + 1} of {places.length}
          </span>
        ) : null}
      </p>
      {then.length > 0 ? <p className="text-sm text-soft">then {then.join("; ")}</p> : null}
    </div>
  );
}

interface ReadingProps {
  readonly step: Step;
  readonly jobId: string;
  readonly kind: { readonly label: string; readonly fields: readonly ReadingField[] } | undefined;
  readonly profile: UnitSystem;
  readonly run: Run;
  readonly readings: readonly Reading[];
  /** Places that are not read yet. */
  readonly left: readonly string[];
  /** One division of the gauge, as it was last written: it is asked once (handbook 10, ruling 21). */
  readonly division?: string;
  readonly readOnly: boolean;
}

/**
 * What a further reading at a step is: the one of the next place, another glass of the same water, or a
 * correction of the last.
 */
function nextReading({ step, readings, left }: Pick<ReadingProps, "step" | "readings" | "left">) {
  const last = readings.at(-1);
  const [next] = left;
  const place = next ?? last?.place ?? step.read!.place;
  const another = next !== undefined || step.flow?.until !== undefined;
  const words = next ? `Read it at: ${next}` : another ? "Another glass" : "Correct this reading";
  return { last, place, words, corrects: another ? undefined : last };
}

/** Takes a reading and shows its verdict at once. A correction is a new reading that supersedes, with its reason. */
export function ReadingForm(props: ReadingProps) {
  const { step, jobId, kind, profile, run, readings, left, readOnly } = props;
  const { last, place, words, corrects } = nextReading(props);
  const places = step.read!.places;
  const [open, setOpen] = useState(last === undefined || left.length > 0);
  const isTimed = clockOf(step) !== undefined;
  const fields = (kind?.fields ?? []).filter((f) => !(f.byClock && isTimed));
  const wishOf = (typed: Typed): Asked => ({
    kind: "readingTaken",
    reading: ulid(),
    reads: step.read!.reading,
    step: step.id,
    place,
    when: step.read!.when,
    values: Object.fromEntries(fields.map((f) => [f.id, typed[f.id] ?? ""])),
    profile,
    instrument: typed.instrument || undefined,
    ...(corrects ? { supersedes: corrects.reading, why: typed.why ?? "" } : {}),
  });
  const correction = useFetched(readingParts)?.correctionOf;
  const form = useForm({
    draft: `${jobId}.reading.${step.id}`,
    initial: {
      ...(props.division === undefined ? {} : { division: props.division }),
      ...(corrects ? correction?.(corrects, fields, profile) : {}),
    },
    send: (typed) => run.send(wishOf(typed)),
    onTaken: () => setOpen(false),
  });
  if (!kind) return null;
  return (
    <section className="mt-5" aria-label={kind.label}>
      {last && !places ? <LastReading last={last} profile={profile} /> : null}
      {last?.verdict.level === "Check" && !readOnly ? (
        <JudgeAgain last={last} run={run} fields={fields} profile={profile} />
      ) : null}
      {readOnly ? null : !open ? (
        <button type="button" className="button quiet w-full" onClick={() => setOpen(true)}>
          {words}
        </button>
      ) : (
        <FormFrame form={form} className="grid gap-2">
          {places ? <PlaceNow place={place} left={left} places={places} /> : null}
          {fields.map((f) => (
            <ReadingFieldOf key={f.id} field={f} form={form} profile={profile} />
          ))}
          <FormField
            form={form}
            label="Instrument"
            hint="and its last calibration, if you like"
            name="instrument"
            maxLength={80}
          />
          {corrects ? (
            <>
              <FormField form={form} label="Why is the first reading corrected?" name="why" />
              <Correction
                job={run.job}
                last={corrects}
                wish={wishOf(form.values)}
                fields={fields}
                profile={profile}
              />
            </>
          ) : null}
          {form.errors[""] ? <p className="text-stop">{form.errors[""]}</p> : null}
          <button className="button" disabled={form.busy}>
            Keep this reading
          </button>
        </FormFrame>
      )}
      {places && readings.length > 0 ? (
        <ReadingsSaid byPlace readings={readings.toReversed()} profile={profile} />
      ) : null}
    </section>
  );
}
