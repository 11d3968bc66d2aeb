import { listed } from "../../words";
import { powerOfUnit } from "../compiled";
import { bit, raise } from "../scratch";
import { each, rigRule } from "./rule";

/** A pump is energised while its inlet region is empty or not reached from the main. */
export const dryPump = rigRule({
  id: "dryPump",
  name: "dry pump",
  conditions: ({ units }) => each(units, "Stop"),
  holds: ({ c, t, s, base, l }, first) => {
    for (let u = 0; u < c.rig.units.length; u += 1) {
      if (!c.rig.units[u]!.pump || !t.powered[powerOfUnit(u)] || c.unitIn[u]! < 0) continue;
      const inlet = c.unitIn[u]!;
      const isFull = bit(s, base + l.wet, inlet) && !bit(s, base + l.filling, inlet);
      if (!t.compLive[t.comp[inlet]!] || !isFull) raise(t.holds, first + u);
    }
  },
  reason: ({ names }) => `${listed(names)} runs with no water at its inlet`,
  remedy: () => "Feed it before it is switched on",
  wayOut: "Feed the pump first",
});
