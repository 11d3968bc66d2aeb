"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { sendUntilTaken, withId } from "../job/send";

/** Composes the steps from the signed design and starts the run. */
export function StartRun({ jobId }: { jobId: string }) {
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
        Start the run
      </button>
      <p role="status" className="text-stop">
        {say}
      </p>
    </div>
  );
}
