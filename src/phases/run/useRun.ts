"use client";
import { get, update } from "idb-keyval";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { Actor, JobState } from "@/core/job";
import type { Entry, Intent } from "@/core/log";
import { decideIntent, type Decision } from "@/core/log/decide";
import { applyEntry, logKindOf } from "@/core/log/state";
import type { UnitSystem } from "@/core/units";
import { sendIntent, withId, type Asked, type SendOutcome } from "../job/send";

/** A phone knows no catalogue: what needs the office waits for the server. */
const noOffice = (): never => {
  throw new Error("only the office can decide this");
};

/** When an intent happened, ISO 8601: by its own word, else no earlier than what the job has last. */
const whenOf = (intent: Intent, job: JobState): string =>
  intent.claimed ?? job.lastAt ?? "1970-01-01T00:00:00.000Z";

/** What a kind that a phone decides becomes on this job; undefined where the server has to say. */
function decidedHere(job: JobState, intent: Intent, system: UnitSystem): Decision | undefined {
  if (!logKindOf(intent.kind).onPhone) return undefined;
  const now = Date.parse(whenOf(intent, job));
  return decideIntent(job, intent, { now, system, office: noOffice });
}

/** The job as it will be once the queue has been taken. What is refused here is left out: the server has the last word. */
function withQueue(job: JobState, queue: readonly Intent[], by: Actor, system: UnitSystem): JobState {
  return queue.reduce((state, intent) => {
    const decided = decidedHere(state, intent, system);
    if (!decided?.ok) return state;
    const at = whenOf(intent, state);
    return applyEntry(state, {
      v: 1,
      job: job.id,
      seq: state.seq,
      id: intent.id,
      at,
      received: at,
      by,
      previous: state.head,
      hash: state.head,
      ...decided.entry,
    } as Entry);
  }, job);
}

export type Refused = Extract<SendOutcome, { ok: false }>;
export type Sent = { readonly ok: true } | Refused;
export interface Run {
  readonly job: JobState;
  readonly queued: number;
  /** Why the queue waits, in words. */
  readonly waiting?: string;
  readonly signedOut: boolean;
  readonly refused?: Refused;
  /** Puts it into the queue. What the phone decides by itself is answered at once, the rest when the server has. */
  readonly send: (wish: Asked) => Promise<Sent>;
  readonly look: () => Promise<void>;
}

/**
 * A job's run on this phone. What is done goes into a queue that survives a closed browser and is sent in order until the server has taken it;
 * entries of other phones are fetched and merged by the one reducer.
 */
export function useRun(
  initial: JobState,
  by: Actor,
  system: UnitSystem,
  at: () => number,
  hear: (now: number) => void,
): Run {
  const [job, setJob] = useState(initial);
  const [queue, setQueue] = useState<readonly Intent[]>([]);
  const [waiting, setWaiting] = useState<string>();
  const [signedOut, setSignedOut] = useState(false);
  const [refused, setRefused] = useState<Refused>();
  const jobRef = useRef(initial);
  const queueRef = useRef<readonly Intent[]>([]);
  const waiters = useRef(new Map<string, (o: SendOutcome) => void>());
  const working = useRef(false);
  // A page that was left sends nothing any more: whoever is signed in then may be somebody else.
  const left = useRef(false);
  const key = `brant.queue.${by.id}.${initial.id}`;

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

  const show = useCallback((next: readonly Intent[]) => {
    queueRef.current = next;
    setQueue(next);
  }, []);
  // The kept queue is changed, never replaced: another tab may have put something there.
  const keep = useCallback(
    (intent: Intent) => {
      show([...queueRef.current, intent]);
      void update<readonly Intent[]>(key, (kept = []) => [...kept, intent]).catch(() => undefined);
    },
    [key, show],
  );
  const drop = useCallback(
    (id: string) => {
      show(queueRef.current.filter((i) => i.id !== id));
      void update<readonly Intent[]>(key, (kept = []) => kept.filter((i) => i.id !== id)).catch(
        () => undefined,
      );
    },
    [key, show],
  );

  const work = useCallback(async () => {
    if (working.current) return;
    working.current = true;
    for (let wait = 800; queueRef.current.length > 0 && !left.current;) {
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
        // Nobody waits beside its fields any more where it was shown as taken: the words stand on their own then.
        setRefused(waiters.current.has(intent.id) ? outcome : { ...outcome, fields: undefined });
        await look();
      }
      drop(intent.id);
      waiters.current.get(intent.id)?.(outcome);
      waiters.current.delete(intent.id);
    }
    working.current = false;
  }, [drop, hear, initial.id, look, take]);

  useEffect(() => {
    let gone = false;
    left.current = false;
    void get<readonly Intent[]>(key)
      .then((kept) => {
        if (gone || !kept || kept.length === 0) return;
        show([...kept.filter((k) => !queueRef.current.some((q) => q.id === k.id)), ...queueRef.current]);
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
      left.current = true;
      clearInterval(timer);
      document.removeEventListener("visibilitychange", again);
      window.removeEventListener("online", again);
    };
  }, [key, look, show, work]);

  const send = useCallback(
    async (wish: Asked): Promise<Sent> => {
      setRefused(undefined);
      const intent: Intent = { ...withId(wish), claimed: new Date(at()).toISOString() };
      const here = () => decidedHere(withQueue(jobRef.current, queueRef.current, by, system), intent, system);
      let decided = here();
      if (decided?.ok === false) {
        // Somebody else may have gone on meanwhile: it is refused on the newest state only.
        await look();
        decided = here();
      }
      if (decided?.ok === false) {
        const outcome: Refused = { ...decided, why: "refused" };
        setRefused(outcome);
        return outcome;
      }
      keep(intent);
      if (decided) {
        void work();
        return { ok: true };
      }
      return new Promise((resolve) => {
        waiters.current.set(intent.id, resolve);
        void work();
      });
    },
    [at, by, keep, look, system, work],
  );

  const shown = useMemo(() => withQueue(job, queue, by, system), [job, queue, by, system]);
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
