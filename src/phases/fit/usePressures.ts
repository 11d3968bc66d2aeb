"use client";
import { wrap, type Remote } from "comlink";
import { useEffect, useRef, useState } from "react";
import type { DrivenTrain } from "@/core/plumbing/pressure";
import type { PressureWork } from "@/workers/pressure";

export type Pressures = Awaited<ReturnType<PressureWork["pressures"]>>;

/** What is known of a train's pressures: how it does in each case, or that nobody can say. */
export type PressuresKnown = { readonly is: "working" | "failed" } | ({ readonly is: "found" } & Pressures);

/**
 * Computes pressures beside the page, anew when the train or its flows change; what is shown is never older
 * than the last answer.
 */
export function usePressures(
  train: DrivenTrain | undefined,
  peak: number | undefined,
  shower: number,
): PressuresKnown {
  const [known, setKnown] = useState<PressuresKnown>({ is: "working" });
  const work = useRef<{ readonly worker: Worker; readonly remote: Remote<PressureWork> }>(undefined);
  useEffect(() => () => work.current?.worker.terminate(), []);
  const key = train ? JSON.stringify([train, peak, shower]) : "";
  useEffect(() => {
    if (!train) return;
    let isLatest = true;
    if (!work.current) {
      const worker = new Worker(new URL("../../workers/pressure.ts", import.meta.url), { type: "module" });
      worker.onerror = () => setKnown({ is: "failed" });
      work.current = { worker, remote: wrap<PressureWork>(worker) };
    }
    work.current.remote
      .pressures(train, { peak, shower })
      .then((found) => {
        if (isLatest) setKnown({ is: "found", ...found });
      })
      .catch(() => {
        if (isLatest) setKnown({ is: "failed" });
      });
    return () => {
      isLatest = false;
    };
    // What it is asked for is in the key.
    // oxlint-disable-next-line react/exhaustive-deps
  }, [key]);
  return known;
}
