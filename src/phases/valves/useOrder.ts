"use client";
import { useEffect, useState } from "react";
import type { Circumstances, Rig, RigState, Wish } from "@/core/rig";
import type { Ordered } from "@/workers/rig";

export type Order =
  | Ordered
  /** Still looked for; `slow`: for so long that hands need not wait for it. */
  | { readonly is: "working"; readonly states: number; readonly slow: boolean }
  | { readonly is: "failed" }
  | { readonly is: "idle" };

/**
 * After this the page says that nothing is found yet, and handles may be turned without it (handbook 4,
 * Sequences); the search goes on.
 */
const PATIENCE_MS = 2000;

/** Fetches the search: a step that wants nothing of the rig does without it. */
export const fetchSearch = () => import("./searchOrder");

/**
 * The moves that lead from a state to what is wished for, found beside the page; begins anew when either
 * changes, so that a detour is planned from where one stands.
 */
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
        state.dosed,
        circumstances,
      ])
    : "";
  const [result, setResult] = useState<{ readonly key: string; readonly order: Order }>({
    key: "",
    order: { is: "idle" },
  });
  useEffect(() => {
    if (!wish) return;
    let live = true;
    let stop = () => {};
    const say = (order: Order) => {
      if (live) setResult({ key, order });
    };
    // Progress comes by a channel of its own, and may arrive after the answer: nothing is said after an end.
    const end = (order: Order) => {
      say(order);
      live = false;
    };
    const begun = performance.now();
    const progress = (states: number) =>
      say({ is: "working", states, slow: performance.now() - begun > PATIENCE_MS });
    fetchSearch()
      .then(({ searchOrder }) => {
        if (!live) return;
        const search = searchOrder({ rig, state, wish, circumstances, progress });
        stop = search.stop;
        return search.found.then(end);
      })
      .catch(() => end({ is: "failed" }));
    return () => {
      live = false;
      stop();
    };
    // What the state and wish say is in the key.
    // oxlint-disable-next-line react/exhaustive-deps
  }, [key]);
  return !wish
    ? { is: "idle" }
    : result.key === key
      ? result.order
      : { is: "working", states: 0, slow: false };
}
