"use client";
import { useCallback, useEffect, useRef, useState } from "react";

/**
 * The server's clock as this phone can know it: the server's word plus the time that has passed since on a clock nobody can set.
 * The phone's own time of day is never used, so an hour wrong there changes nothing.
 */
export function useServerNow(serverNow: number): {
  readonly now: number;
  readonly at: () => number;
  readonly hear: (serverNow: number) => void;
} {
  const offset = useRef<number | undefined>(undefined);
  const [now, setNow] = useState(serverNow);
  const at = useCallback(
    () => (offset.current ?? serverNow - performance.now()) + performance.now(),
    [serverNow],
  );
  const hear = useCallback((heard: number) => {
    offset.current = heard - performance.now();
    setNow(heard);
  }, []);
  useEffect(() => {
    offset.current ??= serverNow - performance.now();
    const tick = setInterval(() => setNow(at()), 250);
    // A phone that slept may have stopped its clock: ask again.
    const wake = () => {
      if (document.visibilityState === "visible")
        void fetch("/api/time")
          .then(async (r) => {
            if (r.ok) hear(((await r.json()) as { now: number }).now);
          })
          .catch(() => undefined);
    };
    document.addEventListener("visibilitychange", wake);
    return () => {
      clearInterval(tick);
      document.removeEventListener("visibilitychange", wake);
    };
  }, [at, hear, serverNow]);
  return { now, at, hear };
}
