import { unitEnds } from "../rig/named";
import type { Handle, MediaStage, Rig, RigEdge, RigState, RigUnit } from "../rig/rig";
import { isHotOutlet } from "../run/outlets";
import type { Step } from "../run/step";
import type { JobState, StepState } from "./job";

// What a run's steps and readings have brought on in its rig: media, pipe behind a lamp, and a dose of
// chlorine on its way.

/** Edges that are shut in a position of a handle. */
const shutIn = (h: Handle, position: string): string[] =>
  Object.entries(h.positions.find((p) => p.name === position)!.edges)
    .filter(([, degree]) => degree === "closed")
    .map(([edge]) => edge);

/** Nodes that water reaches along a rig's edges from some, either way. */
function reachedBy(edges: readonly RigEdge[], from: readonly string[]): ReadonlySet<string> {
  const seen = new Set(from);
  for (const n of seen)
    for (const e of edges) {
      if (e.from === n) seen.add(e.to);
      if (e.to === n) seen.add(e.from);
    }
  return seen;
}

/** Nodes that only water through a lamp reaches in normal service. */
export function behindLamps(rig: Rig): string[] {
  const shut = new Set(
    rig.handles.filter((h) => h.normal === "closed" || h.kind === "head").flatMap((h) => shutIn(h, h.normal)),
  );
  const lamps = new Set(rig.units.filter((u) => u.uv).map((u) => u.key));
  const inner = rig.edges.filter(
    (e) => e.kind !== "opening" && !shut.has(e.id) && !(e.unit !== undefined && lamps.has(e.unit)),
  );
  const before = reachedBy(inner, [rig.nodes.find((n) => n.kind === "main")!.id]);
  return rig.nodes
    .filter((n) => n.kind !== "air" && n.kind !== "drain" && !before.has(n.id) && n.role !== "stubOut")
    .map((n) => n.id);
}

/** Pipe behind the lamps that a dose is drawn into: what a shut branch keeps out of it is not. */
function drawnInto(rig: Rig, { positions }: RigState): string[] {
  const shut = new Set(
    rig.handles
      .filter((h) => h.role === "valve" && h.unit !== undefined)
      .flatMap((h) => shutIn(h, positions[h.id] ?? h.normal)),
  );
  const open = rig.edges.filter((e) => e.kind !== "opening" && !shut.has(e.id));
  const houses = rig.nodes.filter((n) => n.kind === "house").map((n) => n.id);
  const reached = reachedBy(open, houses);
  return behindLamps(rig).filter((n) => reached.has(n));
}

/** How far each unit's media has come, from the steps of the run (handbook 4, Unit media stage). */
function stageOf(
  steps: readonly Step[],
  states: Readonly<Record<string, StepState>>,
  key: string,
): MediaStage {
  const own = steps.filter((s) => s.unit === key);
  const over = (s: Step) => states[s.id]?.done !== undefined || states[s.id]?.skipped !== undefined;
  const soaks = own.filter((s) => s.kind === "soak" && s.stage !== "disinfect");
  // Running until no air comes flushes nothing.
  const flows = own.filter((s) => s.kind === "flow" && s.flow?.until !== "noAir");
  const last = own.filter((s) => s.stage === "start" || s.stage === "serve" || s.stage === "disinfect");
  if (flows.every(over) && soaks.every(over) && (last.length > 0 ? last.every(over) : flows.length > 0))
    return "inService";
  if (flows.length > 0 && flows.every(over)) return "flushed";
  if (soaks.length > 0 && soaks.every(over)) return "soaked";
  if (soaks.some((s) => states[s.id]?.clock?.on === true)) return "soaking";
  return "dry";
}

/** How far a run is: its steps, where each stands, and what was read. */
export interface RunProgress {
  readonly steps: readonly Step[];
  readonly states: Readonly<Record<string, StepState>>;
  readonly readings: readonly Pick<
    JobState["readings"][number],
    "step" | "place" | "verdict" | "override" | "supersededBy" | "past"
  >[];
}

const isDone = ({ states }: RunProgress, s: Step): boolean => states[s.id]?.done !== undefined;
/** The key of the unit of the job that a unit of the rig is, or is a part of. */
const jobKeyOf = (u: RigUnit): string => u.group ?? u.of ?? u.key;

/** Steps of a unit that prove something: all done, or none of it there. */
const provesOf = (run: RunProgress, u: RigUnit, what: Step["proves"]): readonly Step[] =>
  run.steps.filter((s) => s.unit === jobKeyOf(u) && s.proves === what);

