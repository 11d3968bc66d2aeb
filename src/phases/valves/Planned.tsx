"use client";
import { useMemo, useState } from "react";
import {
  beforeFirstWater,
  followed,
  heardFull,
  inService,
  judgeOf,
  sayMove,
  whatHappened,
  wishesOf,
  type Rig,
  type RigState,
  type Wish,
} from "@/core/rig";
import type { Drawing } from "./drawn";
import type { Last } from "./Happened";
import { RigDesk } from "./RigDesk";

type Start = "service" | "first" | "run";
interface Stand {
  readonly state: RigState;
  readonly last?: Last;
}

/** The rig of a design to try things on: nothing here is kept. */
export function Planned({ rig, drawing, startOfRun }: { rig: Rig; drawing: Drawing; startOfRun: RigState }) {
  const [start, setStart] = useState<Start>("service");
  const first = useMemo(
    () => ({ service: inService(rig), first: beforeFirstWater(rig), run: startOfRun })[start],
    [rig, start, startOfRun],
  );
  const [past, setPast] = useState<readonly Stand[]>([]);
  const [wish, setWish] = useState<Wish>();
  const judged = useMemo(() => judgeOf(rig), [rig]);
  const now: Stand = past.at(-1) ?? { state: first };
  const turn = (handle: string, to: string) => {
    const h = rig.handles.find((x) => x.id === handle)!;
    const result = judged(now.state, { handle, to });
    const after = followed(rig, result.after);
    setPast([
      ...past,
      {
        state: after,
        last: {
          say: sayMove(h, now.state.positions[handle] ?? h.normal, to),
          happened: whatHappened(rig, now.state, after),
          verdicts: result.verdicts,
        },
      },
    ]);
  };
  // What fills has time to between two moves that are only tried.
  const begin = (which: Start) => {
    setStart(which);
    setPast([]);
  };
  return (
    <>
      <div className="mb-4 flex flex-wrap items-center gap-2" role="group" aria-label="Begin from">
        <span className="text-soft">Begin</span>
        {(
          [
            ["service", "in service"],
            ["run", "with the bypass just fitted"],
            ["first", "joined, before the first water"],
          ] as const
        ).map(([id, label]) => (
          <button
            key={id}
            type="button"
            aria-pressed={start === id}
            className={`min-h-10 rounded-sm border px-3 ${start === id ? "border-water bg-tint font-semibold" : "border-hair"}`}
            onClick={() => begin(id)}
          >
            {label}
          </button>
        ))}
      </div>
      <RigDesk
        rig={rig}
        drawing={drawing}
        state={now.state}
        turn={turn}
        heard={() => setPast([...past, { ...now, state: followed(rig, heardFull(now.state)) }])}
        undo={past.length > 0 ? () => setPast(past.slice(0, -1)) : undefined}
        last={now.last}
        wishes={wishesOf(rig)}
        wish={wish}
        setWish={setWish}
      />
    </>
  );
}
