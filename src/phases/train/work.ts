"use client";
import type { UnitSystem } from "@/core/units";
import { proxy, wrap } from "comlink";
import { useEffect, useRef, useState } from "react";
import type { ProposeInput, Proposed, TrainInput, Turn } from "@/core/train";
import type { TrainWork } from "@/workers/train";

export type Work<T> =
  | { readonly is: "working"; readonly judged: number }
  | { readonly is: "stopped" }
  | { readonly is: "failed" }
  | { readonly is: "done"; readonly result: T };

/** Runs one computation of trains beside the page; another `key` begins anew, `stop` ends it at once. */
function useTrainWork<T>(
  key: string,
  begin: (work: ReturnType<typeof wrap<TrainWork>>, judged: (n: number) => void) => Promise<T>,
): readonly [Work<T>, () => void] {
  const [state, setState] = useState<{ readonly key: string; readonly work: Work<T> }>({
    key,
    work: { is: "working", judged: 0 },
  });
  const stop = useRef<() => void>(() => undefined);
  const latest = useRef(begin);
  useEffect(() => {
    latest.current = begin;
  });
  useEffect(() => {
    const worker = new Worker(new URL("../../workers/train.ts", import.meta.url), { type: "module" });
    let live = true;
    const say = (work: Work<T>) => {
      if (live) setState({ key, work });
    };
    // Progress comes by a channel of its own, and may arrive after the answer: nothing is said after an end.
    const end = (work: Work<T>) => {
      say(work);
      live = false;
    };
    worker.onerror = () => end({ is: "failed" });
    latest
      .current(wrap<TrainWork>(worker), (judged) => say({ is: "working", judged }))
      .then(
        (result) => end({ is: "done", result }),
        () => end({ is: "failed" }),
      );
    stop.current = () => {
      end({ is: "stopped" });
      worker.terminate();
    };
    return () => {
      live = false;
      worker.terminate();
    };
  }, [key]);
  return [state.key === key ? state.work : { is: "working", judged: 0 }, () => stop.current()];
}

/** Proposals found beside the page, with progress, to be stopped. */
export const useProposals = (key: string, input: ProposeInput): readonly [Work<Proposed>, () => void] =>
  useTrainWork(key, (work, judged) => work.propose(input, proxy(judged)));
/** Where verdicts turn as one answer changes, found beside the page. */
export const useTurns = (
  key: string,
  input: TrainInput,
  system: UnitSystem,
  most: number,
): readonly [Work<Turn[]>, () => void] => useTrainWork(key, (work) => work.turns(input, system, most));
