"use client";
import { proxy, wrap } from "comlink";
import { useEffect, useState } from "react";
import type { Circumstances, Rig, RigState, Wish } from "@/core/rig";
import type { Ordered, RigWork } from "@/workers/rig";

export type Order =
  | Ordered
  | { readonly is: "working"; readonly states: number }
  | { readonly is: "failed" }
  | { readonly is: "idle" };

/** The moves that lead from a state to what is wished for, found beside the page; begins anew when either changes, so that a detour is planned from where one stands. */
export function useOrder(
  rig: Rig,
  state: RigState,
  wish: Wish | undefined,
  circumstances: Circumstances = {},
): Order {
  const key = wish
    ? JSON.stringify([
        wish,
        state.positions,
        state.pressured,
        state.wet,
        state.stages,
        state.unproven,
        circumstances,
      ])
    : "";
  const [result, setResult] = useState<{ readonly key: string; readonly order: Order }>({
    key: "",
    order: { is: "idle" },
  });
  useEffect(() => {
    if (!wish) return;
    const worker = new Worker(new URL("../../workers/rig.ts", import.meta.url), { type: "module" });
    let live = true;
    const say = (order: Order) => {
      if (live) setResult({ key, order });
    };
    worker.onerror = () => say({ is: "failed" });
    wrap<RigWork>(worker)
      .order(
        rig,
        state,
        wish,
        circumstances,
        proxy((states: number) => say({ is: "working", states })),
      )
      .then(say, () => say({ is: "failed" }));
    return () => {
      live = false;
      worker.terminate();
    };
    // What the state and wish say is in the key.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key]);
  return !wish ? { is: "idle" } : result.key === key ? result.order : { is: "working", states: 0 };
}
