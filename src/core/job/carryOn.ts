import type { Rig, RigState } from "../rig/rig";
import { stages, type Step } from "../run/step";
import { startOfRun } from "./rigStart";
import type { RunRig } from "./runRig";
import type { JobState } from "./job";
import { stepState } from "./job";

/** A step that a newer design does not have, and the finished steps that rested on it. */
export interface Struck {
  readonly step: Step;
  readonly restedOn: readonly string[];
}

/** What a newer design changes of a run that has begun: steps told apart by their identity (handbook 9, rule 12). */
export interface Carrying {
  /** Ids of steps that enter. */
  readonly entered: readonly string[];
  readonly struck: readonly Struck[];
  /** Ids of finished steps that looked at the whole, and are asked again because of what entered. */
  readonly again: readonly string[];
}

const looksAtAll: ReadonlySet<Step["kind"]> = new Set(["hold", "check", "read"]);

/** What changes when a run of some steps is carried on with others. */
export function carrying(job: JobState, next: readonly Step[]): Carrying {
  const had = job.run?.steps ?? [];
  const hadIds = new Set(had.map((s) => s.id));
  const nextIds = new Set(next.map((s) => s.id));
  const isDone = (id: string) => stepState(job, id).done !== undefined;
  const entered = next.filter((s) => !hadIds.has(s.id)).map((s) => s.id);
  const fresh = new Set(entered);
  return {
    entered,
    struck: had
      .filter((s) => !nextIds.has(s.id))
      .map((step) => ({
        step,
        restedOn: had
          .filter((s) => isDone(step.id) && isDone(s.id) && nextIds.has(s.id) && s.needs.includes(step.id))
          .map((s) => s.title),
      })),
    again: next
      .filter((s) => isDone(s.id) && looksAtAll.has(s.kind) && s.needs.some((need) => fresh.has(need)))
      .map((s) => s.id),
  };
}

/** Is a step done anew where a run is opened again: its recipe says so, or it proves the pipe behind a lamp. */
const isAgain = (step: Step): boolean => step.again === true || step.proves === "uv";

/**
 * The steps of a run that is opened again, in their order, and the ids of those that are done anew: as they
 * are composed now; what else was done stays.
 */
export function openedAgain(
  had: readonly Step[],
  composed: readonly Step[],
): { readonly steps: readonly Step[]; readonly again: readonly string[] } {
  const anew = composed.filter(isAgain);
  const again = new Set(anew.map((s) => s.id));
  const steps = [...had.filter((s) => !again.has(s.id)), ...anew];
  const ids = new Set(steps.map((s) => s.id));
  return {
    steps: steps
      .map((s) => ({ ...s, needs: s.needs.filter((need) => ids.has(need)) }))
      .toSorted((x, y) => stages.indexOf(x.stage) - stages.indexOf(y.stage)),
    again: [...again],
  };
}

/** Nodes of a rig whose pipes another rig has not: what is taken apart there. */
function openedNodes(from: Rig, to: Rig): string[] {
  const kept = new Set(to.edges.map((e) => `${e.id} ${e.from} ${e.to}`));
  return from.edges
    .filter((e) => e.kind !== "opening" && !kept.has(`${e.id} ${e.from} ${e.to}`))
    .flatMap((e) => [e.from, e.to]);
}

/**
 * What still stands under pressure where a newer rig takes the old one apart, by name; empty where it may
 * be changed.
 */
export function mustBeRelieved({ rig, state }: RunRig, next: Rig): string[] {
  const pressured = openedNodes(rig, next).filter((n) => state.pressured.includes(n));
  const nameOf = (id: string) => {
    const node = rig.nodes.find((n) => n.id === id);
    const unit = rig.edges.find((e) => e.unit !== undefined && (e.from === id || e.to === id))?.unit;
    return node?.name ?? rig.units.find((u) => u.key === unit)?.name;
  };
  const names = pressured.map(nameOf).filter((n) => n !== undefined);
  if (pressured.length === 0) return [];
  return names.length > 0 ? [...new Set(names)] : ["the line that is taken apart"];
}

/**
 * The rig of a newer design as it stands when the run is carried on: handles, pressure, water and what is
 * not proven are taken over by identity; what is new enters shut, dry and unproven (handbook 9, rule 12).
 */
export function carriedOn(run: RunRig, next: Rig): RunRig {
  const start = startOfRun(next, false);
  const untouched = startOfRun(next, true);
  const hadHandles = new Set(run.rig.handles.map((h) => h.id));
  const hadNodes = new Set(run.rig.nodes.map((n) => n.id));
  const nodes = new Set(next.nodes.map((n) => n.id));
  const still = (ids: readonly string[]) => ids.filter((n) => nodes.has(n));
  const positions = Object.fromEntries(
    next.handles.map((h) => {
      const had = run.state.positions[h.id];
      if (hadHandles.has(h.id))
        return [h.id, h.positions.some((p) => p.name === had) ? had! : (start.positions[h.id] ?? h.normal)];
      return [h.id, untouched.positions[h.id] ?? h.normal];
    }),
  );
  const state: RigState = {
    ...run.state,
    positions,
    pressured: still(run.state.pressured),
    wet: still(run.state.wet),
    filling: still(run.state.filling),
    unproven: [...still(run.state.unproven), ...start.unproven.filter((n) => !hadNodes.has(n))],
  };
  const { back: _, ...kept } = run;
  return { ...kept, rig: next, state };
}
