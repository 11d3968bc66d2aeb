"use client";
import { useCallback, useEffect, useRef, useState } from "react";

const MINUTE = 60_000;
const TICK = 250;

/** The server's clock as a phone can know it. */
export interface ServerClock {
  /** The moment now, ms; read in effects and when something is pressed. */
  readonly at: () => number;
  /** Takes the server's word of what time it is. */
  readonly hear: (serverNow: number) => void;
  /** Another number each time the server was heard. */
  readonly heard: number;
}

/**
 * The server's clock as this phone can know it: the server's word plus the time that has passed since on a
 * clock nobody can set. The phone's own time of day is never used, so an hour wrong there changes nothing.
 */
export function useServerClock(serverNow: number): ServerClock {
  const offset = useRef<number | undefined>(undefined);
  const [heard, setHeard] = useState(0);
  const at = useCallback(
    () => (offset.current ?? serverNow - performance.now()) + performance.now(),
    [serverNow],
  );
  const hear = useCallback((said: number) => {
    offset.current = said - performance.now();
    setHeard((n) => n + 1);
  }, []);
  useEffect(() => {
    offset.current ??= serverNow - performance.now();
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
    return () => document.removeEventListener("visibilitychange", wake);
  }, [hear, serverNow]);
  return { at, hear, heard };
}

/**
 * A moment for what changes seldom: it moves with every full minute, at the moments given, and when the
 * server was heard. Everything that is derived from it is derived then, not at every tick of a countdown.
 */
export function useMoment(clock: ServerClock, serverNow: number, moments: readonly number[]): number {
  const [now, setNow] = useState(serverNow);
  const { at, heard } = clock;
  const next = moments
    .filter((m) => m > now)
    .reduce((a, b) => Math.min(a, b), (Math.floor(now / MINUTE) + 1) * MINUTE);
  useEffect(() => {
    let heardNow = heard > 0;
    const look = setInterval(() => {
      if (!heardNow && at() < next) return;
      heardNow = false;
      setNow(at());
    }, TICK);
    return () => clearInterval(look);
  }, [at, heard, next]);
  return now;
}

/** The moment, several times a second, for one countdown; `from` until the first tick. */
export function useTicking(at: () => number, from: number, on = true): number {
  const [now, setNow] = useState(from);
  useEffect(() => {
    if (!on) return;
    const tick = setInterval(() => setNow(at()), TICK);
    return () => clearInterval(tick);
  }, [at, on]);
  return Math.max(now, from);
}
