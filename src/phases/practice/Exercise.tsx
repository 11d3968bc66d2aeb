"use client";

import Link from "@/ui/Link";
import { useMemo, useState } from "react";
import {
  aimed,
  heardFull,
  judgeOf,
  sayMove,
  tried,
  whatHappened,
  type Exercise as Task,
  type Move,
  type RigState,
  type Tried,
} from "@/core/rig";
import type { Drawing } from "../valves/drawn";
import type { Last } from "../valves/Happened";
import { RigDesk } from "../valves/RigDesk";
import { useOrder } from "../valves/useOrder";
import { Best, Outcome } from "./Outcome";

interface Stand {
  readonly state: RigState;
  readonly move?: Move;
  readonly last?: Last;
}

/** What somebody does at an exercise: turns, takes back, asks whether it is done. */
function useTrying(exercise: Task) {
  const { rig } = exercise;
  const aim = useMemo(() => aimed(rig, exercise.wish), [rig, exercise.wish]);
  const circumstances = useMemo(() => (aim.permit ? { permit: aim.permit } : {}), [aim]);
  const judged = useMemo(() => judgeOf(rig, circumstances), [rig, circumstances]);
  const [past, setPast] = useState<readonly Stand[]>([]);
  const [result, setResult] = useState<Tried>();
  const [show, setShow] = useState(false);
  const now: Stand = past.at(-1) ?? { state: exercise.start };
  const best = useOrder(rig, exercise.start, show ? exercise.wish : undefined, circumstances);
  const moves = past.flatMap((p) => p.move ?? []);
  const turn = (handle: string, to: string) => {
    const h = rig.handles.find((x) => x.id === handle)!;
    const r = judged(now.state, { handle, to });
    setResult(undefined);
    setPast([
      ...past,
      {
        state: r.after,
        move: { handle, to },
        last: {
          say: sayMove(h, now.state.positions[handle] ?? h.normal, to),
          happened: whatHappened(rig, now.state, r.after),
          verdicts: r.verdicts,
        },
      },
    ]);
  };
  const undo = () => {
    setResult(undefined);
    setPast(past.slice(0, -1));
  };
  const beginAgain = () => {
    setPast([]);
    setResult(undefined);
    setShow(false);
  };
  return {
    aim,
    circumstances,
    now,
    moves,
    result,
    show,
    best,
    turn,
    heard: () => setPast([...past, { state: heardFull(now.state), last: now.last }]),
    undo: past.length > 0 ? undo : undefined,
    ask: () => setResult(tried(exercise, moves)),
    showBest: () => setShow(true),
    beginAgain,
  };
}

/** An exercise: turn until the rig stands as wanted, then see what it took against the safest order, and why. */
export function Exercise({ exercise, drawing }: { exercise: Task; drawing: Drawing }) {
  const { rig } = exercise;
  const trying = useTrying(exercise);
  const { aim, now, moves, result, show, best } = trying;
  return (
    <main id="content" className="px-4 py-6 md:px-8">
      <p>
        <Link href="/practice" className="plainlink">
          Practice
        </Link>
      </p>
      <h1 className="mt-1">{exercise.title}</h1>
      <p className="mt-1 text-[17px]">{exercise.lead}</p>
      <p className="mt-1 mb-5">
        <b className="font-semibold">Wanted: {aim.title}.</b>{" "}
        <span className="text-soft">
          {moves.length === 0 ? "Touch a valve to turn it." : `${moves.length} turned so far.`}
        </span>
      </p>
      <RigDesk
        rig={rig}
        drawing={drawing}
        state={now.state}
        turn={trying.turn}
        heard={trying.heard}
        undo={trying.undo}
        last={now.last}
        wishes={[]}
        circumstances={trying.circumstances}
      >
        <section aria-label="Result" className="rule pt-3">
          <div className="flex flex-wrap gap-2">
            <button type="button" className="button" onClick={trying.ask}>
              Is it done?
            </button>
            <button type="button" className="button quiet" onClick={trying.beginAgain}>
              Begin again
            </button>
          </div>
          <div role="status" data-result>
            {result ? <Outcome result={result} showBest={show ? undefined : trying.showBest} /> : null}
            {show ? <Best order={best} /> : null}
          </div>
        </section>
      </RigDesk>
    </main>
  );
}
