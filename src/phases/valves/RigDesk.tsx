"use client";

import { useMemo, useState } from "react";
import type { Wish } from "@/core/rig/goals";
import { standing as standingOf } from "@/core/rig/judge";
import type { Circumstances, Rig, RigState } from "@/core/rig/rig";
import { ChosenHandle } from "./ChosenHandle";
import type { Drawing } from "./drawn";
import { Goal } from "./Goal";
import { Happened, type Last } from "./Happened";
import { Legend } from "./Legend";
import { Picture } from "./Picture";
import { Twin } from "./Twin";
import { useOrder } from "./useOrder";
import { Zoomed } from "./Zoomed";

/** The position that a touch brings a handle to: the next one, half left out. */
export function nextPosition(rig: Rig, state: RigState, handle: string): string {
  const h = rig.handles.find((x) => x.id === handle)!;
  const all = h.positions.map((p) => p.name).filter((p) => p !== "half");
  const now = state.positions[handle] ?? h.normal;
  return all[(all.indexOf(now) + 1) % all.length]!;
}

/** Where a handle is in the drawing, as a part of its width. */
function partAt(drawing: Drawing, handle: string | undefined): number | undefined {
  const item = drawing.items.find((i) => i.handle === handle || i.rows.some((r) => r.handle === handle));
  return item && (item.x + item.w / 2) / drawing.width;
}

interface RigDeskProps {
  readonly rig: Rig;
  readonly drawing: Drawing;
  readonly state: RigState;
  readonly turn?: (handle: string, to: string) => void;
  readonly heard?: () => void;
  readonly undo?: () => void;
  readonly last?: Last;
  readonly wishes: readonly Wish[];
  readonly wish?: Wish;
  readonly setWish?: (wish: Wish | undefined) => void;
  readonly circumstances?: Circumstances;
  readonly reached?: string;
  readonly children?: React.ReactNode;
}

/**
 * A rig under a person's hands: its picture, what turning does and would do, goals with their moves, and
 * the same in words.
 */
export function RigDesk(props: RigDeskProps) {
  const { rig, drawing, state, turn, heard, undo, last, wishes, wish, setWish, reached, children } = props;
  const { circumstances = {} } = props;
  const [at, setAt] = useState<string>();
  const order = useOrder(rig, state, wish, circumstances);
  const next = order.is === "found" ? order.moves[0]?.move.handle : undefined;
  const chosen = rig.handles.find((h) => h.id === at);
  const holds = useMemo(() => standingOf(rig, state, circumstances), [rig, state, circumstances]);
  const choose = turn
    ? (handle: string, to: string) => {
        setAt(handle);
        if (rig.handles.find((h) => h.id === handle)!.kind !== "automatic") turn(handle, to);
      }
    : undefined;
  return (
    <div className="grid items-start gap-x-8 gap-y-6 lg:grid-cols-[minmax(0,1fr)_340px]" data-rig>
      <div className="min-w-0">
        <Zoomed label="Drawing of the rig" at={partAt(drawing, next ?? at)}>
          <Picture
            drawing={drawing}
            rig={rig}
            state={state}
            turn={choose ? (handle) => choose(handle, nextPosition(rig, state, handle)) : undefined}
            at={at}
            marked={next}
            title="The rig as it stands; the list of handles says the same"
          />
        </Zoomed>
        <Legend />
      </div>
      <div className="grid gap-6 lg:sticky lg:top-4 lg:max-h-[calc(100vh-2rem)] lg:overflow-y-auto lg:pr-1">
        <Happened
          rig={rig}
          state={state}
          last={last}
          holds={holds}
          mayTurn={turn !== undefined}
          heard={heard}
          undo={undo}
        />
        {chosen && turn ? (
          <ChosenHandle rig={rig} state={state} handle={chosen} circumstances={circumstances} turn={turn} />
        ) : null}
        {setWish || wish ? (
          <Goal
            rig={rig}
            wishes={wishes}
            wish={wish}
            setWish={setWish}
            order={order}
            turn={choose}
            reached={reached}
          />
        ) : null}
        {children}
        <Twin rig={rig} state={state} turn={turn} />
      </div>
    </div>
  );
}
