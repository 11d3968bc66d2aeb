import { listed } from "../../words";
import { powerOfUnit } from "../compiled";
import { bit, raise } from "../scratch";
import { each, rigRule } from "./rule";

/** A lamp stays on without flow for longer than its unit allows, during a wait of the run (handbook 10, ruling 33). */
export const lampStill = rigRule({
  id: "lampStill",
  name: "lamp without flow",
  conditions: ({ units }) => each(units, "Check"),
  holds: ({ c, t, given, s, base, l }, first) => {
    for (let u = 0; u < c.rig.units.length; u += 1) {
      if (!given.lampStill[u] || !t.powered[powerOfUnit(u)] || c.unitOut[u]! < 0) continue;
      const behind = t.comp[c.unitOut[u]!]!;
      const stands = t.compLive[behind] && bit(s, base + l.wet, c.unitOut[u]!) && !t.compVented[behind];
      if (stands) raise(t.holds, first + u);
    }
  },
  reason: ({ names }) =>
    `The lamp of ${listed(names)} is on for longer without flow than the unit allows: the water in its chamber gets hot`,
  remedy: () => "Unplug the lamp for this wait, or let a tap run",
});
