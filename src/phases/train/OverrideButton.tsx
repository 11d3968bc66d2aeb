"use client";
import { FormFrame } from "@/ui/FormFrame";
import { KeyButton } from "@/ui/Pressed";
import { Sheet } from "@/ui/Sheet";
import { useForm } from "@/ui/useForm";
import { useState } from "react";
import { useDesign } from "./useDesign";

/** A verdict that may be set aside with a written reason, which is kept and printed. */
export function OverrideButton({
  jobId,
  at,
  rule,
  reason,
  overridden,
}: {
  jobId: string;
  at: string;
  rule: string;
  reason: string;
  overridden?: string;
}) {
  const { act, send, busy } = useDesign(jobId);
  const [open, setOpen] = useState(false);
  const form = useForm({
    draft: `${jobId}.override.${at}.${rule}`,
    send: ({ why = "" }, waiting) => send({ kind: "verdictOverridden", at, rule, why }, waiting),
    onTaken: () => setOpen(false),
  });
  if (overridden !== undefined)
    return (
      <button
        type="button"
        className="plainlink inline-block min-h-6 text-sm"
        disabled={busy}
        onClick={() => void act({ kind: "overrideWithdrawn", at, rule })}
      >
        withdraw the override
      </button>
    );
  return (
    <>
      <button type="button" className="plainlink inline-block min-h-6 text-sm" onClick={() => setOpen(true)}>
        override<span className="visually-hidden">: {reason}</span>
      </button>
      <Sheet open={open} title="Override with a reason" onClose={() => setOpen(false)}>
        <FormFrame form={form} className="grid gap-4">
          <p>{reason}</p>
          <label>
            Reason, kept in the record and printed
            <textarea
              className="field min-h-24"
              value={form.values.why ?? ""}
              maxLength={500}
              onChange={(e) => form.set("why", e.target.value)}
            />
          </label>
          <p role="status" className="text-stop">
            {form.errors.why || form.whole}
          </p>
          <KeyButton className="button" disabled={form.busy} pressedBy="save">
            Override
          </KeyButton>
        </FormFrame>
      </Sheet>
    </>
  );
}
