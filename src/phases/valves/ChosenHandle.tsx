import { useMemo } from "react";
import { sayMove } from "@/core/rig/explain";
import { judgeOf } from "@/core/rig/judge";
import type { Circumstances, Handle, Rig, RigState } from "@/core/rig/rig";
import { rigTold } from "@/core/rig/told";
import { VerdictMark } from "@/ui/VerdictMark";
import { HandlePicture } from "./HandlePicture";

/** The handle that was touched: how it stands, and what each other position would bring. */
export function ChosenHandle({
  rig,
  state,
  handle,
  circumstances,
  turn,
}: {
  rig: Rig;
  state: RigState;
  handle: Handle;
  circumstances: Circumstances;
  turn: (handle: string, to: string) => void;
}) {
  const judged = useMemo(() => judgeOf(rig, circumstances), [rig, circumstances]);
  const now = state.positions[handle.id] ?? handle.normal;
  const stands = handle.positions.find((p) => p.name === now);
  return (
    <section aria-label={handle.name} className="rule pt-3">
      <h2>{handle.name}</h2>
      <p className="flex items-start gap-2 text-sm text-soft">
        <HandlePicture angles={stands?.angles} />
        {handle.place}; stands {stands?.name}
        {stands?.stands ? `: ${stands.stands}` : ""}
      </p>
      <ul className="mt-2 grid gap-2">
        {handle.positions
          .filter((p) => p.name !== now)
          .map((p) => (
            <li key={p.name}>
              <button type="button" className="button quiet" onClick={() => turn(handle.id, p.name)}>
                {sayMove(handle, now, p.name)}
              </button>
              {judged(state, { handle: handle.id, to: p.name }).verdicts.map((v) => (
                <span key={v.rule} className="mt-1 block text-sm">
                  <VerdictMark level={v.level}>would: {rigTold(v).reason}</VerdictMark>
                </span>
              ))}
            </li>
          ))}
      </ul>
    </section>
  );
}
