import { proxy, wrap } from "comlink";
import type { Circumstances, Rig, RigState, Wish } from "@/core/rig";
import type { Ordered, RigWork } from "@/workers/rig";

/** What is looked for: the moves from a state of a rig to what is wished for. */
export interface Search {
  readonly rig: Rig;
  readonly state: RigState;
  readonly wish: Wish;
  readonly circumstances: Circumstances;
  /** Told how many states have been looked at. */
  readonly progress: (states: number) => void;
}

/** Looks for the moves in a worker of its own. `found` rejects where the worker fails; `stop` ends the worker. */
export function searchOrder({ rig, state, wish, circumstances, progress }: Search): {
  readonly found: Promise<Ordered>;
  readonly stop: () => void;
} {
  const worker = new Worker(new URL("../../workers/rig.ts", import.meta.url), { type: "module" });
  const broken = new Promise<never>((_, reject) => {
    worker.onerror = () => reject(new Error("the worker failed"));
  });
  const order = wrap<RigWork>(worker).order(rig, state, wish, circumstances, proxy(progress));
  return { found: Promise.race([order, broken]), stop: () => worker.terminate() };
}
