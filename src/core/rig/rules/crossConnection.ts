import { listed } from "../../words";
import { raise } from "../scratch";
import { each, rigRule } from "./rule";

/** Any path joins potable pipe to a drain without an air gap. */
export const crossConnection = rigRule({
  id: "crossConnection",
  name: "cross-connection",
  conditions: ({ openings }) => each(openings, "Stop"),
  holds: ({ c, t }, first) => {
    const inner = c.edgeIds.length;
    for (let o = 0; o < c.openingIds.length; o += 1)
      if (t.degree[inner + o]! > 0 && c.openingGapless[o]) raise(t.holds, first + o);
  },
  reason: ({ names }) => `${listed(names)} joins potable pipe to a drain without an air gap`,
  remedy: () => "Make an air gap",
  ofPositions: true,
});
