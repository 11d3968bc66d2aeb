"use client";
import type { JobState } from "@/core/job";
import type { Step } from "@/core/run/step";
import { inSentence } from "@/core/words";
import { FormFrame } from "@/ui/FormFrame";
import { useForm } from "@/ui/useForm";
import type { Run } from "./run";

/** A serial number or lamp key, typed, with a photo of the label beside it. */
export function SerialForm({
  step,
  job,
  run,
  readOnly,
}: {
  step: Step;
  job: JobState;
  run: Run;
  readOnly: boolean;
}) {
  const { what, label } = step.record!;
  const kept = job.serials.find((n) => n.unit === step.unit && n.what === what);
  const form = useForm({
    draft: `${job.id}.serial.${step.id}`,
    initial: { text: kept?.text ?? "" },
    send: ({ text = "" }) =>
      run.send({ kind: "serialRecorded", unit: step.unit!, what, label, text, step: step.id }),
  });
  const { text = "" } = form.values;
  const error = form.errors.text || form.errors[""];
  return (
    <FormFrame form={form} className="mt-5 grid gap-2">
      <label className="text-lg">
        {label}
        <input
          className="field num text-xl"
          value={text}
          maxLength={80}
          autoCapitalize="characters"
          autoComplete="off"
          spellCheck={false}
          disabled={readOnly}
          aria-invalid={error ? true : undefined}
          onChange={(e) => form.set("text", e.target.value)}
        />
      </label>
      <p role="status" className={error ? "text-stop" : "text-soft"}>
        {error || (kept ? `kept: ${kept.text}` : "typed from the label, or a photo of it and typed later")}
      </p>
      {readOnly ? null : (
        <button
          className={kept ? "button quiet" : "button"}
          disabled={form.busy || text.trim() === "" || text === kept?.text}
        >
          Keep {inSentence(label)}
        </button>
      )}
    </FormFrame>
  );
}
