"use client";
import { useCallback, useEffect, useRef, useState } from "react";
import type { Intent } from "@/core/log";
import { sendIntent, type SendOutcome } from "../job/send";
import type { Entries } from "./useEntries";
import type { KeptQueue } from "./useKeptQueue";

export type Refused = Extract<SendOutcome, { ok: false }>;

/** The sending of a queue. */
export interface Sending {
  /** Why the queue waits, in words. */
  readonly waiting?: string;
  readonly refused?: Refused;
  readonly setRefused: (refused: Refused | undefined) => void;
  /** Sends what is queued, unless it is being sent already. */
  readonly work: () => Promise<void>;
  /** What the server said of an intent, once it has. */
  readonly answerTo: (id: string) => Promise<SendOutcome>;
}

/** Looks and sends every ten seconds, and when the page is seen again or a connection is back. */
function useWhenConnected(look: () => Promise<void>, work: () => Promise<void>) {
  useEffect(() => {
    const again = () => {
      if (document.visibilityState !== "visible") return;
      void look();
      void work();
    };
    const timer = setInterval(again, 10_000);
    document.addEventListener("visibilitychange", again);
    window.addEventListener("online", again);
    return () => {
      clearInterval(timer);
      document.removeEventListener("visibilitychange", again);
      window.removeEventListener("online", again);
    };
  }, [look, work]);
}

/** Sends a queue in order until the server has taken it, trying again whenever there is a connection. */
export function useSending(
  jobId: string,
  { now: queueNow, drop, takeUp }: KeptQueue,
  { now: jobNow, setSignedOut, take, look }: Entries,
  hear: (now: number) => void,
): Sending {
  const [waiting, setWaiting] = useState<string>();
  const [refused, setRefused] = useState<Refused>();
  const waiters = useRef(new Map<string, (o: SendOutcome) => void>());
  const working = useRef(false);
  // A page that was left sends nothing any more: whoever is signed in then may be somebody else.
  const left = useRef(false);

  /** What the server took or refused is heard, leaves the queue, and answers who waits for it. */
  const settle = useCallback(
    async (intent: Intent, outcome: SendOutcome) => {
      if (outcome.ok) {
        setSignedOut(false);
        if (outcome.now !== undefined) hear(outcome.now);
        if (outcome.entry && outcome.entry.seq === jobNow.current.seq + 1) take([outcome.entry]);
        else await look();
      } else {
        // Nobody waits beside its fields any more where it was shown as taken: the words stand on their own then.
        setRefused(waiters.current.has(intent.id) ? outcome : { ...outcome, fields: undefined });
        await look();
      }
      drop(intent.id);
      waiters.current.get(intent.id)?.(outcome);
      waiters.current.delete(intent.id);
    },
    [drop, hear, jobNow, look, setSignedOut, take],
  );

  const work = useCallback(async () => {
    if (working.current) return;
    working.current = true;
    for (let wait = 800; queueNow.current.length > 0 && !left.current;) {
      const intent = queueNow.current[0]!;
      const outcome = await sendIntent(jobId, intent);
      if (!outcome.ok && outcome.why === "unreachable") {
        setWaiting(outcome.error);
        await new Promise((r) => setTimeout(r, wait));
        wait = Math.min(wait * 1.5, 6000);
        continue;
      }
      if (!outcome.ok && outcome.why === "signedOut") {
        setSignedOut(true);
        setWaiting(outcome.error);
        break;
      }
      wait = 800;
      setWaiting(undefined);
      await settle(intent, outcome);
    }
    working.current = false;
  }, [jobId, queueNow, setSignedOut, settle]);

  useEffect(() => {
    left.current = false;
    void takeUp().then((found) => {
      if (found && !left.current) void work();
    });
    return () => {
      left.current = true;
    };
  }, [takeUp, work]);
  useWhenConnected(look, work);

  const answerTo = useCallback(
    (id: string) => new Promise<SendOutcome>((resolve) => waiters.current.set(id, resolve)),
    [],
  );
  return { waiting, refused, setRefused, work, answerTo };
}
