"use client";
import { proxy, wrap } from "comlink";
import { useEffect, useRef, useState } from "react";
import type { WallUnit } from "@/core/fit/standing";
import type { Wall } from "@/core/fit/wall";
import type { FitWork, Found } from "@/workers/fit";

export type Placing =
  | { readonly is: "idle" | "failed" }
  | { readonly is: "working"; readonly tried: number }
  | { readonly is: "done"; readonly found: Found; readonly isLonger: boolean };

/** Looks for the best places beside the page, when it is asked to; it can be stopped. */
export function usePlacing(wall: Wall, units: readonly WallUnit[]) {
  const [state, setState] = useState<Placing>({ is: "idle" });
  const worker = useRef<Worker>(undefined);
  const stop = () => {
    worker.current?.terminate();
    worker.current = undefined;
    setState({ is: "idle" });
  };
  useEffect(() => () => worker.current?.terminate(), []);
  const begin = async (isLonger = false): Promise<Found | undefined> => {
    worker.current?.terminate();
    const mine = new Worker(new URL("../../workers/fit.ts", import.meta.url), { type: "module" });
    worker.current = mine;
    setState({ is: "working", tried: 0 });
    const failed = new Promise<undefined>((end) => {
      mine.onerror = () => end(undefined);
    });
    const said = (tried: number) => {
      if (worker.current === mine) setState({ is: "working", tried });
    };
    const found = await Promise.race([wrap<FitWork>(mine).place(wall, units, proxy(said), isLonger), failed]);
    mine.terminate();
    if (worker.current !== mine) return undefined;
    worker.current = undefined;
    setState(found ? { is: "done", found, isLonger } : { is: "failed" });
    return found;
  };
  return { state, begin, stop };
}
