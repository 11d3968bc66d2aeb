"use client";

import { rigTold } from "@/core/rig/told";
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
import { VerdictMark } from "@/ui/VerdictMark";
import type { Drawing } from "../valves/drawn";
import type { Last } from "../valves/Happened";
import { RigDesk } from "../valves/RigDesk";
import { useOrder } from "../valves/useOrder";

interface Stand {
  readonly state: RigState;
  readonly move?: Move;
  readonly last?: Last;
}

/** An exercise: turn until the rig stands as wanted, then see what it took against the safest order, and why. */
export function Exercise({ exercise, drawing }: { exercise: Task; drawing: Drawing }) {
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
        turn={turn}
        heard={() => setPast([...past, { state: heardFull(now.state), last: now.last }])}
        undo={
          past.length > 0
            ? () => {
                setResult(undefined);
                setPast(past.slice(0, -1));
              }
            : undefined
        }
        last={now.last}
        wishes={[]}
        circumstances={circumstances}
      >
        <section aria-label="Result" className="rule pt-3">
          <div className="flex flex-wrap gap-2">
            <button type="button" className="button" onClick={() => setResult(tried(exercise, moves))}>
              Is it done?
            </button>
            <button
              type="button"
              className="button quiet"
              onClick={() => {
                setPast([]);
                setResult(undefined);
                setShow(false);
              }}
            >
              Begin again
            </button>
          </div>
          <div role="status" data-result>
            {result ? (
              <div className="mt-4">
                {result.reached ? (
                  <p>
                    <span className="num text-[36px] leading-none">{result.score}</span>{" "}
                    <span className="text-soft">of 100</span>
                  </p>
                ) : (
                  <p>
                    <VerdictMark level="Check">
                      Not yet
                      {result.left === undefined
                        ? ": from here there is no safe way on, undo a move or two"
                        : result.left === 0
                          ? ""
                          : `: the safest way on costs ${result.left}`}
                    </VerdictMark>
                  </p>
                )}
                <p className="text-soft">
                  Your moves cost {result.cost}, the safest order {result.least}. A move costs 1, a Check
                  passed through 3, a walk between places 0.5; each Stop takes ten off.
                </p>
                {result.mistakes.length > 0 ? (
                  <>
                    <h2 className="mt-3">What went wrong</h2>
                    <ul className="grid gap-2">
                      {result.mistakes.map((m) => (
                        <li key={m.at}>
                          <VerdictMark level="Stop">{`Move ${m.at + 1}: ${rigTold(m.verdict).reason}`}</VerdictMark>
                          {rigTold(m.verdict).remedy ? (
                            <span className="block pl-5 text-sm text-soft">{rigTold(m.verdict).remedy}</span>
                          ) : null}
                        </li>
                      ))}
                    </ul>
                  </>
                ) : null}
                {show ? null : (
                  <button type="button" className="plainlink mt-3 min-h-11" onClick={() => setShow(true)}>
                    Show the safest order
                  </button>
                )}
              </div>
            ) : null}
            {show && best.is === "found" ? (
              <ol className="mt-3 grid gap-2" data-best>
                {best.moves.map((m, i) => (
                  <li key={`${i}${m.move.handle}`}>
                    <b className="font-semibold">
                      <span className="num">{i + 1}</span> {m.say}
                    </b>
                    <span className="block text-sm text-soft">{m.why}.</span>
                  </li>
                ))}
              </ol>
            ) : show && best.is === "working" ? (
              <p className="mt-3 text-soft">Looking for it…</p>
            ) : null}
          </div>
        </section>
      </RigDesk>
    </main>
  );
}
