import { houseFeed } from "../rig/regions";
import { onLine } from "../rig/line";
import type { Rig, RigState } from "../rig/rig";
import type { Step } from "../run/step";
import type { Verdict } from "../verdict";
import { withStages, type RunProgress } from "./brought";
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

function withSupply(run: RunRig, at: number): RunRig {
  const is = houseSupply(run.rig, run.state);
  const past = is === "partly" ? passedUnits(run.rig, houseFeed(run.rig, run.state) ?? []) : undefined;
  const last = run.supply.at(-1);
  const same = last?.is === is && String(last.past ?? "") === String(past ?? "");
  return same ? run : { ...run, supply: [...run.supply, past ? { at, is, past } : { at, is }] };
}

/** Does a step shut the house's water off. */
export const shutsHouse = (step: Step): boolean => step.stage === "cut" && step.water === "off";

/** A step that shuts the house's water off before any handle of the rig is there to be turned. */
export const shutOn = (run: RunRig, step: Step, at: number): RunRig =>
  run.turned.length === 0 && shutsHouse(step) ? withSupply(run, at) : run;
