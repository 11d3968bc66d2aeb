"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { sendUntilTaken, withId } from "../job/send";

/** Composes the steps and starts the run, or opens it again. */
export function StartRun({ jobId, label = "Start the run" }: { jobId: string; label?: string }) {
  const router = useRouter();
  const [say, setSay] = useState("");
  const [busy, setBusy] = useState(false);
  const start = async () => {
    setBusy(true);
    const outcome = await sendUntilTaken(jobId, withId({ kind: "runStarted" }), setSay);
    setBusy(false);
    setSay(outcome.ok ? "" : outcome.error);
    router.refresh();
  };
  return (
    <div className="mt-4 grid justify-items-start gap-2">
      <button type="button" className="button" disabled={busy} onClick={() => void start()}>
        {label}
      </button>
      <p role="status" className="text-stop">
        {say}
      </p>
    </div>
  );
}
