import { listed } from "../../words";
import { powerOfUnit } from "../compiled";
import { bit, raise } from "../scratch";
import { each, rigRule } from "./rule";

/**
 * UV lamp on while its chamber is empty; a Check where the unit's recipe powers the lamp first, until its
 * stated minutes have run.
 */
export const lampInAir = rigRule({
  id: "lampInAir",
  name: "lamp in air",
  conditions: ({ units }) => [...each(units, "Stop"), ...each(units, "Check")],
  holds: ({ c, t, given, s, base, l }, first) => {
    for (let u = 0; u < c.rig.units.length; u += 1) {
      const { uv } = c.rig.units[u]!;
      if (!uv || !t.powered[powerOfUnit(u)] || c.unitIn[u]! < 0) continue;
      const holdsWater = (knot: number) => bit(s, base + l.wet, knot) && !bit(s, base + l.filling, knot);
      const full = holdsWater(c.unitIn[u]!) && holdsWater(c.unitOut[u]!);
      const ahead = uv.lampFirst && given.lampPending[u];
      if (!full) raise(t.holds, first + u + (ahead ? c.rig.units.length : 0));
    }
  },
  reason: ({ names }) => `The lamp of ${listed(names)} is on in an empty chamber`,
  remedy: (_f, _say, level) =>
    level === "Check"
      ? "The recipe powers the lamp first; fill the chamber as soon as its minutes have run"
      : "Fill and vent the chamber first",
  wayOut: "The lamp stays off until its chamber is full",
});
