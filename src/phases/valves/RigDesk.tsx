"use client";

import { rigTold } from "@/core/rig/told";
import { useEffect, useMemo, useRef, useState } from "react";
import { sayMove, type Explained } from "@/core/rig/explain";
import { fillWait, saysFull } from "@/core/rig/fill";
import { waterAt } from "@/core/rig/flows";
import { aimed, type Wish } from "@/core/rig/goals";
import { judgeOf, standing as standingOf } from "@/core/rig/judge";
import { regions } from "@/core/rig/regions";
import type { Circumstances, Rig, RigState } from "@/core/rig/rig";
import type { Verdict } from "@/core/verdict";
import { VerdictMark } from "@/ui/VerdictMark";
import { tagsOf, type Drawing } from "./drawn";
import { HandlePicture } from "./HandlePicture";
import { Picture } from "./Picture";
import { stateWords } from "./shapes";
import { useOrder } from "./useOrder";

export interface Last {
  readonly say: string;
  readonly happened: string;
  readonly verdicts: readonly Verdict[];
}

/** The position that a touch brings a handle to: the next one, half left out. */
export function nextPosition(rig: Rig, state: RigState, handle: string): string {
  const h = rig.handles.find((x) => x.id === handle)!;
  const all = h.positions.map((p) => p.name).filter((p) => p !== "half");
  const now = state.positions[handle] ?? h.normal;
  return all[(all.indexOf(now) + 1) % all.length]!;
}

