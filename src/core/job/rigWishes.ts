import { aimed, type Wish } from "../rig/goals";
import type { Circumstances } from "../rig/rig";
import { isThere } from "../rig/there";
import type { Step } from "../run/step";
import type { RunRig } from "./runRig";

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
