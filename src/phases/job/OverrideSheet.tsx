"use client";
import { FormFrame } from "@/ui/FormFrame";
import { KeyButton } from "@/ui/Pressed";
import { Sheet } from "@/ui/Sheet";
import { useForm, type FormOutcome } from "@/ui/useForm";

/** Asks why a verdict is set aside; the reason is kept as a draft until it was taken. */
export function OverrideSheet({
  open,
  title,
  reason,
  draft,
  send,
  onClose,
}: {
  open: boolean;
  title: string;
  /** What the verdict says. */
  reason: string;
  draft: string;
  send: (why: string, waiting: (words: string) => void) => Promise<FormOutcome>;
  onClose: () => void;
}) {
  const form = useForm({
    draft,
    send: ({ why = "" }, waiting) => send(why, waiting),
    onTaken: onClose,
  });
  return (
    <Sheet open={open} title={title} onClose={onClose}>
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
  );
}
