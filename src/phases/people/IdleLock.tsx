"use client";
import { useEffect } from "react";
import { lockIdle } from "./signing";
import { idleFor, noteTouch } from "./touch";

/** A touch is noted so often at most, and idleness looked at so often, ms. */
const NOTE_MS = 5000;
const LOOK_MS = 10_000;
const touches = ["pointerdown", "keydown", "input", "wheel", "touchmove"] as const;

/**
 * Locks this browser once nobody has touched it for so many minutes, also where it was closed meanwhile.
 * Each stroke is a touch, so that it never locks while somebody types; without a line it stays open.
 */
export function IdleLock({ minutes }: { minutes: number }) {
  useEffect(() => {
    let noted = 0;
    /** Locks what was idle for too long; false where it stays open. */
    const look = async (): Promise<boolean> => {
      if (idleFor() < minutes * 60_000) return false;
      try {
        await lockIdle();
      } catch {
        // Without a line nobody could unlock it again.
        return false;
      }
      const { pathname, search } = window.location;
      window.location.assign(`/unlock?next=${encodeURIComponent(pathname + search)}`);
      return true;
    };
    const touched = async () => {
      if (Date.now() - noted < NOTE_MS) return;
      noted = Date.now();
      // A phone that slept has looked at no clock: the touch that wakes it does not keep it open.
      if (!(await look())) noteTouch();
    };
    void touched();
    const wakes = () => void touched();
    const timer = setInterval(() => void look(), LOOK_MS);
    for (const name of touches) window.addEventListener(name, wakes, { passive: true });
    return () => {
      clearInterval(timer);
      for (const name of touches) window.removeEventListener(name, wakes);
    };
  }, [minutes]);
  return null;
}
