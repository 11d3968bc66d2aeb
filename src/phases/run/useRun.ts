"use client";
import type { Actor, JobState } from "@/core/job";
import type { Entry, Intent } from "@/core/log";
import { get, set } from "idb-keyval";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";

import { applyEntry } from "@/core/log/state";
import { sendIntent, withId, type SendOutcome, type Asked } from "../job/send";

/** Intents whose entry says the same as they do, so that the phone can show them before the server has answered. */
const plain = new Set<Intent["kind"]>([
  "stepDone",
  "stepUndone",
  "stepSkipped",
  "clockStarted",
  "clockPaused",
  "clockRestarted",
  "soakKept",
  "cycleCounted",
  "handleTurned",
  "turnTakenBack",
  "fillHeard",
]);

/** The job as it will be once the queue has been taken. */
function withQueue(job: JobState, queue: readonly Intent[], by: Actor): JobState {
  return queue
    .filter((i) => plain.has(i.kind))
    .reduce((state, intent) => {
      const { kind, id, claimed, ...data } = intent;
      const at = claimed ?? state.lastAt ?? "1970-01-01T00:00:00.000Z";
      return {
        ...applyEntry(state, {
          v: 1,
          job: job.id,
          seq: state.seq,
          id,
          kind,
          at,
          received: at,
          by,
          data,
          previous: state.head,
          hash: state.head,
        } as unknown as Entry),
      };
    }, job);
}

export type Refused = Extract<SendOutcome, { ok: false }>;
export interface Run {
  readonly job: JobState;
  readonly queued: number;
  /** Why the queue waits, in words. */
  readonly waiting?: string;
  readonly signedOut: boolean;
  readonly refused?: Refused;
  readonly send: (wish: Asked) => Promise<SendOutcome>;
  readonly look: () => Promise<void>;
}

/**
 * A job's run on this phone. What is done goes into a queue that survives a closed browser and is sent in order until the server has taken it;
 * entries of other phones are fetched and merged by the one reducer.
 */
export function useRun(initial: JobState, by: Actor, at: () => number, hear: (now: number) => void): Run {
  const [job, setJob] = useState(initial);
  const [queue, setQueue] = useState<readonly Intent[]>([]);
  const [waiting, setWaiting] = useState<string>();
  const [signedOut, setSignedOut] = useState(false);
  const [refused, setRefused] = useState<Refused>();
  const jobRef = useRef(initial);
  const queueRef = useRef<readonly Intent[]>([]);
  const waiters = useRef(new Map<string, (o: SendOutcome) => void>());
  const working = useRef(false);
  const key = `brant.queue.${initial.id}`;

  const take = useCallback((entries: readonly Entry[]) => {
    const next = entries
      .filter((e) => e.seq > jobRef.current.seq)
      .sort((a, b) => a.seq - b.seq)
      .reduce((s, e) => (e.seq === s.seq + 1 ? applyEntry(s, e) : s), jobRef.current);
    if (next !== jobRef.current) {
      jobRef.current = next;
      setJob(next);
    }
  }, []);

  const look = useCallback(async () => {
    try {
      const response = await fetch(`/api/jobs/${initial.id}/entries?after=${jobRef.current.seq}`);
      if (response.status === 401) {
        setSignedOut(true);
        return;
      }
      if (!response.ok) return;
      const body = (await response.json()) as { now: number; entries: Entry[] };
      hear(body.now);
      take(body.entries);
    } catch {
      /* no connection: the next look tries again */
    }
  }, [hear, initial.id, take]);

  const keepQueue = useCallback(
    (next: readonly Intent[]) => {
      queueRef.current = next;
      setQueue(next);
      void set(key, next).catch(() => undefined);
    },
    [key],
  );

  const work = useCallback(async () => {
    if (working.current) return;
    working.current = true;
    for (let wait = 800; queueRef.current.length > 0;) {
      const intent = queueRef.current[0]!;
      const outcome = await sendIntent(initial.id, intent);
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
      if (outcome.ok) {
        setSignedOut(false);
        if (outcome.now !== undefined) hear(outcome.now);
        if (outcome.entry && outcome.entry.seq === jobRef.current.seq + 1) take([outcome.entry]);
        else await look();
      } else {
        setRefused(outcome);
        await look();
      }
      keepQueue(queueRef.current.filter((i) => i.id !== intent.id));
      waiters.current.get(intent.id)?.(outcome);
      waiters.current.delete(intent.id);
    }
    working.current = false;
  }, [hear, initial.id, keepQueue, look, take]);

  useEffect(() => {
    let gone = false;
    void get<readonly Intent[]>(key)
      .then((kept) => {
        if (gone || !kept || kept.length === 0) return;
        keepQueue([...kept.filter((k) => !queueRef.current.some((q) => q.id === k.id)), ...queueRef.current]);
        void work();
      })
      .catch(() => undefined);
    const again = () => {
      if (document.visibilityState === "visible") {
        void look();
        void work();
      }
    };
    const timer = setInterval(again, 10_000);
    document.addEventListener("visibilitychange", again);
    window.addEventListener("online", again);
    return () => {
      gone = true;
      clearInterval(timer);
      document.removeEventListener("visibilitychange", again);
      window.removeEventListener("online", again);
    };
  }, [key, keepQueue, look, work]);

  const send = useCallback(
    (wish: Asked) =>
      new Promise<SendOutcome>((resolve) => {
        setRefused(undefined);
        const intent = { ...withId(wish), claimed: new Date(at()).toISOString() };
        waiters.current.set(intent.id, resolve);
        keepQueue([...queueRef.current, intent]);
        void work();
      }),
    [at, keepQueue, work],
  );

  const shown = useMemo(() => withQueue(job, queue, by), [job, queue, by]);
  return {
    job: shown,
    queued: queue.length,
    signedOut,
    send,
    look,
    waiting: waiting || undefined,
    refused,
  };
}
