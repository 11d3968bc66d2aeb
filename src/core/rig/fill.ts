import { regions } from "./regions";
import type { Rig, RigState } from "./rig";

/**
 * Share of the full flow that a valve passes when it is open a quarter, where nobody has measured it
 * (handbook 3, fill times).
 */
const AT_A_QUARTER = 0.15;

/**
 * Minutes until what is filling is full, through a valve open a quarter; undefined where the water that a
 * unit holds or the full flow is not known, or where a unit may be filled through more. Pipe between units
 * counts as nothing beside them.
 */
export function fillMinutes(rig: Rig, state: RigState): number | undefined {
  const filling = new Set(state.filling);
  const ports = rig.nodes.filter(
    (n) =>
      filling.has(n.id) &&
      n.kind === "port" &&
      rig.edges.some((e) => e.kind === "unit" && (e.from === n.id || e.to === n.id)),
  );
  const held = ports.map((n) => n.litres);
  const wider = rig.edges.some(
    (e) =>
      e.unit !== undefined &&
      (filling.has(e.from) || filling.has(e.to)) &&
      rig.units.find((u) => u.key === e.unit)!.gentle !== "quarter",
  );
  if (rig.fullFlow === undefined || ports.length === 0 || wider || held.some((l) => l === undefined))
    return undefined;
  return held.reduce<number>((sum, l) => sum + l!, 0) / (rig.fullFlow * AT_A_QUARTER);
}

/** Does a storage tank fill: slowly, through its membrane, with no sound that stops. */
export const tankFills = (rig: Rig, state: RigState): boolean =>
  rig.units.some((u) => {
    const e = u.tank && rig.edges.find((x) => x.id === u.tank!.edge);
    return e !== undefined && state.filling.includes(e.to);
  });

/** Does what fills run out at an opening: then it is seen, not heard, to be full. */
const runsOut = (rig: Rig, state: RigState): boolean =>
  regions(rig, state).some(
    (r) =>
      r.state === "filling" &&
      r.open.some((id) => rig.edges.find((e) => e.id === id)!.opening !== "drainLine"),
  );

/** What a person confirms when what fills is full. */
export const saysFull = (rig: Rig, state: RigState): string =>
  tankFills(rig, state)
    ? "The tank is full: the drain has stopped"
    : runsOut(rig, state)
      ? "Water comes without air"
      : "The sound has stopped";

/** What is waited for while something fills, with how long it takes where that can be told. */
export function fillWait(rig: Rig, state: RigState): string {
  if (tankFills(rig, state)) return "Wait until the tank is full and the drain has stopped";
  const minutes = fillMinutes(rig, state);
  const until = runsOut(rig, state) ? "water comes without air" : "the sound stops";
  return minutes === undefined
    ? `Wait until ${until}`
    : `Wait until ${until}, about ${Math.max(1, Math.round(minutes))} min`;
}
