"use client";
import { useEffect } from "react";
import { lockIdle } from "./actions";
import { idleFor, noteTouch } from "./touch";

/** A touch is noted so often at most, and idleness looked at so often, ms. */
const NOTE_MS = 5000;
const LOOK_MS = 10_000;
const touches = ["pointerdown", "keydown", "input", "wheel", "touchmove"] as const;

/** Locks this browser once nobody has touched it for so many minutes, also where it was closed meanwhile. Each stroke is a touch, so that it never locks while somebody types; without a line it stays open. */
export function IdleLock({ minutes }: { minutes: number }) {
  useEffect(() => {
    let noted = 0;
    const touched = () => {
      if (Date.now() - noted < NOTE_MS) return;
      noted = Date.now();
      noteTouch();
    };
    const look = async () => {
      if (idleFor() < minutes * 60_000) return;
      try {
        await lockIdle();
      } catch {
        // Without a line nobody could unlock it again.
        return;
      }
      const { pathname, search } = window.location;
      window.location.assign(`/unlock?next=${encodeURIComponent(pathname + search)}`);
    };
    void look().then(touched);
    const timer = setInterval(() => void look(), LOOK_MS);
    for (const name of touches) window.addEventListener(name, touched, { passive: true });
    return () => {
      clearInterval(timer);
      for (const name of touches) window.removeEventListener(name, touched);
    };
  }, [minutes]);
  return null;
}
