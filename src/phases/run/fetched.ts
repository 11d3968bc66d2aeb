"use client";
import { useEffect, useSyncExternalStore } from "react";
import { atRest } from "@/ui/later/atRest";
import { untilFetched } from "@/ui/later/untilFetched";

/** A part of the computation that a page is shown without, and that follows it. */
export interface Fetched<T> {
  /** Fetches it, once. */
  readonly get: () => Promise<T>;
  /** It, if it is here. */
  readonly here: () => T | undefined;
  readonly subscribe: (hear: () => void) => () => void;
}

/** Names a part that is fetched when it is first wanted. */
export function fetched<T>(fetchIt: () => Promise<T>): Fetched<T> {
  let part: T | undefined;
  let coming: Promise<T> | undefined;
  const waiting = new Set<() => void>();
  const come = (whole: T) => {
    part = whole;
    for (const hear of waiting) hear();
    return whole;
  };
  return {
    get: () => (coming ??= untilFetched(fetchIt).then(come)),
    here: () => part,
    subscribe: (hear) => {
      waiting.add(hear);
      return () => void waiting.delete(hear);
    },
  };
}

/** A part as soon as it is here; fetched only where it is wanted. */
export function useFetched<T>(part: Fetched<T>, wanted = true): T | undefined {
  useEffect(() => {
    if (wanted) void atRest().then(part.get);
  }, [part, wanted]);
  return useSyncExternalStore(part.subscribe, part.here, () => undefined);
}
