"use client";
import { FormFrame } from "@/ui/FormFrame";
import { useForm, type FormOutcome } from "@/ui/useForm";

/** The written reason that something takes; the text is kept until it was taken. */
export function ReasonForm({
  label,
  ask,
  send,
  draft,
  most,
  close,
}: {
  label: string;
  ask: string;
  send: (why: string) => Promise<FormOutcome>;
  draft: string;
  /** How many letters it may have. */
  most: number;
  close: () => void;
}) {
  const form = useForm({
    draft,
    send: ({ why = "" }) => send(why.trim()),
    onTaken: close,
  });
  const why = form.values.why ?? "";
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
        <button type="button" className="button quiet" onClick={close}>
          Leave it
        </button>
      </div>
    </FormFrame>
  );
}