/** A rig under a person's hands: its picture, what turning does and would do, goals with their moves, and the same in words. */
export function RigDesk({
  rig,
  drawing,
  state,
  turn,
  heard,
  undo,
  last,
  wishes,
  wish,
  setWish,
  circumstances = {},
  reached,
  children,
}: {
  rig: Rig;
  drawing: Drawing;
  state: RigState;
  turn?: (handle: string, to: string) => void;
  heard?: () => void;
  undo?: () => void;
  last?: Last;
  wishes: readonly Wish[];
  wish?: Wish;
  setWish?: (wish: Wish | undefined) => void;
  circumstances?: Circumstances;
  reached?: string;
  children?: React.ReactNode;
}) {
  const [at, setAt] = useState<string>();
  const order = useOrder(rig, state, wish, circumstances);
  const next: Explained | undefined = order.is === "found" ? order.moves[0] : undefined;
  const judged = useMemo(() => judgeOf(rig, circumstances), [rig, circumstances]);
  const chosen = rig.handles.find((h) => h.id === at);
  const standsAt = chosen?.positions.find((p) => p.name === (state.positions[chosen.id] ?? chosen.normal));
  const holds = useMemo(() => standingOf(rig, state, circumstances), [rig, state, circumstances]);
  const touch = turn
    ? (handle: string) => {
        setAt(handle);
        const h = rig.handles.find((x) => x.id === handle)!;
        if (h.kind !== "automatic") turn(handle, nextPosition(rig, state, handle));
      }
    : undefined;
  const aim = wish ? aimed(rig, wish) : undefined;
  const asked = JSON.stringify(wish);
  const offered =
    wish === undefined || wishes.some((w) => JSON.stringify(w) === asked) ? wishes : [wish, ...wishes];
  // On a narrow screen the drawing keeps its size and is moved to what comes next.
  const pane = useRef<HTMLDivElement>(null);
  const wanted = next?.move.handle ?? at ?? rig.handles[0]?.id;
  useEffect(() => {
    const item = drawing.items.find((i) => i.handle === wanted || i.rows.some((r) => r.handle === wanted));
    if (item && pane.current && pane.current.scrollWidth > pane.current.clientWidth)
      pane.current.scrollLeft =
        ((item.x + item.w / 2) / drawing.width) * pane.current.scrollWidth - pane.current.clientWidth / 2;
  }, [wanted, drawing]);
  return (
    <div className="grid items-start gap-x-8 gap-y-6 lg:grid-cols-[minmax(0,1fr)_340px]" data-rig>
      <div className="min-w-0">
        <div ref={pane} className="overflow-x-auto" tabIndex={0} role="group" aria-label="Drawing of the rig">
          <Picture
            drawing={drawing}
            rig={rig}
            state={state}
            turn={touch}
            at={at}
            marked={next?.move.handle}
            title="The rig as it stands; the list of handles says the same"
          />
        </div>
        <Legend />
      </div>
      <div className="grid gap-6 lg:sticky lg:top-4 lg:max-h-[calc(100vh-2rem)] lg:overflow-y-auto lg:pr-1">
        <section aria-label="What happened" aria-live="polite" data-happened>
          {last ? (
            <>
              <p className="text-lg font-semibold">{last.say}</p>
              <p className="text-soft">
                {last.happened === "" ? "Nothing changes by it" : `It ${last.happened}`}
              </p>
              <ul className="mt-2 grid gap-2">
                {last.verdicts.map((v) => (
                  <li key={v.rule}>
                    <VerdictMark level={v.level}>{rigTold(v).reason}</VerdictMark>
                    {rigTold(v).remedy ? (
                      <span className="block pl-5 text-sm text-soft">{rigTold(v).remedy}</span>
                    ) : null}
                  </li>
                ))}
              </ul>
            </>
          ) : (
            <p className="text-soft">
              {turn ? "Touch a valve: it turns, and the water follows." : "Nothing has been turned yet."}
            </p>
          )}
          {holds.filter((v) => !last?.verdicts.some((x) => x.rule === v.rule && x.level === v.level)).length >
          0 ? (
            <details className="mt-2" open={holds.some((v) => v.level === "Stop")}>
              <summary className="cursor-pointer text-sm text-soft">As things stand: {holds.length}</summary>
              <ul className="mt-1 grid gap-1">
                {holds.map((v) => (
                  <li key={`${v.rule}${v.level}`} className="text-sm">
                    <VerdictMark level={v.level}>{rigTold(v).reason}</VerdictMark>
                  </li>
                ))}
              </ul>
            </details>
          ) : null}
          {state.filling.length > 0 && heard ? <p className="mt-2">{fillWait(rig, state)}.</p> : null}
          <div className="mt-3 flex flex-wrap gap-2">
            {state.filling.length > 0 && heard ? (
              <button type="button" className="button" onClick={heard}>
                {saysFull(rig, state)}
              </button>
            ) : null}
            {undo ? (
              <button type="button" className="button quiet" onClick={undo}>
                Undo
              </button>
            ) : null}
          </div>
        </section>
        {chosen && turn ? (
          <section aria-label={chosen.name} className="rule pt-3">
            <h2>{chosen.name}</h2>
            <p className="flex items-start gap-2 text-sm text-soft">
              <HandlePicture angles={standsAt?.angles} />
              {chosen.place}; stands {standsAt?.name}
              {standsAt?.stands ? `: ${standsAt.stands}` : ""}
            </p>
            <ul className="mt-2 grid gap-2">
              {chosen.positions
                .filter((p) => p.name !== (state.positions[chosen.id] ?? chosen.normal))
                .map((p) => {
                  const would = judged(state, { handle: chosen.id, to: p.name }).verdicts;
                  return (
                    <li key={p.name}>
                      <button type="button" className="button quiet" onClick={() => turn(chosen.id, p.name)}>
                        {sayMove(chosen, state.positions[chosen.id] ?? chosen.normal, p.name)}
                      </button>
                      {would.map((v) => (
                        <span key={v.rule} className="mt-1 block text-sm">
                          <VerdictMark level={v.level}>would: {rigTold(v).reason}</VerdictMark>
                        </span>
                      ))}
                    </li>
                  );
                })}
            </ul>
          </section>
        ) : null}
        {setWish || aim ? (
          <section aria-label="Goal" className="rule pt-3" data-goal>
            <h2>{setWish ? "Goal" : aim!.title}</h2>
            {setWish ? (
              <select
                className="field mt-1"
                aria-label="What is wanted"
                value={wish ? JSON.stringify(wish) : ""}
                onChange={(e) =>
                  setWish(e.target.value === "" ? undefined : (JSON.parse(e.target.value) as Wish))
                }
              >
                <option value="">Choose what is wanted</option>
                {offered.map((w) => (
                  <option key={JSON.stringify(w)} value={JSON.stringify(w)}>
                    {aimed(rig, w).title}
                  </option>
                ))}
              </select>
            ) : null}
            {order.is === "working" ? (
              <p className="mt-2 text-soft">
                Looking for the safest order{order.states > 0 ? `, ${order.states} states seen` : ""}…
              </p>
            ) : null}
            {order.is === "failed" ? (
              <p className="mt-2 text-stop">The search did not run here. Reload the page.</p>
            ) : null}
            {order.is === "late" ? (
              <p className="mt-2">
                <VerdictMark level="Unknown">
                  Not found within two seconds, after {order.states} states. Turn what is plain, then look
                  again.
                </VerdictMark>
              </p>
            ) : null}
            {order.is === "none" ? (
              <p className="mt-2" data-refusal>
                <VerdictMark level="Stop">{order.refusal.reason}</VerdictMark>
              </p>
            ) : null}
            {order.is === "found" && order.moves.length === 0 ? (
              <p className="mt-2" data-reached>
                <VerdictMark level="Good">{reached ?? "The rig stands so"}</VerdictMark>
              </p>
            ) : null}
            {order.is === "found" && order.moves.length > 0 ? (
              <ol className="mt-3 grid gap-3" data-moves>
                {order.moves.map((m, i) => (
                  <li
                    key={`${i}${m.move.handle}`}
                    className={i === 0 ? "border-l-4 border-water pl-3" : "pl-4"}
                    data-move={`${m.move.handle}:${m.move.to}`}
                  >
                    <p className={i === 0 ? "text-lg font-semibold" : "font-semibold"}>
                      <span className="num">{i + 1}</span> {m.say}{" "}
                      <TagNumber rig={rig} handle={m.move.handle} />
                    </p>
                    <p className="flex items-start gap-2 text-sm text-soft">
                      <HandlePicture angles={m.handle.positions.find((p) => p.name === m.move.to)?.angles} />
                      {m.handle.place}
                      {m.stands ? `; ${m.stands}` : ""}
                    </p>
                    <p className="text-sm">
                      {m.why}.{m.wait ? ` ${m.wait}.` : ""}
                    </p>
                    {m.verdicts.map((v) => (
                      <p key={v.rule} className="text-sm">
                        <VerdictMark level={v.level}>{rigTold(v).reason}</VerdictMark>
                      </p>
                    ))}
                    {i === 0 && turn ? (
                      <button
                        type="button"
                        className="button mt-2"
                        aria-label={`Turned: ${m.say}`}
                        onClick={() => {
                          setAt(m.move.handle);
                          turn(m.move.handle, m.move.to);
                        }}
                      >
                        Turned
                      </button>
                    ) : null}
                  </li>
                ))}
              </ol>
            ) : null}
          </section>
        ) : null}
        {children}
        <Twin rig={rig} state={state} turn={turn} />
      </div>
    </div>
  );
}

