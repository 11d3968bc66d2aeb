import { positionsOf, type BypassHead } from "../../families";
import type { SchemeUnit } from "./asked";
import { opened, opening, plug, selfActing, together } from "./fixtures";
import type { Degree, Treating } from "./inside";
import { named } from "./named";
import type { Inside, SchemeBuilder } from "./scheme";

/** What one of several equal units is called, how it stands among them, and on whose line. */
export type OwnOf = Partial<Pick<Treating, "key" | "name" | "group" | "on">>;

/** What the water passes of a unit, from `in` to `out`. */
function treating(unit: SchemeUnit, own: OwnOf): Inside {
  const key = own.key ?? unit.key;
  return {
    ways: [{ id: `${key}.unit`, from: "in", to: "out", kind: "unit", unit: key }],
    treats: [
      {
        key,
        name: unit.name,
        family: unit.family,
        media: unit.media,
        gentle: unit.gentle,
        flush: unit.flush,
        marks: [...unit.marks],
        clock: unit.clock,
        uv: unit.uv,
        doses: unit.doses,
        pump: unit.pump,
        ...own,
      },
    ],
  };
}

/** What a unit of a branch has inside, from `in` to `out`. */
export const unitOnBranch = (unit: SchemeUnit): Inside => treating(unit, { on: unit.on?.unit });

/**
 * What a unit of the house's line has inside, from `in` to `out`: what treats the water, and what opens it
 * to the air or to the drain.
 */
export function unitInLine(
  unit: SchemeUnit,
  { key, name, group }: OwnOf & Pick<Treating, "key" | "name">,
  place: string,
): Inside {
  const closures: Inside[] = [];
  if (unit.vent) {
    const { name: called, closure } = unit.vent;
    const vent = `${called.charAt(0).toUpperCase()}${called.slice(1)} of ${name}`;
    closures.push(opening(named("vent", key), vent, closure ? "cap" : "vent", place, {}, "out"));
  }
  if (unit.uv)
    closures.push(opening(named("sleeveNut", key), `Sleeve nut of ${name}`, "union", place, {}, "out"));
  if (unit.drain)
    closures.push(selfActing(named("drainLine", key), `Drain line of ${name}`, unit.drain, place, "in"));
  return together(treating(unit, { key, name, group }), ...closures);
}

/**
 * The head on a tank, with its four ports: the line's `from` and `on`, and the tank's `inlet` and `outlet`;
 * what each position of the maker's opens.
 */
export function head(key: string, name: string, place: string, bypass: BypassHead): Inside {
  const [enter, leave, past] = [`${key}.enter`, `${key}.leave`, `${key}.past`];
  const opens = (...open: readonly string[]) => opened([enter, leave, past], open);
  const sets: Readonly<Record<string, Record<string, Degree>>> = {
    service: opens(enter, leave),
    bypass: opens(past),
    shut: opens(),
    diagnostic: opens(enter, past),
  };
  return {
    ways: [
      { id: enter, from: "from", to: "inlet", kind: "valve" },
      { id: leave, from: "outlet", to: "on", kind: "valve" },
      { id: past, from: "from", to: "on", kind: "valve" },
    ],
    handles: [
      {
        ...named("head", key),
        name: `Bypass head of ${name}`,
        kind: "head",
        place,
        normal: "service",
        positions: positionsOf(bypass).map((p) => ({
          name: p.name,
          edges: sets[p.name]!,
          stands: p.stands,
          angles: p.angles,
        })),
      },
    ],
  };
}

/** The plug of a lamp or a pump; nothing where the unit has neither. */
export function plugOf(s: SchemeBuilder, unit: SchemeUnit, key: string, name: string, place: string): void {
  const called = unit.uv ? "Lamp" : unit.doses ? "Dosing pump" : unit.pump ? "Plug" : undefined;
  if (called) s.part({}, plug(named("plug", key), `${called} of ${name}`, key, place));
}
