"use client";
import { useCallback, useEffect, useRef, useState, useSyncExternalStore, type RefObject } from "react";
import type { JobState } from "@/core/job";
import { isInShort } from "@/core/job/inShort";
import type { Entry } from "@/core/log";
import { atRest } from "@/ui/later/atRest";
import { untilFetched } from "@/ui/later/untilFetched";
import { applierOf } from "./decided";
import type { RunTexts, WholeRun } from "./texts";

/** A job as the server has it, as far as this phone has heard. */
export interface Entries {
  readonly job: JobState;
  /** All of the job is here, not only what its page began with. */
  readonly isWhole: boolean;
  /** The texts that came with the whole job. */
  readonly texts?: RunTexts;
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
 * The job as a store beside React's own state: what the phone keeps is one too, and a queue that is emptied
 * may never be seen before the entries that came of it.
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

/**
 * Fetches the whole of a job whose page began with it in short: at once when it is asked for, else when the
 * page rests.
 */
function useWhole(
  initial: JobState,
  setSignedOut: (out: boolean) => void,
  heard: (whole: WholeRun) => void,
): () => Promise<void> {
  const coming = useRef<Promise<void>>(undefined);
  const fetchWhole = useCallback(
    () =>
      (coming.current ??= isInShort(initial)
        ? untilFetched(async () => {
            const response = await fetch(`/api/jobs/${initial.id}/whole`);
            setSignedOut(response.status === 401);
            if (!response.ok) throw new Error(`${response.status}`);
            heard((await response.json()) as WholeRun);
          })
        : Promise.resolve()),
    // What the page began with stays what it began with.
    // oxlint-disable-next-line react/exhaustive-deps
    [],
  );
  useEffect(() => void atRest().then(fetchWhole), [fetchWhole]);
  return fetchWhole;
}

/** Keeps a job up to date with the entries of every phone, through the one reducer. */
export function useEntries(initial: JobState, hear: (now: number) => void): Entries {
  const [store] = useState(() => makeStore(initial));
  const job = useSyncExternalStore(store.subscribe, store.get, store.get);
  const [signedOut, setSignedOut] = useState(false);
  const now = useRef(initial);
  const [whole, setWhole] = useState<RunTexts>();
  const isWhole = whole !== undefined || !isInShort(initial);
  const fetchWhole = useWhole(initial, setSignedOut, (come) => {
    now.current = come.job;
    store.set(come.job);
    setWhole(come.texts);
  });

  const take = useCallback(
    async (entries: readonly Entry[]) => {
      if (entries.length === 0) return;
      const [applyEntry] = await Promise.all([applierOf(entries), fetchWhole()]);
      const next = entries
        .filter((e) => e.seq > now.current.seq)
        .sort((a, b) => a.seq - b.seq)
        .reduce((s, e) => (e.seq === s.seq + 1 ? applyEntry(s, e) : s), now.current);
      if (next === now.current) return;
      now.current = next;
      store.set(next);
    },
    [fetchWhole, store],
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

  return { job, isWhole, texts: whole, now, signedOut, setSignedOut, take, look };
}
