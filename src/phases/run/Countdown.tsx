"use client";
import { countdown } from "@/ui/time";
import { useTicking } from "./useServerNow";

/** What is left until a moment, running by itself. */
export function Countdown({ to, at, from }: { to: number; at: () => number; from: number }) {
  const now = useTicking(at, from);
  return <>{countdown(Math.max(0, to - now))}</>;
}
