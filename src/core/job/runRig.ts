import { flows } from "../rig/flows";
import { aimed, type Wish } from "../rig/goals";
import { keysBelow } from "../rig/named";
import { followed, heardFull, judge } from "../rig/judge";
import { beforeFirstWater, houseFeed } from "../rig/regions";
import { onLine } from "../rig/line";
import { isThere } from "../rig/there";
import { faultsOf, type Circumstances, type Move, type Rig, type RigState } from "../rig/rig";
import type { Step } from "../run/step";
import type { Verdict } from "../verdict";
import { behindLamps, withStages, type RunProgress } from "./brought";
import type { Mark, StepState } from "./job";

/**
 * How the house is fed: through every unit of the line and all of them ready, through one that is not
 * flushed or pipe that is not proven, past some of them, past all, or not (handbook 9, rule 10).
 */
export type Supply = "treated" | "notReady" | "partly" | "bypassed" | "off";
export interface Turned extends Mark {
  readonly handle: string;
  readonly from: string;
  readonly to: string;
  readonly step?: string;
  readonly why?: string;
  readonly warned: readonly Pick<Verdict, "level" | "rule" | "facts">[];
  /** It was marked by mistake. */ readonly takenBack?: Mark;
}
/** The rig of a run: as it was composed when the run started, and as the crew's hands have left it. */
export interface RunRig {
  readonly rig: Rig;
  readonly state: RigState;
  readonly turned: readonly Turned[];
  /** `past`: the units that it runs past, by name, where it runs through others. */
  readonly supply: readonly { readonly at: number; readonly is: Supply; readonly past?: readonly string[] }[];
  /** What stood before the last turn, and the clocks that it touched, until it is taken back. */ readonly back?: {
    readonly state: RigState;
    readonly supply: RunRig["supply"];
    readonly steps: Readonly<Record<string, StepState>>;
  };
}

/** Roles of handles that stand open when a run starts: the house is drained through them. */
const openAtStart: ReadonlySet<string> = new Set(["lowTap", "highTap", "heaterValve"]);

/** How handles stand that nothing has been done with yet. */
const untouched: Partial<Record<Rig["handles"][number]["kind"], string>> = {
  lever: "closed",
  cap: "uncapped",
  head: "bypass",
  switch: "off",
};

/**
 * Where everything stands when the rig begins to be followed. Where the house is shut for the job: the
 * bypass fitted and nothing joined, main and train shut, stubs open, heads past their units, power off,
 * taps open. Else: the house fed as every day, and what is new shut, dry and off.
 */
export function startOfRun(rig: Rig, isHouseShut: boolean): RigState {
  const wanted = (h: Rig["handles"][number]): string | undefined => {
    if (!isHouseShut && h.unit === undefined) return h.normal;
    return h.role && openAtStart.has(h.role) ? "open" : untouched[h.kind];
  };
  const positions = Object.fromEntries(
    rig.handles.flatMap((h) => {
      const position = wanted(h);
      return position !== undefined && h.positions.some((p) => p.name === position) ? [[h.id, position]] : [];
    }),
  );
  const dry = beforeFirstWater(rig, positions);
  const state = isHouseShut ? dry : { ...dry, purged: true };
  const lamps = rig.units.filter((u) => u.uv);
  return lamps.length === 0 ? state : { ...state, unproven: behindLamps(rig) };
}

/** How the house is fed in a state. */
export function houseSupply(rig: Rig, state: RigState): Supply {
  const through = houseFeed(rig, state);
  if (through === undefined) return "off";
  if (through.length === 0) return "bypassed";
  const ready = (key: string) => {
    const u = rig.units.find((x) => x.key === key)!;
    const stage = state.stages[key] ?? "dry";
    return !u.flush || stage === "flushed" || stage === "inService";
  };
  const unproven = rig.nodes.some((n) => n.kind === "house" && state.unproven.includes(n.id));
  if (!through.every(ready) || unproven) return "notReady";
  return passedUnits(rig, through).length > 0 ? "partly" : "treated";
}