function TagNumber({ rig, handle }: { rig: Rig; handle: string }) {
  const tag = tagsOf(rig).get(handle);
  return tag === undefined ? null : (
    <span className="num ml-1 inline-block min-w-6 rounded-full border border-ink px-1 text-center text-[13px] font-normal">
      {tag}
    </span>
  );
}

/** The strokes with their words: nothing is told by colour alone. */
function Legend() {
  const bars = [
    ["flowing", "M0 8H46", "var(--water)", undefined, true],
    ["charged", "M0 8H46", "var(--water)", undefined, false],
    ["filling", "M0 8H46", "var(--water)", "9 4", false],
    ["trapped", "M0 8H46", "var(--check)", "2.5 3.5", false],
    ["relieved", "M0 8H46", undefined, undefined, false],
    ["empty", "M0 8H46", undefined, undefined, false],
  ] as const;
  return (
    <ul className="mt-3 flex flex-wrap gap-x-5 gap-y-1 text-sm" aria-label="Strokes">
      {bars.map(([name, d, ink, dash, arrow]) => (
        <li key={name} className="flex items-center gap-2">
          <svg width="46" height="16" aria-hidden="true">
            <path
              d={d}
              stroke={name === "empty" ? "var(--soft)" : "var(--ink)"}
              strokeWidth="11"
              strokeDasharray={name === "empty" ? "7 5" : undefined}
            />
            <path d={d} stroke="var(--paper)" strokeWidth="7.5" />
            {ink ? <path d={d} stroke={ink} strokeWidth="7.5" strokeDasharray={dash} /> : null}
            {arrow ? (
              <path d="M18 4.5l6 3.5l-6 3.5" fill="none" stroke="var(--paper)" strokeWidth="2.4" />
            ) : null}
          </svg>
          {stateWords[name]}
        </li>
      ))}
    </ul>
  );
}

/** The rig in words: every part with its state and water, every handle with its position. */
function Twin({
  rig,
  state,
  turn,
}: {
  rig: Rig;
  state: RigState;
  turn?: (handle: string, to: string) => void;
}) {
  const water = waterAt(rig, state);
  const named = (nodes: readonly string[]) => {
    const all = [
      ...new Set(
        nodes.flatMap((n) => {
          const node = rig.nodes.find((x) => x.id === n)!;
          return node.name ? [node.name] : [];
        }),
      ),
    ];
    return all.length > 0 ? all.join(", ") : "pipe between";
  };
  return (
    <details className="rule pt-3" data-twin>
      <summary className="min-h-11 cursor-pointer text-lg font-semibold">The rig in words</summary>
      <h3 className="mt-2">Parts</h3>
      <ul>
        {regions(rig, state).map((r) => {
          const at = water.get(r.nodes[0]!);
          return (
            <li key={r.nodes[0]} className="rule py-1.5">
              <b className="font-semibold">{named(r.nodes)}</b>: {stateWords[r.state]}
              {at?.reached ? `; water ${at.marks.join(", ")}` : ""}
            </li>
          );
        })}
      </ul>
      <h3 className="mt-4">Handles</h3>
      <table className="plain">
        <thead>
          <tr>
            <th>Tag</th>
            <th>Handle</th>
            <th>Stands</th>
          </tr>
        </thead>
        <tbody>
          {rig.handles.map((h) => {
            const now = state.positions[h.id] ?? h.normal;
            return (
              <tr key={h.id}>
                <td className="num">{tagsOf(rig).get(h.id) ?? "—"}</td>
                <td>
                  {h.name}
                  <span className="block text-sm text-soft">{h.place}</span>
                </td>
                <td>
                  {turn && h.kind !== "automatic" ? (
                    <select
                      className="field"
                      aria-label={h.name}
                      value={now}
                      onChange={(e) => turn(h.id, e.target.value)}
                    >
                      {h.positions.map((p) => (
                        <option key={p.name}>{p.name}</option>
                      ))}
                    </select>
                  ) : (
                    now
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </details>
  );
}
