import { faultsOf } from "../rig/faults";
import { beforeFirstWater } from "../rig/regions";
import type { Rig, RigState } from "../rig/rig";
import type { Step } from "../run/step";
import { behindLamps } from "./brought";
import { shutsHouse, type RunRig } from "./runRig";

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

/** The rig of a run of some steps at its start; undefined for what does not hang together. */
export function rigAtStart(rig: Rig, steps: readonly Step[], at: number): RunRig | undefined {
  if (faultsOf(rig).length > 0) return undefined;
  const state = startOfRun(rig, steps.some(shutsHouse));
  // Until the water is shut off for the cut the house has its old, untreated supply.
  return { rig, state, turned: [], supply: [{ at, is: "bypassed" }] };
}
