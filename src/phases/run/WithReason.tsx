"use client";
import { useState } from "react";
import { FormFrame } from "@/ui/FormFrame";
import { useForm, type FormOutcome } from "@/ui/useForm";

/** Something that takes a written reason; the text is kept until it was taken. */
export function WithReason({
  jobId,
  label,
  ask,
  send,
  draftKey,
  most = 500,
  look = "min-h-12 text-left text-soft underline decoration-dotted underline-offset-4",
}: {
  jobId: string;
  label: string;
  ask: string;
  send: (why: string) => Promise<FormOutcome>;
  draftKey: string;
  /** How many letters it may have. */
  most?: number;
  /** How the button that opens it looks. */
  look?: string;
}) {
  const [open, setOpen] = useState(false);
  const form = useForm({
    draft: `${jobId}.${draftKey}`,
    send: ({ why = "" }) => send(why.trim()),
    onTaken: () => setOpen(false),
  });
  const why = form.values.why ?? "";
  if (!open)
    return (
      <button type="button" className={look} onClick={() => setOpen(true)}>
        {label}
      </button>
    );
  return (
    <FormFrame form={form} className="grid gap-2 border border-hair p-3">
      <label>
        {ask}
        <textarea
          className="field min-h-20"
          value={why}
          maxLength={most}
          autoFocus
          aria-invalid={form.errors[""] ? true : undefined}
          onChange={(e) => form.set("why", e.target.value)}
        />
      </label>
      <p role="status" className="text-stop">
        {form.errors.why ?? form.errors[""] ?? ""}
      </p>
      <div className="flex gap-2">
        <button className="button grow" disabled={form.busy || why.trim().length < 3}>
          {label}
        </button>
        <button type="button" className="button quiet" onClick={() => setOpen(false)}>
          Leave it
        </button>
      </div>
    </FormFrame>
  );
}
