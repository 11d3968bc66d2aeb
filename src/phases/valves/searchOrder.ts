import { proxy, wrap, type Remote } from "comlink";
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

interface Searcher {
  readonly worker: Worker;
  readonly work: Remote<RigWork>;
}
/** A searcher that is through: starting a worker takes a phone longer than most searches. */
let idle: Searcher | undefined;

function newSearcher(): Searcher {
  const worker = new Worker(new URL("../../workers/rig.ts", import.meta.url), { type: "module" });
  return { worker, work: wrap<RigWork>(worker) };
}

/**
 * Looks for the moves in a worker that has nothing else to do. `found` rejects where the worker fails;
 * `stop` ends a worker that still looks.
 */
export function searchOrder({ rig, state, wish, circumstances, progress }: Search): {
  readonly found: Promise<Ordered>;
  readonly stop: () => void;
} {
  const searcher = idle ?? newSearcher();
  idle = undefined;
  const { worker, work } = searcher;
  let isLooking = true;
  const broken = new Promise<never>((_, reject) => {
    worker.onerror = () => {
      worker.terminate();
      reject(new Error("the worker failed"));
    };
  });
  const order = work.order(rig, state, wish, circumstances, proxy(progress)).then((found) => {
    isLooking = false;
    idle ??= searcher;
    if (idle !== searcher) worker.terminate();
    return found;
  });
  return {
    found: Promise.race([order, broken]),
    stop: () => {
      if (isLooking) worker.terminate();
    },
  };
}
