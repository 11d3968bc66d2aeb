"use client";
import type { Reading } from "@/core/log";
import { tellRun } from "@/core/job/tellRun";
import { useState } from "react";
import { ulid } from "ulid";

import type { ReadingField, Step } from "@/core/run/step";
import { print, type UnitSystem } from "@/core/units";
import { QuantityField } from "@/ui/QuantityField";
import { FormField } from "@/ui/FormField";
import { FormFrame } from "@/ui/FormFrame";
import { useForm, type Form } from "@/ui/useForm";
import { VerdictMark } from "@/ui/VerdictMark";
import type { Run } from "./useRun";

/** What the last reading was judged, and what follows from it. */
function LastReading({ last, profile }: { last: Reading; profile: UnitSystem }) {
  const { reason, remedy } = tellRun(last.verdict, profile);
  return (
    <div className="mb-3">
      <p className="text-[17px]">
        <VerdictMark level={last.verdict.level} overridden={last.override !== undefined}>
          {reason}
        </VerdictMark>
      </p>
      {remedy ? <p className="text-soft">{remedy}</p> : null}
      {last.derived.length > 0 ? (
        <ul className="mt-1 text-soft">
          {last.derived.map((d) => (
            <li key={d.label}>
              {d.label}:{" "}
              <span className="num">
                {d.quantity === "plain" ? d.value.toFixed(1) : print(d.value, d.quantity, profile)}
              </span>
              {d.spread === undefined ? "" : ` ± ${d.spread.toFixed(1)}`} {d.suffix ?? ""}{" "}
              <span className="text-sm">({d.formula})</span>
            </li>
          ))}
        </ul>
      ) : null}
    </div>
  );
}

/** One field of a reading: a choice, or a quantity. */
function FieldOf({ field: f, form, profile }: { field: ReadingField; form: Form; profile: UnitSystem }) {
  const { values: typed, errors, set } = form;
  if (f.options)
    return (
      <fieldset>
        <legend className="text-lg">{f.label}</legend>
        <div className="flex flex-wrap gap-2">
          {f.options.map((o) => (
            <button
              key={o.id}
              type="button"
              aria-pressed={typed[f.id] === o.id}
              className={`min-h-14 rounded-sm border px-5 ${typed[f.id] === o.id ? "border-water bg-tint font-semibold" : "border-soft"}`}
              onClick={() => set(f.id, o.id)}
            >
              {typed[f.id] === o.id ? "✓ " : ""}
              {o.label}
            </button>
          ))}
        </div>
        <p className="text-sm text-stop">{errors[f.id] ?? ""}</p>
      </fieldset>
    );
  return (
    <QuantityField
      wet
      label={f.label}
      hint={f.optional ? "if you have it" : undefined}
      quantity={f.quantity!}
      profile={profile}
      value={typed[f.id] ?? ""}
      onChange={(v) => set(f.id, v)}
      error={errors[f.id] || undefined}
    />
  );
}

/** Takes a reading and shows its verdict at once. A correction is a new reading that supersedes, with its reason. */
export function ReadingForm({
  step,
  jobId,
  reads,
  kind,
  profile,
  run,
  readings,
  readOnly,
}: {
  step: Step;
  jobId: string;
  reads: string;
  kind: { readonly label: string; readonly fields: readonly ReadingField[] } | undefined;
  profile: UnitSystem;
  run: Run;
  readings: readonly Reading[];
  readOnly: boolean;
}) {
  const last = readings.at(-1);
  const [open, setOpen] = useState(last === undefined);
  const form = useForm({
    draft: `${jobId}.reading.${step.id}`,
    send: (typed) =>
      run.send({
        kind: "readingTaken",
        reading: ulid(),
        reads,
        step: step.id,
        place: step.read!.place,
        when: step.read!.when,
        values: Object.fromEntries((kind?.fields ?? []).map((f) => [f.id, typed[f.id] ?? ""])),
        profile,
        instrument: typed.instrument || undefined,
        ...(last ? { supersedes: last.reading, why: typed.why ?? "" } : {}),
      }),
    onTaken: () => setOpen(false),
  });
  if (!kind) return null;
  return (
    <section className="mt-5" aria-label={kind.label}>
      {last ? <LastReading last={last} profile={profile} /> : null}
      {readOnly ? null : !open ? (
        <button type="button" className="button quiet w-full" onClick={() => setOpen(true)}>
          Correct this reading
        </button>
      ) : (
        <FormFrame form={form} className="grid gap-2">
          {kind.fields.map((f) => (
            <FieldOf key={f.id} field={f} form={form} profile={profile} />
          ))}
          <FormField
            form={form}
            label="Instrument"
            hint="and its last calibration, if you like"
            name="instrument"
            maxLength={80}
          />
          {last ? <FormField form={form} label="Why is the first reading corrected?" name="why" /> : null}
          <p role="status" className="text-stop">
            {form.errors[""] ?? ""}
          </p>
          <button className="button" disabled={form.busy}>
            Keep this reading
          </button>
        </FormFrame>
      )}
    </section>
  );
}
