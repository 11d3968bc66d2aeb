"use client";
import { get, update } from "idb-keyval";
import { useCallback, useRef, useState, type RefObject } from "react";
import type { Intent } from "@/core/log";

/** What was done and not taken yet, in order. It survives a closed browser. */
export interface KeptQueue {
  readonly queue: readonly Intent[];
  /** The queue at this moment, for what runs beside the page. */
  readonly now: RefObject<readonly Intent[]>;
  readonly keep: (intent: Intent) => void;
  readonly drop: (id: string) => void;
  /** Takes up what an earlier page left; false where there was nothing. */
  readonly takeUp: () => Promise<boolean>;
}

const nothingKept = () => undefined;

/** The queue of one person at one job, kept under `key` on this phone. A browser that keeps nothing loses it with the page. */
export function useKeptQueue(key: string): KeptQueue {
  const [queue, setQueue] = useState<readonly Intent[]>([]);
  const now = useRef<readonly Intent[]>([]);
  const show = useCallback((next: readonly Intent[]) => {
    now.current = next;
    setQueue(next);
  }, []);
  // The kept queue is changed, never replaced: another tab may have put something there.
  const keep = useCallback(
    (intent: Intent) => {
      show([...now.current, intent]);
      void update<readonly Intent[]>(key, (kept = []) => [...kept, intent]).catch(nothingKept);
    },
    [key, show],
  );
  const drop = useCallback(
    (id: string) => {
      show(now.current.filter((i) => i.id !== id));
      void update<readonly Intent[]>(key, (kept = []) => kept.filter((i) => i.id !== id)).catch(nothingKept);
    },
    [key, show],
  );
  const takeUp = useCallback(async () => {
    const kept = await get<readonly Intent[]>(key).catch(nothingKept);
    if (!kept || kept.length === 0) return false;
    show([...kept.filter((k) => !now.current.some((q) => q.id === k.id)), ...now.current]);
    return true;
  }, [key, show]);
  return { queue, now, keep, drop, takeUp };
}
