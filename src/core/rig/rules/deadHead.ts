import { listed } from "../../words";
import { powerOfUnit } from "../compiled";
import { bit, raise } from "../scratch";
import { each, rigRule } from "./rule";

/** A pump runs with every outlet closed and no pressure switch. */
export const deadHead = rigRule({
  id: "deadHead",
  name: "dead-head",
  conditions: ({ units }) => each(units, "Check"),
  holds: ({ c, t, s, base, l }, first) => {
    for (let u = 0; u < c.rig.units.length; u += 1) {
      const { pump } = c.rig.units[u]!;
      if (!pump || pump.pressureSwitch || !t.powered[powerOfUnit(u)] || c.unitIn[u]! < 0) continue;
      const fed = t.compLive[t.comp[c.unitIn[u]!]!] && bit(s, base + l.wet, c.unitIn[u]!);
      if (fed && !t.compVented[t.comp[c.unitOut[u]!]!]) raise(t.holds, first + u);
    }
  },
  reason: ({ names }) => `${listed(names)} runs against closed outlets and has no pressure switch`,
  remedy: () => "Open an outlet, or switch it off",
});
