"use client";
import dynamic from "next/dynamic";
import { useCallback, useEffect, useState } from "react";
import type { Standing } from "@/data/queries/bell";
import { clockTime, dayName } from "@/ui/clockTime";
import { heard, looked, silent, type Bell as BellState, type Rung } from "./rings";

// Loaded when it is opened: no page pays for what nobody reads.
const NewsSheet = dynamic(() => import("./NewsSheet"));

const ASK_MS = 60_000;

interface Answer {
  readonly now: number;
  readonly zone: string;
  readonly standings: readonly Standing[];
}

const keyOf = (person: string) => `brant.bell.${person}`;
function kept(person: string): BellState {
  try {
    return (JSON.parse(window.localStorage.getItem(keyOf(person)) ?? "null") as BellState | null) ?? silent;
  } catch {
    return silent;
  }
}
function keep(person: string, bell: BellState): void {
  try {
    window.localStorage.setItem(keyOf(person), JSON.stringify(bell));
  } catch {
    /* a full store must not stop the page: it is said again */
  }
}

const mayNotify = () => typeof Notification !== "undefined" && Notification.permission === "granted";

/** Shows what is new outside the page, where the person allowed that. */
function notify(fresh: readonly Rung[]): void {
  if (!mayNotify()) return;
  for (const r of fresh.slice(0, 3)) new Notification(r.jobName, { body: r.says, tag: r.id });
}

/** What the bell of a person has said on this device, asked for each minute while the page is seen. */
function useBell(person: string) {
  const [bell, setBell] = useState(() => kept(person));
  const [at, setAt] = useState({ now: 0, zone: "UTC" });
  const set = useCallback(
    (next: BellState) => {
      keep(person, next);
      setBell(next);
    },
    [person],
  );
  useEffect(() => {
    const ask = async () => {
      if (document.visibilityState !== "visible" && !mayNotify()) return;
      try {
        const response = await fetch("/api/bell");
        if (!response.ok) return;
        const { now, zone, standings } = (await response.json()) as Answer;
        // Another tab may have heard it meanwhile.
        const had = kept(person);
        const next = heard(
          had,
          standings,
          now,
          (from, to) => `${dayName(from, zone)} ${clockTime(from, zone)}–${clockTime(to, zone)}`,
        );
        notify(next.rung.filter((r) => !had.rung.some((h) => h.id === r.id)));
        setAt({ now, zone });
        set(next);
      } catch {
        /* without a line nothing is heard: it is asked again */
      }
    };
    void ask();
    const timer = setInterval(() => void ask(), ASK_MS);
    return () => clearInterval(timer);
  }, [person, set]);
  return { bell, at, look: () => set(looked(kept(person))) };
}

/** What a person should hear of: clocks that have run, Stops, visits that are new, moved or gone. */
export function Bell({ person }: { person: string }) {
  const { bell, at, look } = useBell(person);
  const [open, setOpen] = useState(false);
  const fresh = bell.rung.filter((r) => !r.seen).length;
  const close = () => {
    look();
    setOpen(false);
  };
  return (
    <>
      <button
        type="button"
        className="inline-flex min-h-10 items-center gap-1 text-sm text-soft"
        data-bell
        onClick={() => setOpen(true)}
      >
        News{" "}
        <span className={`num ${fresh > 0 ? "text-ink" : ""}`}>
          {fresh}
          <span className="visually-hidden"> new</span>
        </span>
      </button>
      {open ? <NewsSheet bell={bell} at={at} onClose={close} /> : null}
    </>
  );
}
