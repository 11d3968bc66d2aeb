"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";

/** Keeps what the cutting of a job leaves, once it is cut. */
export function KeepOffcuts({ jobId, isKept }: { readonly jobId: string; readonly isKept: boolean }) {
  const router = useRouter();
  const [busy, setBusy] = useState(false);
  const [says, setSays] = useState("");
  const keep = async () => {
    setBusy(true);
    try {
      // A job's offcuts are kept once, however often this is sent.
      const answer = await fetch(`/api/jobs/${jobId}/offcuts`, { method: "POST" });
      if (answer.ok) router.refresh();
      else setSays(((await answer.json()) as { error: string }).error);
    } catch {
      setSays("No connection: press again when it is back");
    }
    setBusy(false);
  };
  if (isKept) return <p data-offcuts="kept">What was left is kept on the van, for the next job.</p>;
  return (
    <div className="flex flex-wrap items-center gap-4 print:hidden" data-offcuts="open">
      <button type="button" className="button quiet" disabled={busy} onClick={() => void keep()}>
        It is cut: keep what is left on the van
      </button>
      <span role="status" className="text-soft">
        {says}
      </span>
    </div>
  );
}
