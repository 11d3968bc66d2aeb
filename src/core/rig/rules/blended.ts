import { listed } from "../../words";
import { raise } from "../scratch";
import { reaches } from "../ways";
import { each, rigRule } from "./rule";

/** Bypass and service both feed the house. */
export const blended = rigRule({
  id: "blended",
  name: "blended",
  conditions: ({ groups }) => each(groups, "Check"),
  holds: ({ c, t, houseLive }, first) => {
    if (!houseLive) return;
    // An edge that a ring goes through can be left out; equal units side by side have to be left out together.
    for (let i = 0; i < c.unitEdges.length; i += 1) {
      const e = c.unitEdges[i]!;
      if (!t.onPath[e] || !t.avoidable[e]) continue;
      const g = c.groupOf[e]!;
      const alone = c.groupSize[g] === 1 && c.heater < 0;
      if (alone || reaches(c, t, c.house, g, false)) raise(t.holds, first + g);
    }
  },
  reason: ({ names }) => `The house gets water through ${listed(names)} and past it at once`,
  remedy: () => "Close one of the two ways",
});
