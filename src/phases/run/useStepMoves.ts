"use client";
import { useEffect, useState } from "react";
import type { JobState } from "@/core/job";
import { circumstancesOf, waterOffAt, wishOf, type RunRig } from "@/core/job/runRig";
import type { Rig, RigState } from "@/core/rig";
import type { Step } from "@/core/run/step";
import { inSentence } from "@/core/words";
import { useOrder, type Order } from "../valves/useOrder";
import type { Run } from "./useRun";

const noRig: Rig = { nodes: [], edges: [], handles: [], units: [], source: "unknown" };
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
function useSettled(): boolean {
  const [settled, setSettled] = useState(false);
  useEffect(() => {
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
  /** Its buttons wait: the order is looked for, or the step has only just appeared. */
  readonly looking: boolean;
  /** Marks every listed move as turned, as if each had been pressed. */
  readonly markListed: () => void;
  /** The words of a button that marks them too. */
  readonly withListed: (words: string) => string;
}

/** Looks for the moves that a step wants, from where the rig stands; `over`: the step is finished, nothing is wanted any more. */
export function useStepMoves(job: JobState, step: Step, now: number, run: Run, over: boolean): StepMovesOf {
  const wish = over ? undefined : wishOf(job.rig, step);
  const rig = wish ? job.rig : undefined;
  const order = useOrder(
    rig?.rig ?? noRig,
    rig?.state ?? noState,
    wish,
    circumstancesOf(job.rig, step, waterOffAt(job.waterOffs, now)),
  );
  const listed = order.is === "found" ? order.moves : [];
  const settled = useSettled();
  return {
    rig,
    order,
    // While the order is looked for, what was turned would be left unmarked.
    looking: order.is === "working" || !settled,
    markListed: () => {
      for (const m of listed) {
        void run.send({ kind: "handleTurned", handle: m.move.handle, to: m.move.to, step: step.id });
        if (m.after.filling.length > 0) void run.send({ kind: "fillHeard", step: step.id });
      }
    },
    withListed: (words) => {
      if (listed.length === 0) return words;
      return step.kind === "turn" ? "All turned as listed" : `All turned; ${inSentence(words)}`;
    },
  };
}
