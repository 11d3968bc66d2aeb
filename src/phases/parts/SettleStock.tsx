"use client";
import { useRouter } from "next/navigation";
import { useRef, useState } from "react";
import { ulid } from "ulid";

/** Takes what the list asks for out of stock, and gives back what it asks for no more. */
export function SettleStock({ jobId }: { readonly jobId: string }) {
  const router = useRouter();
  const press = useRef<string>(undefined);
  const [busy, setBusy] = useState(false);
  const [says, setSays] = useState("");
  const settle = async () => {
    setBusy(true);
    // The same press again, until the server has answered it.
    press.current ??= ulid();
    try {
      const answer = await fetch(`/api/jobs/${jobId}/stock`, {
        method: "POST",
        body: JSON.stringify({ id: press.current }),
      });
      if (answer.ok) {
        press.current = undefined;
        setSays("Stock is as the list asks");
        router.refresh();
      } else setSays(((await answer.json()) as { error: string }).error);
    } catch {
      setSays("No connection: press again when it is back");
    }
    setBusy(false);
  };
  return (
    <div className="flex flex-wrap items-center gap-4 print:hidden">
      <button type="button" className="button quiet" disabled={busy} onClick={() => void settle()}>
        Take what is in stock for this job
      </button>
      <span role="status" className="text-soft">
        {says}
      </span>
    </div>
  );
}
