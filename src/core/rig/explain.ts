import { inSentence, listed } from "../words";
import type { Verdict } from "../verdict";
import { fillWait } from "./fill";
import { heardFull, judgeOf } from "./judge";
import { handleOpening } from "./named";
import { regions, type RegionState } from "./regions";
import type { Circumstances, Handle, Move, Rig, RigState } from "./rig";
import { rigTold } from "./told";

const reasonOf = (verdict: Verdict): string => rigTold(verdict).reason;

/** A move in words: what to turn, what it does, and why it comes now. */
export interface Explained {
  readonly move: Move;
  readonly handle: Handle;
  readonly from: string;
  readonly say: string;
  /** How the handles stand afterwards, where the unit's data say it. */
  readonly stands?: string;
  readonly does: string;
  readonly why: string;
  /** What is waited for before the next move. */
  readonly wait?: string;
  readonly verdicts: readonly Verdict[];
  readonly after: RigState;
}

/** The move as an order, a verb first. */
export function sayMove(handle: Handle, from: string, to: string): string {
  const name = inSentence(handle.name);
  switch (handle.kind) {
    case "head":
    case "tee":
    case "automatic":
      return `Turn ${name} to ${to}`;
    case "switch":
      return `Switch ${name} ${to}`;
    case "cap":
      return to === "apart"
        ? `Take ${name} apart`
        : from === "apart"
          ? `Join ${name} again`
          : to === "joined"
            ? `Join ${name} to the train`
            : to === "capped"
              ? from === "joined"
                ? `Undo ${name} and cap it`
                : `Cap ${name}`
              : from === "joined"
                ? `Undo ${name}`
                : `Take the cap off ${name}`;
    case "lever":
    case "tap":
    case "vent":
      return to === "closed"
        ? `Close ${name}`
        : to === "open"
          ? from === "quarter" || from === "half"
            ? `Open ${name} fully`
            : `Open ${name}`
          : `Open ${name} ${to === "quarter" ? "a quarter" : to}`;
  }
}

const fedStates = new Set<RegionState>(["flowing", "charged", "filling"]);
const stayWords: Readonly<Record<RegionState, string>> = {
  flowing: "would go on flowing",
  charged: "would stay fed",
  filling: "would fill",
  trapped: "would stay under pressure",
  relieved: "would stay without pressure",
  empty: "would stay empty",
};

/** Parts of the rig in a person's words: its units, the house, the heater; else its named nodes. */
export function partsIn(rig: Rig, nodes: readonly string[]): string {
  const set = new Set(nodes);
  const units = rig.units
    .filter((u) => rig.edges.some((e) => e.unit === u.key && set.has(e.from) && set.has(e.to)))
    .map((u) => u.name);
  const places = rig.nodes
    .filter((n) => set.has(n.id) && (n.kind === "house" || n.kind === "heater" || n.kind === "outdoor"))
    .map(
      (n) =>
        ({ house: "the house", heater: "the heater", outdoor: "the outdoor taps" })[
          n.kind as "house" | "heater" | "outdoor"
        ],
    );
  const all = [...units, ...places];
  const named =
    all.length > 0
      ? all
      : rig.nodes
          .filter((n) => set.has(n.id) && n.name !== undefined && n.kind !== "main")
          .map((n) => inSentence(n.name!))
          .slice(0, 2);
  return named.length === 0
    ? "the pipe between"
    : named.length === 1
      ? named[0]!
      : `${named.slice(0, -1).join(", ")} and ${named.at(-1)!}`;
}

/** What became of the rig's parts by a move, in one line; empty when nothing did. */
export function whatHappened(rig: Rig, before: RigState, after: RigState): string {
  const stateOf = (state: RigState) => {
    const all = new Map<string, RegionState>();
    for (const r of regions(rig, state)) for (const n of r.nodes) all.set(n, r.state);
    return all;
  };
  const [was, is] = [stateOf(before), stateOf(after)];
  const [wet, filled] = [new Set(before.wet), new Set(after.wet)];
  const live = (s: RegionState | undefined) => s === "flowing" || s === "charged" || s === "filling";
  const groups = new Map<string, string[]>();
  for (const [n, now] of is) {
    const then = was.get(n);
    if (then === now) continue;
    const what =
      filled.has(n) && !wet.has(n)
        ? "fills"
        : now === "filling"
          ? ""
          : live(now) && !live(then)
            ? "feeds"
            : now === "trapped"
              ? "cuts off, still under pressure:"
              : now === "relieved"
                ? "lets the pressure out of"
                : now === "empty"
                  ? "empties"
                  : "";
    if (what) groups.set(what, [...(groups.get(what) ?? []), n]);
  }
  const parts = [...groups].map(([what, nodes]) => `${what} ${partsIn(rig, nodes)}`);
  return [...parts, ...runningBetween(rig, before, after)].join("; ");
}

