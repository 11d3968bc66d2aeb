import { listed } from "../../words";
import { raise } from "../scratch";
import { are, each, rigRule } from "./rule";

/**
 * A bowl, union, cap or cut in a region that is flowing, charged or trapped. What a move opens under
 * trapped pressure is raised by the move.
 */
export const openUnderPressure = rigRule({
  id: "openUnderPressure",
  name: "open under pressure",
  conditions: ({ openings }) => each(openings, "Stop"),
  holds: ({ c, t }, first) => {
    const inner = c.edgeIds.length;
    for (let o = 0; o < c.openingIds.length; o += 1) {
      if (t.degree[inner + o] === 0 || !c.openingBare[o]) continue;
      const live = t.compLive[t.comp[c.openingAt[o]!]!];
      if (live && !(t.permitted && c.openingPermitted[o])) raise(t.holds, first + o);
    }
  },
  reason: (f) => `${listed(f.names)} ${are(f)} open, and that part of the rig is under pressure`,
  remedy: () => "Cut that part off and let its pressure out first",
});
