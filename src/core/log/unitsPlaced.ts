import { keysOf } from "../families/keysOf";
import { saltKey, saltOf, tankKey } from "../fit/salt";
import type { Standing } from "../fit/standing";
import { HOUSE_END, type Point } from "../fit/wall";
import { MOST_TRANSITIONS } from "../plumbing/piping";
import { without } from "../job/job";
import { CHANGED_MEANWHILE } from "./design";
import { id, line, list, map, object, optional, whole, yesNo, type Of } from "./fields";
import { accept, logKind, office, refuse } from "./kind";

/** No wall is longer or higher, mm. */
const FAR = 100_000;
/** Where a unit stands on its wall, as the wall is drawn: water running to the right. */
export const standing = object({
  x: whole(0, FAR),
  y: whole(0, FAR),
  lies: yesNo,
  mirrored: yesNo,
});
/** Where a pipe is led through by hand. */
export const heldAt = object({ x: whole(0, FAR), y: whole(0, FAR) });
/** Which of the ways to join one end of a pipe is chosen: 0 is the first. */
export const chosenTransition = whole(0, MOST_TRANSITIONS - 1);
/**
 * `transitions`: fittings that are chosen at ends of pipes, by `u1.inlet` or `house.before`. `off`: salt
 * tanks that are taken off the wall again; `held`: pipes that are led by hand, by the unit that each leads
 * to, or the house; `freed`: those that find their own way again.
 */
const kept = {
  places: map(standing, 80),
  what: line,
  off: optional(list(id, 80)),
  held: optional(map(heldAt, 80)),
  freed: optional(list(id, 80)),
  transitions: optional(map(chosenTransition, 80)),
};
const asked = { ...kept, seen: whole(0, 1_000_000) };
declare module "./kind" {
  interface Asked {
    unitsPlaced: Of<typeof asked>;
  }
  interface Kept {
    unitsPlaced: Of<typeof kept>;
  }
}
declare module "../job/job" {
  interface JobState {
    /** Where units stand on their wall, by their key, as far as somebody placed them. */
    readonly places: Readonly<Record<string, Standing>>;
    /** Points that pipes are led through by hand, by the unit that each leads to, or the house. */
    readonly held: Readonly<Record<string, Point>>;
    /** Which way is chosen to join an end of a pipe, by that end; the first where nobody chose. */
    readonly transitions: Readonly<Record<string, number>>;
  }
}

const isHouseEnd = (end: string): boolean => end === "house.before" || end === "house.behind";

export const unitsPlaced = logKind({
  kind: "unitsPlaced",
  asked,
  kept,
  may: office,
  touchesDesign: true,
  begins: { places: {}, held: {}, transitions: {} },
  leavesSigned: () => true,
  decide: (job, { places, what, off = [], held = {}, freed = [], transitions = {}, seen }) => {
    if (seen !== job.designSeq) return refuse(CHANGED_MEANWHILE);
    const keys = new Set(job.units.map((u) => u.key));
    // Each of those side by side has a salt tank of its own.
    const valves = new Set(job.units.flatMap(keysOf));
    const beside = new Set([...valves].flatMap((key) => [saltKey(key), tankKey(key)]));
    const isKnown = (key: string) => keys.has(key) || valves.has(key) || beside.has(key);
    const strange = Object.keys(places).find((key) => !isKnown(key));
    if (strange !== undefined) return refuse(`${strange} is no unit of this design`);
    if (off.some((key) => saltOf(key) === undefined))
      return refuse("A salt tank alone is taken off the wall");
    const nowhere = Object.keys(held).find((key) => key !== HOUSE_END && !keys.has(key));
    if (nowhere !== undefined) return refuse(`No pipe of this design leads to ${nowhere}`);
    const nothing = Object.keys(transitions).find(
      (end) => !keys.has(end.replace(/\.[^.]*$/, "")) && !isHouseEnd(end),
    );
    if (nothing !== undefined) return refuse(`No pipe of this design ends at ${nothing}`);
    return accept({
      places,
      what,
      ...(off.length > 0 ? { off } : {}),
      ...(Object.keys(held).length > 0 ? { held } : {}),
      ...(freed.length > 0 ? { freed } : {}),
      ...(Object.keys(transitions).length > 0 ? { transitions } : {}),
    });
  },
  apply: (job, { places, off = [], held = {}, freed = [], transitions = {} }) => ({
    ...job,
    transitions: { ...job.transitions, ...transitions },
    held: freed.reduce((left, key) => without(left, key), { ...job.held, ...held }),
    places: off.reduce((kept, key) => without(kept, key), { ...job.places, ...places }),
  }),
});