/**
 * Units of the line that the house's water runs past while it runs through others, by name; of equals side
 * by side one is enough.
 */
function passedUnits(rig: Rig, through: readonly string[]): string[] {
  const groupOf = (u: Rig["units"][number]) => u.group ?? u.key;
  const passed = new Set(rig.units.filter((u) => through.includes(u.key)).map(groupOf));
  return rig.units
    .filter((u) => u.marks.length > 0 && onLine(rig, u.key) && !passed.has(groupOf(u)))
    .map((u) => u.name);
}

/** The run's rig once its steps have brought media and pipe on, at a moment. */
export function broughtOn(rig: RunRig, run: RunProgress, at: number): RunRig {
  const next = { ...rig, state: withStages(rig.rig, rig.state, run) };
  return rig.turned.length === 0 ? next : withSupply(next, at);
}

/** What a step wants of this rig; nothing where it wants nothing, or where the rig has no such handles or unit. */
export function wishOf(run: RunRig | undefined, step: Step | undefined): Wish | undefined {
  if (!run || !step?.goal) return undefined;
  try {
    return step.goal.want === "stand" &&
      Object.keys(aimed(run.rig, step.goal).goal.positions ?? {}).length === 0
      ? undefined
      : step.goal;
  } catch {
    return undefined;
  }
}

/**
 * What a step still wants of the rig that is not there yet, as a title; nothing where it stands so, or
 * where the step wants nothing (handbook 9, rule 6).
 */
export function rigLacks(run: RunRig | undefined, step: Step): string | undefined {
  const wish = wishOf(run, step);
  if (!run || !wish) return undefined;
  const { goal, title } = aimed(run.rig, wish);
  return isThere(run.rig, run.state, goal) ? undefined : title;
}

/** What the step in hand permits on the rig. */
export function circumstancesOf(
  run: RunRig | undefined,
  step: Step | undefined,
  waterOff?: Circumstances["waterOff"],
): Circumstances {
  const hours = waterOff === undefined ? {} : { waterOff };
  const wish = wishOf(run, step);
  const permit = wish && aimed(run!.rig, wish).permit;
  return permit ? { ...hours, permit } : hours;
}

/** Do the hours that the household agreed to cover a moment, ms; undefined where none were agreed. */
export const waterOffAt = (
  hours: readonly { readonly from: string; readonly to: string }[],
  now: number,
): Circumstances["waterOff"] =>
  hours.length === 0
    ? undefined
    : hours.some((h) => Date.parse(h.from) <= now && now <= Date.parse(h.to))
      ? "agreed"
      : "notAgreed";

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

function withSupply(run: RunRig, at: number): RunRig {
  const is = houseSupply(run.rig, run.state);
  const past = is === "partly" ? passedUnits(run.rig, houseFeed(run.rig, run.state) ?? []) : undefined;
  const last = run.supply.at(-1);
  const same = last?.is === is && String(last.past ?? "") === String(past ?? "");
  return same ? run : { ...run, supply: [...run.supply, past ? { at, is, past } : { at, is }] };
}

/** Does a step shut the house's water off. */
const shutsHouse = (step: Step): boolean => step.stage === "cut" && step.water === "off";

/** The rig of a run of some steps at its start; undefined for what does not hang together. */
export function rigAtStart(rig: Rig, steps: readonly Step[], at: number): RunRig | undefined {
  if (faultsOf(rig).length > 0) return undefined;
  const state = startOfRun(rig, steps.some(shutsHouse));
  // Until the water is shut off for the cut the house has its old, untreated supply.
  return { rig, state, turned: [], supply: [{ at, is: "bypassed" }] };
}

/** A step that shuts the house's water off before any handle of the rig is there to be turned. */
export const shutOn = (run: RunRig, step: Step, at: number): RunRig =>
  run.turned.length === 0 && shutsHouse(step) ? withSupply(run, at) : run;

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
