"use client";
import { useState } from "react";
import { OverrideSheet } from "../job/OverrideSheet";
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
      <OverrideSheet
        open={open}
        title="Override with a reason"
        reason={reason}
        draft={`${jobId}.override.${at}.${rule}`}
        send={(why, waiting) => send({ kind: "verdictOverridden", at, rule, why }, waiting)}
        onClose={() => setOpen(false)}
      />
    </>
  );
}
