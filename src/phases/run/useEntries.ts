"use client";
import { useCallback, useRef, useState, useSyncExternalStore, type RefObject } from "react";
import type { JobState } from "@/core/job";
import type { Entry } from "@/core/log";
import { deciding } from "./fetched";

/** A job as the server has it, as far as this phone has heard. */
export interface Entries {
  readonly job: JobState;
  /** The job at this moment, for what runs beside the page. */
  readonly now: RefObject<JobState>;
  readonly signedOut: boolean;
  readonly setSignedOut: (out: boolean) => void;
  /** Applies the entries that follow; what is known already, or comes after a gap, is left out. */
  readonly take: (entries: readonly Entry[]) => Promise<void>;
  /** Fetches what others wrote meanwhile. Without a connection nothing changes: the next look tries again. */
  readonly look: () => Promise<void>;
}

/**
 * The job as a store beside React's own state: what the phone keeps is one too, and a queue that is emptied may never be seen before the entries that came of
 * it.
 */
function makeStore(initial: JobState) {
  let job = initial;
  const heard = new Set<() => void>();
  return {
    get: () => job,
    set: (next: JobState) => {
      job = next;
      for (const hear of heard) hear();
    },
    subscribe: (hear: () => void) => {
      heard.add(hear);
      return () => void heard.delete(hear);
    },
  };
}

/** Keeps a job up to date with the entries of every phone, through the one reducer. */
export function useEntries(initial: JobState, hear: (now: number) => void): Entries {
  const [store] = useState(() => makeStore(initial));
  const job = useSyncExternalStore(store.subscribe, store.get, store.get);
  const [signedOut, setSignedOut] = useState(false);
  const now = useRef(initial);

  const take = useCallback(
    async (entries: readonly Entry[]) => {
      if (entries.length === 0) return;
      const { applyEntry } = await deciding.get();
      const next = entries
        .filter((e) => e.seq > now.current.seq)
        .sort((a, b) => a.seq - b.seq)
        .reduce((s, e) => (e.seq === s.seq + 1 ? applyEntry(s, e) : s), now.current);
      if (next === now.current) return;
      now.current = next;
      store.set(next);
    },
    [store],
  );

  const look = useCallback(async () => {
    try {
      const response = await fetch(`/api/jobs/${initial.id}/entries?after=${now.current.seq}`);
      if (response.status === 401) {
        setSignedOut(true);
        return;
      }
      if (!response.ok) return;
      setSignedOut(false);
      const body = (await response.json()) as { now: number; entries: Entry[] };
      hear(body.now);
      await take(body.entries);
    } catch {
      /* no connection: the next look tries again */
    }
  }, [hear, initial.id, take]);

  return { job, now, signedOut, setSignedOut, take, look };
}