/** Openings that water runs out of, by the names of their handles. */
const runningAt = (rig: Rig, state: RigState): Set<string> =>
  new Set(
    regions(rig, state)
      .filter((r) => r.state === "flowing")
      .flatMap((r) => r.open)
      .map((edge) => inSentence(handleOpening(rig, edge)?.name ?? edge)),
  );

/** Where a move lets water run, and where it stops it: at the openings, not in all the pipe on the way to them. */
function runningBetween(rig: Rig, before: RigState, after: RigState): string[] {
  const [was, is] = [runningAt(rig, before), runningAt(rig, after)];
  const started = [...is].filter((name) => !was.has(name));
  const stopped = [...was].filter((name) => !is.has(name));
  return [
    ...(started.length > 0 ? [`lets water run at ${listed(started)}`] : []),
    ...(stopped.length > 0 ? [`stops the water at ${listed(stopped)}`] : []),
  ];
}

/**
 * Moves with what each does and why it comes now. The reason is found by trying: a later move made first
 * that would trip a rule which it does not trip in its place gives "before …, or …"; where none does, the
 * move's own effect is the reason.
 */
export function explain(
  rig: Rig,
  state: RigState,
  moves: readonly Move[],
  circumstances: Circumstances = {},
): Explained[] {
  const judged = judgeOf(rig, circumstances);
  let now = heardFull(judged(state, undefined).after);
  const befores: RigState[] = [];
  const results = moves.map((m) => {
    befores.push(now);
    const r = judged(now, m);
    now = heardFull(r.after);
    return r;
  });
  return moves.map((move, i) => {
    const handle = rig.handles.find((h) => h.id === move.handle)!;
    const from = befores[i]!.positions[move.handle]!;
    const { after, verdicts } = results[i]!;
    const does = whatHappened(rig, befores[i]!, after);
    let why = "";
    for (let j = i + 1; j < moves.length && why === ""; j += 1) {
      if (moves[j]!.handle === move.handle) continue;
      const early = judged(befores[i]!, moves[j]!).verdicts.find(
        (v) => !results[j]!.verdicts.some((x) => x.rule === v.rule),
      );
      if (!early) continue;
      const h = rig.handles.find((x) => x.id === moves[j]!.handle)!;
      why = `Before you ${inSentence(sayMove(h, befores[j]!.positions[h.id]!, moves[j]!.to))}, or: ${inSentence(reasonOf(early))}`;
    }
    // Without this move: what would go wrong later, or stay as it should not.
    if (why === "" && !does) {
      let without = befores[i]!;
      for (let j = i + 1; j < moves.length && why === ""; j += 1) {
        const r = judged(without, moves[j]!);
        const trips = r.verdicts.find((v) => !results[j]!.verdicts.some((x) => x.rule === v.rule));
        if (trips) why = `Else, later: ${inSentence(reasonOf(trips))}`;
        without = heardFull(r.after);
      }
      if (why === "" && moves.length > 0) {
        const end = heardFull(results.at(-1)!.after);
        const got = new Map(regions(rig, without).flatMap((r) => r.nodes.map((n) => [n, r.state] as const)));
        const kept = (a: RegionState, b: RegionState) => a === b || (fedStates.has(a) && fedStates.has(b));
        const differs = regions(rig, end)
          .map((r) => ({ nodes: r.nodes.filter((n) => !kept(got.get(n)!, r.state)) }))
          .find((r) => r.nodes.length > 0);
        if (differs) {
          const stays = got.get(differs.nodes[0]!)!;
          why = `Else ${partsIn(
            rig,
            differs.nodes.filter((n) => got.get(n) === stays),
          )} ${stayWords[stays]}`;
        }
      }
    }
    const fills = after.filling.length > 0;
    const empties = /lets the pressure out|empties/.test(does);
    return {
      move,
      handle,
      from,
      say: sayMove(handle, from, move.to),
      stands: handle.positions.find((p) => p.name === move.to)?.stands
        ? handle.positions.find((p) => p.name === move.to)!.stands!
        : undefined,
      does,
      verdicts,
      after,
      why: why || (does ? `It ${does}` : `It belongs ${move.to} at the end`),
      ...(fills ? { wait: fillWait(rig, after) } : empties ? { wait: "Wait until nothing more comes" } : {}),
    };
  });
}
