import { expose } from "comlink";
import { explain, type Explained } from "../core/rig/explain";
import { aimed, type Wish } from "../core/rig/goals";
import { whyNot, type NoWay } from "../core/rig/whyNot";
import { plan } from "../core/rig/plan";
import type { Circumstances, Rig, RigState } from "../core/rig/rig";

export type Ordered =
  | { readonly is: "found"; readonly cost: number; readonly moves: readonly Explained[] }
  | { readonly is: "none"; readonly refusal: NoWay }
  | { readonly is: "late"; readonly states: number };
/** After this a search is given up; the page says much sooner that nothing is found yet. */
const LONGEST_MS = 20_000;
/** So long it is asked why there is no order. */
const WHY_MS = 2000;

const work = {
  /**
   * The cheapest safe order of moves in words, or why there is none; says now and then how many states it
   * has looked at.
   */
  order: (
    rig: Rig,
    state: RigState,
    wish: Wish,
    circumstances: Circumstances,
    seen: (states: number) => void,
  ): Ordered => {
    const aim = aimed(rig, wish);
    const all = { ...circumstances, ...(aim.permit ? { permit: aim.permit } : {}) };
    const from = performance.now();
    const goOn = (states: number) => {
      seen(states);
      return performance.now() - from < LONGEST_MS;
    };
    const found = plan(rig, state, aim.goal, { circumstances: all, goOn });
    if (found.found) return { is: "found", cost: found.cost, moves: explain(rig, state, found.moves, all) };
    if (!found.impossible) return { is: "late", states: found.states };
    const until = performance.now() + WHY_MS;
    return { is: "none", refusal: whyNot(rig, state, aim, all, { goOn: () => performance.now() < until }) };
  },
};
export type RigWork = typeof work;

expose(work);