/** Which waters of the house were read as flushed out, cold and hot: every outlet of theirs, one by one. */
function flushedOut(run: RunProgress): { readonly cold: boolean; readonly hot: boolean } {
  const flushes = run.steps.filter((s) => s.read?.reading === "flushResidual");
  const isRead = (s: Step, place: string) =>
    run.readings.some(
      (r) =>
        r.step === s.id &&
        r.place === place &&
        r.supersededBy === undefined &&
        r.past === undefined &&
        (r.verdict.level === "Good" || r.override !== undefined),
    );
  const all = (is: (place: string) => boolean) =>
    flushes.length > 0 &&
    flushes.every((s) => (s.read!.places ?? [s.read!.place]).filter(is).every((place) => isRead(s, place)));
  return { cold: all((place) => !isHotOutlet(place)), hot: all(() => true) };
}

/** Nodes of the house that are read as flushed out by now: its cold pipe, then what hangs behind its heater. */
function cleared(rig: Rig, run: RunProgress): ReadonlySet<string> {
  const { cold, hot } = flushedOut(run);
  const heater = rig.nodes.filter((n) => n.kind === "heater").map((n) => n.id);
  if (hot) return new Set(rig.nodes.map((n) => n.id));
  const isHot = (id: string) => heater.includes(id);
  return new Set(cold ? rig.nodes.map((n) => n.id).filter((id) => !isHot(id)) : []);
}

/**
 * Nodes in which the dose stands: at the dosing place once it is in, to every outlet once it was drawn
 * there, until each is read as flushed out.
 */
function dosedNodes(rig: Rig, state: RigState, run: RunProgress): string[] {
  const disinfecting = run.steps.filter((s) => s.stage === "disinfect" && s.unit !== undefined);
  const doses = disinfecting.filter((s) => s.read?.reading === "dosed" && isDone(run, s));
  const gone = cleared(rig, run);
  return doses.flatMap((dose) => {
    const own = disinfecting.filter((s) => s.unit === dose.unit);
    if (own.every((s) => isDone(run, s))) return [];
    const chamber = rig.units.filter((u) => jobKeyOf(u) === dose.unit).flatMap((u) => unitEnds(rig, u.key));
    const drawn = own.some((s) => s.read?.reading === "doseReached" && isDone(run, s));
    const everywhere = drawn ? [...chamber, ...drawnInto(rig, state)] : chamber;
    return [...new Set(everywhere)].filter((n) => !gone.has(n));
  });
}

/** Lamps before which a wait stands that is longer than their unit lets them burn without flow: its clock runs. */
function lampsStill(rig: Rig, { steps, states }: RunProgress): string[] {
  const waits = steps
    .filter((s) => states[s.id]?.clock?.on === true && states[s.id]?.done === undefined)
    .map((s) => s.soak?.minutes ?? s.wait?.minutes ?? 0);
  const longest = Math.max(0, ...waits);
  return rig.units.filter((u) => longest > (u.uv?.stillMinutes ?? Infinity)).map((u) => u.key);
}

/** The rig's state with media and disinfection as the run's steps have brought them. */
export function withStages(rig: Rig, state: RigState, run: RunProgress): RigState {
  const { steps, states } = run;
  const wet = (key: string) =>
    rig.edges
      .filter((e) => e.unit === key)
      .some((e) => state.wet.includes(e.from) && state.wet.includes(e.to));
  const lamps = rig.units.filter((u) => u.uv);
  const isProven = (u: RigUnit, what: Step["proves"]) => {
    const proves = provesOf(run, u, what);
    return proves.length > 0 && proves.every((s) => isDone(run, s));
  };
  const gone = cleared(rig, run);
  // A lamp that its recipe powers first may stand in air until its minutes have run.
  const isPoweredFirst = (u: RigUnit) =>
    u.uv?.lampFirst &&
    steps.some((s) => s.unit === jobKeyOf(u) && s.power === "on" && s.wait !== undefined && !isDone(run, s));
  const rinsedFirst = rig.units.filter(
    (u) => u.of !== undefined && provesOf(run, u, "prefilters").length > 0,
  );
  return {
    ...state,
    lampAhead: rig.units.filter(isPoweredFirst).map((u) => u.key),
    lampStill: lampsStill(rig, run),
    unproven:
      lamps.length > 0 && lamps.every((u) => isProven(u, "uv"))
        ? []
        : state.unproven.filter((n) => !gone.has(n)),
    dosed: dosedNodes(rig, state, run),
    unrinsed: rinsedFirst.filter((u) => !isProven(u, "prefilters")).map((u) => u.key),
    stages: Object.fromEntries(
      rig.units.map((u) => {
        const stage = stageOf(steps, states, jobKeyOf(u));
        return [u.key, stage === "dry" && wet(u.key) ? "wet" : stage];
      }),
    ),
  };
}
