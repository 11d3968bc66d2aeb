"use client";
import { useEffect, useState } from "react";
import type { JobState } from "@/core/job";
import type { RunRig } from "@/core/job/runRig";
import type { RigState } from "@/core/rig";
import { noRig } from "@/core/rig/rig";
import { clockOf, type Step } from "@/core/run/step";
import { inSentence } from "@/core/words";
import { useOrder, type Order } from "../valves/useOrder";
import { crewParts } from "./decided";
import { useFetched } from "./fetched";
import type { Run } from "./run";

const noState: RigState = {
  positions: {},
  pressured: [],
  wet: [],
  filling: [],
  stages: {},
  unproven: [],
  purged: false,
};

/** How long a step's buttons wait after it appeared: the second of two quick taps was meant for the step before it. */
const SETTLING = 400;
let isFirst = true;
function useSettled(): boolean {
  // No step stood before the first one; on the server each is the first.
  const [settled, setSettled] = useState(typeof window === "undefined" || isFirst);
  useEffect(() => {
    isFirst = false;
    const timer = setTimeout(() => setSettled(true), SETTLING);
    return () => clearTimeout(timer);
  }, []);
  return settled;
}

/** The moves of a step: what its buttons have to know of them. */
export interface StepMovesOf {
  /** The rig, where the step wants something of it. */
  readonly rig?: RunRig;
  readonly order: Order;
  /**
   * Its buttons wait: the order is looked for, or the step has only just appeared. What is turned without
   * it is marked on the valves.
   */
  readonly looking: boolean;
  /** Something fills before the step is over, or is filling: it is heard by a person first (handbook 10, ruling 31). */
  readonly mustListen: boolean;
  /**
   * The rig is not where the step wants it, and the step's own button would not bring it there: the title
   * of what it wants.
   */
  readonly lacks?: string;
  /** Marks the listed moves as turned, as if each had been pressed, up to the first after which something fills. */
  readonly markListed: () => void;
  /** The words of a button that marks them too. */
  readonly withListed: (words: string) => string;
}

/** Is what the rig lacks said, rather than looked for or turned by the step's own button. */
function lacking({ order, timed, filling }: { order: Order; timed: boolean; filling: boolean }): boolean {
  if (filling) return false;
  if (order.is === "working") return order.slow;
  // A clock that has run does not turn what is listed: it began with everything turned.
  return timed || order.is !== "found" || order.moves.length === 0;
}

/**
 * Looks for the moves that a step wants, from where the rig stands; `over`: the step is finished, nothing
 * is wanted any more.
 */
export function useStepMoves(job: JobState, step: Step, now: number, run: Run, over: boolean): StepMovesOf {
  const wanted = !over && step.goal !== undefined && job.rig !== undefined;
  // What is read is decided without the rest, which can follow later.
  const known = useFetched(crewParts, wanted || step.read === undefined);
  const wish = wanted ? known?.wishOf(job.rig, step) : undefined;
  const rig = wish ? job.rig : undefined;
  const order = useOrder(
    rig?.rig ?? noRig,
    rig?.state ?? noState,
    wish,
    known?.circumstancesOf(job.rig, step, known.waterOffAt(job.waterOffs, now)),
  );
  const found = order.is === "found" ? order.moves : [];
  const fills = found.findIndex((m) => m.after.filling.length > 0);
  const listed = fills === -1 ? found : found.slice(0, fills + 1);
  const filling = (rig?.state.filling.length ?? 0) > 0;
  const mustListen = fills !== -1 || filling;
  const settled = useSettled();
  return {
    rig,
    order,
    // While the order is looked for, what was turned would be left unmarked.
    looking: order.is === "working" || !settled || run.behind || (wanted && known === undefined),
    mustListen,
    lacks: lacking({ order, timed: clockOf(step) !== undefined, filling })
      ? known?.rigLacks(rig, step)
      : undefined,
    markListed: () => {
      for (const m of listed)
        void run.send({ kind: "handleTurned", handle: m.move.handle, to: m.move.to, step: step.id });
    },
    withListed: (words) => {
      if (fills !== -1) return "All turned; now listen";
      if (listed.length === 0) return words;
      return step.kind === "turn" ? "All turned as listed" : `All turned; ${inSentence(words)}`;
    },
  };
}
