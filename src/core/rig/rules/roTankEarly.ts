import { listed } from "../../words";
import { raise } from "../scratch";
import { each, rigRule } from "./rule";

/** Tank valve open before the first rinse has run, where the unit's recipe rinses with the tank shut. */
export const roTankEarly = rigRule({
  id: "roTankEarly",
  name: "RO tank open too early",
  conditions: ({ units }) => each(units, "Check"),
  holds: ({ c, t, given }, first) => {
    for (let u = 0; u < c.rig.units.length; u += 1)
      if (c.rig.units[u]!.tank?.rinseShut && given.unflushed[u] && t.degree[c.tankEdge[u]!]! > 0)
        raise(t.holds, first + u);
  },
  reason: ({ names }) => `The tank of ${listed(names)} is open before its first rinse`,
  remedy: () => "Shut the tank valve until the rinse has run",
});
