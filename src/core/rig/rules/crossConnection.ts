import { listed } from "../../words";
import { raise } from "../scratch";
import { each, rigRule } from "./rule";

/**
 * Any path joins potable pipe to a drain without an air gap; a Check where nobody has looked whether there
 * is one (handbook 10, ruling 34).
 */
export const crossConnection = rigRule({
  id: "crossConnection",
  name: "cross-connection",
  conditions: ({ openings }) => [...each(openings, "Stop"), ...each(openings, "Check")],
  holds: ({ c, t }, first) => {
    const inner = c.edgeIds.length;
    const all = c.openingIds.length;
    for (let o = 0; o < all; o += 1) {
      if (!c.openingGapless[o] && !c.openingGapUnknown[o]) continue;
      // What opens by itself joins the drain as soon as it has water.
      const opens = c.openingSelfActing[o] && t.compLive[t.comp[c.openingAt[o]!]!];
      if (t.degree[inner + o]! === 0 && !opens) continue;
      raise(t.holds, first + o + (c.openingGapless[o] ? 0 : all));
    }
  },
  reason: ({ names }, _say, level) =>
    level === "Stop"
      ? `${listed(names)} joins potable pipe to a drain without an air gap`
      : `${listed(names)} leads to a drain, and whether through an air gap is not known`,
  remedy: (_f, _say, level) =>
    level === "Stop" ? "Make an air gap" : "Look at the drain, and say so in the survey",
  ofPositions: true,
});
