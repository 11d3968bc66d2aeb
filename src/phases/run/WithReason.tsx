"use client";
import dynamic from "next/dynamic";
import { useState } from "react";
import type { FormOutcome } from "@/ui/useForm";
import { untilFetched } from "@/ui/later/untilFetched";

// Most steps are done without a reason: its form follows the page.
const ReasonForm = dynamic(() => untilFetched(() => import("./ReasonForm")).then((m) => m.ReasonForm), {
  loading: () => <p className="text-soft">This part is on its way…</p>,
});

/** Something that takes a written reason: the button that asks for it. */
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
  if (!open)
    return (
      <button type="button" className={look} onClick={() => setOpen(true)}>
        {label}
      </button>
    );
  return (
    <ReasonForm
      label={label}
      ask={ask}
      send={send}
      draft={`${jobId}.${draftKey}`}
      most={most}
      close={() => setOpen(false)}
    />
  );
}
