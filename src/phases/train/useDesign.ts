"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { SendOutcome } from "../job/outcome";
import { sendUntilTaken, withId, type Asked } from "../job/send";

type Taken = Extract<SendOutcome, { ok: true }>;

/** Sends a design intent and looks again; says what was refused. */
export function useDesign(jobId: string) {
  const router = useRouter();
  const [say, setSay] = useState<{ readonly text: string; readonly bad: boolean }>();
  const [busy, setBusy] = useState(false);
  /** For a form: what was refused is said there. */
  const send = async (wish: Asked, waiting: (words: string) => void) => {
    const outcome = await sendUntilTaken(jobId, withId(wish), waiting);
    router.refresh();
    return outcome;
  };
  const act = async (wish: Asked, then?: (taken: Taken) => void) => {
    setBusy(true);
    const outcome = await send(wish, (text) => setSay({ text, bad: true }));
    setBusy(false);
    setSay(outcome.ok ? undefined : { text: outcome.error, bad: true });
    if (outcome.ok) then?.(outcome);
    return outcome.ok;
  };
  return { act, send, say, busy };
}
