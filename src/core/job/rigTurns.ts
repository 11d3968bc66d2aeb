import { flows } from "../rig/flows";
import { followed, heardFull, judge } from "../rig/judge";
import { keysBelow } from "../rig/named";
import { houseFeed } from "../rig/regions";
import type { Move, RigState } from "../rig/rig";
import type { Step } from "../run/step";
import type { Mark, StepState } from "./job";
import { circumstancesOf } from "./rigWishes";
import type { RunRig, Turned } from "./runRig";

/** The run's rig after a handle was turned, at a moment. Nothing changes for a handle or position that it has not. */
export function turnedOn(run: RunRig, turned: Omit<Turned, "from">, step: Step | undefined): RunRig {
  const handle = run.rig.handles.find((h) => h.id === turned.handle);
  if (!handle?.positions.some((p) => p.name === turned.to)) return run;
  // Between two moves of a person what fills has time to; a move that may not wait says so in its verdict.
  const { after } = judge(
    run.rig,
    run.state,
    { handle: turned.handle, to: turned.to },
    circumstancesOf(run, step),
  );
  return {
    ...run,
    state: followed(run.rig, after),
    turned: [...run.turned, { ...turned, from: run.state.positions[turned.handle] ?? handle.normal }],
  };
}

/** The run's rig, and the steps that the turn touched, as if the last turn had not been marked. */
export function takenBack(
  run: RunRig,
  mark: Mark,
): { readonly run: RunRig; readonly steps: Readonly<Record<string, StepState>> } {
  const { back, ...rest } = run;
  if (!back) return { run, steps: {} };
  return {
    run: {
      ...rest,
      state: back.state,
      supply: back.supply,
      turned: run.turned.map((t, i) => (i === run.turned.length - 1 ? { ...t, takenBack: mark } : t)),
    },
    steps: back.steps,
  };
}

/** The run's rig after somebody heard that what fills has filled. */
export const heardOn = (run: RunRig): RunRig => ({ ...run, state: followed(run.rig, heardFull(run.state)) });

/** Flow steps whose water a turn stopped: their clock stands until it runs again (handbook 5, Steps). */
export function flowsStopped(
  before: RunRig,
  after: RunRig,
  steps: readonly Step[],
  states: Readonly<Record<string, StepState>>,
): Step[] {
  const counting = steps.filter(
    (s) =>
      s.kind === "flow" &&
      s.goal !== undefined &&
      s.unit !== undefined &&
      states[s.id]?.clock?.on === true &&
      states[s.id]?.done === undefined,
  );
  if (counting.length === 0) return [];
  const runs = (run: RunRig, unit: string) => {
    const q = flows(run.rig, run.state).of;
    const own = keysBelow(run.rig, unit);
    return run.rig.edges.some((e) => e.unit !== undefined && own.includes(e.unit) && q.get(e.id) !== 0);
  };
  return counting.filter((s) => runs(before, s.unit!) && !runs(after, s.unit!));
}

/**
 * Is a unit that its recipe fills through the valves, and turns to nothing else before this soak, still
 * without water in it.
 */
export function soaksDry(run: RunRig | undefined, steps: readonly Step[], step: Step): boolean {
  if (!run || step.kind !== "soak" || step.unit === undefined) return false;
  const ofUnit = steps.filter((s) => s.unit === step.unit);
  const before = ofUnit.slice(0, ofUnit.indexOf(step));
  if (before.findLast((s) => s.goal)?.goal?.want !== "fill") return false;
  const own = keysBelow(run.rig, step.unit);
  return run.rig.edges.some(
    (e) =>
      e.unit !== undefined &&
      own.includes(e.unit) &&
      !(run.state.wet.includes(e.from) && run.state.wet.includes(e.to)),
  );
}

/** Steps whose soak this move would disturb: it lets water run, or be drawn, through a unit that is to stand still. */
export function soaksDisturbed(
  run: RunRig | undefined,
  steps: readonly Step[],
  states: Readonly<Record<string, StepState>>,
  move: Move,
): Step[] {
  if (!run) return [];
  const soaking = steps.filter(
    (s) =>
      s.kind === "soak" &&
      s.unit !== undefined &&
      s.stage !== "disinfect" &&
      states[s.id]?.clock?.on === true &&
      states[s.id]?.done === undefined,
  );
  if (soaking.length === 0) return [];
  const moves = (state: RigState) => {
    const through = new Set(houseFeed(run.rig, state));
    for (const [edge, q] of flows(run.rig, state).of) {
      const unit = run.rig.edges.find((e) => e.id === edge)?.unit;
      if (q !== 0 && unit !== undefined) through.add(unit);
    }
    return new Set([...through].map((k) => run.rig.units.find((u) => u.key === k)?.group ?? k));
  };
  const [was, is] = [moves(run.state), moves(judge(run.rig, run.state, move).after)];
  return soaking.filter((s) => is.has(s.unit!) && !was.has(s.unit!));
}
