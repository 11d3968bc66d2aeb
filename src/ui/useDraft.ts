"use client";
import { useCallback, useReducer, useSyncExternalStore } from "react";

const listeners = new Set<() => void>();
const tell = () => {
  for (const l of listeners) l();
};
const subscribe = (l: () => void) => {
  listeners.add(l);
  window.addEventListener("storage", l);
  return () => {
    listeners.delete(l);
    window.removeEventListener("storage", l);
  };
};
const read = (key: string): string | null => {
  try {
    return window.localStorage.getItem(`brant.draft.${key}`);
  } catch {
    return null;
  }
};

/** Text that survives a reload, a closed tab and an ended session. `undefined` while nothing is typed. */
export function useDraft(
  key: string,
): readonly [draft: string | undefined, keep: (text: string) => void, drop: () => void] {
  const draft = useSyncExternalStore(
    subscribe,
    () => read(key),
    () => null,
  );
  // A page that has just come to life listens to the store a moment later: until then a field drawn without
  // this would take back what is typed into it.
  const [, drawAgain] = useReducer((times: number) => times + 1, 0);
  const keep = useCallback(
    (text: string) => {
      try {
        window.localStorage.setItem(`brant.draft.${key}`, text);
      } catch {
        /* a full store must not stop the typing */
      }
      drawAgain();
      tell();
    },
    [key],
  );
  const drop = useCallback(() => {
    try {
      window.localStorage.removeItem(`brant.draft.${key}`);
    } catch {
      /* nothing was kept */
    }
    drawAgain();
    tell();
  }, [key]);
  return [draft ?? undefined, keep, drop];
}
