import { listed } from "../../words";
import { raise } from "../scratch";
import { isMembrane, prefiltersOf } from "./membrane";
import { each, rigRule } from "./rule";

/**
 * Pre-filters that the unit's recipe rinses first stand open to their membrane before they are rinsed
 * (handbook 10, ruling 28).
 */
export const finesToMembrane = rigRule({
  id: "finesToMembrane",
  name: "fines to membrane",
  conditions: ({ units }) => each(units, "Check"),
  holds: ({ c, t, given }, first) => {
    for (let u = 0; u < c.rig.units.length; u += 1) {
      if (!isMembrane(c, u)) continue;
      const before = prefiltersOf(c, u);
      if (before === -1 || !given.unrinsed[before]) continue;
      const filtered = t.comp[c.unitOut[before]!]!;
      if (t.compLive[filtered] && filtered === t.comp[c.unitIn[u]!]) raise(t.holds, first + u);
    }
  },
  reason: ({ names }) =>
    `The pre-filters of ${listed(names)} are not rinsed yet, and their fines go onto the membrane`,
  remedy: () => "Take the line before the membrane apart, and rinse the pre-filters into a bucket first",
});
