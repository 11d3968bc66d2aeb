"use client";

import { rigTold } from "@/core/rig/told";
import Link from "@/ui/Link";
import type { Route } from "next";
import { HandlePicture } from "../valves/HandlePicture";
import { tagsOf } from "../valves/drawn";
import type { Order } from "../valves/useOrder";
import type { RunRig } from "@/core/job/runRig";
import { sayMove, type Explained } from "@/core/rig/explain";
import { fillWait, saysFull } from "@/core/rig/fill";
import { VerdictMark } from "@/ui/VerdictMark";

/** How the search for the order ended, where it gives no move to make. */
function OrderSaid({ order, filling }: { order: Order; filling: boolean }) {
  switch (order.is) {
    case "working":
      return (
        <p className="text-soft">
          {order.slow
            ? "No order was found in two seconds, it is looked for on: meanwhile go by the step, and mark each handle on the valves."
            : "Looking for the safest order…"}
        </p>
      );
    case "none":
      return (
        <p>
          <VerdictMark level="Check">{order.refusal.reason}</VerdictMark>
        </p>
      );
    case "late":
    case "failed":
      return (
        <p className="text-soft">No order was found: go by the step, and mark each handle on the valves.</p>
      );
    case "found":
      return order.moves.length === 0 && !filling ? (
        <p className="text-[17px]">
          <VerdictMark level="Good">The rig stands so</VerdictMark>
        </p>
      ) : null;
    case "idle":
      return null;
  }
}

/** The move to make now. */
function NextMove({ next, tag }: { next: Explained; tag: number | undefined }) {
  return (
    <div className="border-l-4 border-water pl-3" data-next-move={`${next.move.handle}:${next.move.to}`}>
      <p className="text-[20px] leading-tight font-semibold">
        {next.say}{" "}
        <span className="num inline-block min-w-7 rounded-full border border-ink px-1.5 text-center text-base font-normal">
          {tag}
        </span>
      </p>
      <p className="flex items-start gap-2 text-soft">
        <HandlePicture angles={next.handle.positions.find((p) => p.name === next.move.to)?.angles} />
        {next.handle.place}
        {next.stands ? `; ${next.stands}` : ""}
      </p>
      <p>
        {next.why}.{next.wait ? ` ${next.wait}.` : ""}
      </p>
      {next.verdicts.map((v) => (
        <p key={v.rule}>
          <VerdictMark level={v.level}>{rigTold(v).reason}</VerdictMark>
        </p>
      ))}
    </div>
  );
}

/**
 * The moves that bring the rig to what the step wants, from where it stands now: the next one large, the
 * rest below it.
 */
export function StepMoves({
  jobId,
  stepId,
  run,
  order,
  turn,
  heard,
  takeBack,
  readOnly,
}: {
  jobId: string;
  stepId: string;
  run: RunRig;
  order: Order;
  turn: (handle: string, to: string) => void;
  heard: () => void;
  takeBack: (turn: number) => void;
  readOnly: boolean;
}) {
  const tags = tagsOf(run.rig);
  const filling = run.state.filling.length > 0;
  const last = run.turned.at(-1);
  const handle = run.rig.handles.find((h) => h.id === last?.handle);
  const next = order.is === "found" ? order.moves[0] : undefined;
  return (
    <section className="mt-5" aria-label="Moves" data-step-moves>
      <OrderSaid order={order} filling={filling} />
      {filling ? <p className="mt-2 text-[17px]">{fillWait(run.rig, run.state)}.</p> : null}
      {filling ? (
        <button type="button" className="button mt-2 w-full" data-heard disabled={readOnly} onClick={heard}>
          {saysFull(run.rig, run.state)}
        </button>
      ) : null}
      {next ? (
        <>
          <NextMove next={next} tag={tags.get(next.move.handle)} />
          {readOnly ? null : (
            <button
              type="button"
              className="button quiet mt-2 w-full"
              aria-label={`Turned: ${next.say}`}
              disabled={filling}
              onClick={() => turn(next.move.handle, next.move.to)}
            >
              Turned
            </button>
          )}
          {order.is === "found" && order.moves.length > 1 ? (
            <ol className="mt-3 grid gap-1 text-soft" start={2}>
              {order.moves.slice(1).map((m, i) => (
                <li key={`${i}${m.move.handle}`}>
                  <span className="num">{i + 2}</span> {m.say}{" "}
                  <span className="num">({tags.get(m.move.handle)})</span>
                </li>
              ))}
            </ol>
          ) : null}
        </>
      ) : null}
      {run.back && !readOnly && last?.step === stepId ? (
        <button
          type="button"
          className="min-h-12 text-left text-soft underline decoration-dotted underline-offset-4"
          onClick={() => takeBack(run.turned.length)}
        >
          Not turned after all: take back “{handle ? sayMove(handle, last.from, last.to) : last.handle}”
        </button>
      ) : null}
      <p className="mt-2">
        <Link
          prefetch={false}
          className="plainlink inline-flex min-h-12 items-center"
          href={`/jobs/${jobId}/run/valves?step=${stepId}` as Route}
        >
          See the valves, or mark another move
        </Link>
      </p>
    </section>
  );
}
