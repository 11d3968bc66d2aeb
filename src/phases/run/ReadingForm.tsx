"use client";
import type { Reading } from "@/core/log";
import { tellRun } from "@/core/job/tellRun";
import { useState } from "react";
import { ulid } from "ulid";

import type { ReadingField, Step } from "@/core/run/step";
import { print, type UnitSystem } from "@/core/units";
import { QuantityField } from "@/ui/QuantityField";
import { FormFrame } from "@/ui/FormFrame";
import { useForm } from "@/ui/useForm";
import { VerdictMark } from "@/ui/VerdictMark";
import type { Run } from "./useRun";

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
  const { values: typed, errors, set } = form;
  return (
    <section className="mt-5" aria-label={kind.label}>
      {last ? (
        <div className="mb-3">
          <p className="text-[17px]">
            <VerdictMark level={last.verdict.level} overridden={last.override !== undefined}>
              {tellRun(last.verdict, profile).reason}
            </VerdictMark>
          </p>
          {tellRun(last.verdict, profile).remedy ? (
            <p className="text-soft">{tellRun(last.verdict, profile).remedy}</p>
          ) : null}
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
      ) : null}
      {readOnly ? null : !open ? (
        <button type="button" className="button quiet w-full" onClick={() => setOpen(true)}>
          Correct this reading
        </button>
      ) : (
        <FormFrame form={form} className="grid gap-2">
          {kind.fields.map((f) =>
            f.options ? (
              <fieldset key={f.id}>
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
            ) : (
              <QuantityField
                key={f.id}
                wet
                label={f.label}
                hint={f.optional ? "if you have it" : undefined}
                quantity={f.quantity!}
                profile={profile}
                value={typed[f.id] ?? ""}
                onChange={(v) => set(f.id, v)}
                error={errors[f.id] || undefined}
              />
            ),
          )}
          <label>
            Instrument <span className="text-sm text-soft">and its last calibration, if you like</span>
            <input
              className="field"
              maxLength={80}
              value={typed.instrument ?? ""}
              onChange={(e) => set("instrument", e.target.value)}
            />
          </label>
          {last ? (
            <label>
              Why is the first reading corrected?
              <input
                className="field"
                value={typed.why ?? ""}
                aria-invalid={errors.why ? true : undefined}
                onChange={(e) => set("why", e.target.value)}
              />
              {errors.why ? <span className="text-sm text-stop">{errors.why}</span> : null}
            </label>
          ) : null}
          <p role="status" className="text-stop">
            {errors[""] ?? ""}
          </p>
          <button className="button" disabled={form.busy}>
            Keep this reading
          </button>
        </FormFrame>
      )}
    </section>
  );
}
