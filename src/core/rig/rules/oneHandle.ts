import { inSentence, listed } from "../../words";
import { raise } from "../scratch";
import { each, rigRule, type Moment } from "./rule";

/** Does one closed valve that nobody tied part a region from a live one. */
function heldByOneValve({ c, t }: Moment, region: number): boolean {
  for (let e = 0; e < c.edgeIds.length; e += 1) {
    if (t.degree[e] !== 0 || c.tied[e]) continue;
    const a = t.comp[c.from[e]!]!;
    const b = t.comp[c.to[e]!]!;
    if ((a === region && t.compLive[b]) || (b === region && t.compLive[a])) return true;
  }
  return false;
}

/** A single closed valve holds back pressure from an uncapped end. */
export const oneHandle = rigRule({
  id: "oneHandle",
  name: "one handle from open",
  conditions: ({ openings }) => each(openings, "Check"),
  holds: (m, first) => {
    const { c, t } = m;
    const inner = c.edgeIds.length;
    for (let o = 0; o < c.openingIds.length; o += 1) {
      if (t.degree[inner + o] === 0 || !c.openingBare[o]) continue;
      const region = t.comp[c.openingAt[o]!]!;
      if (!t.compLive[region] && heldByOneValve(m, region)) raise(t.holds, first + o);
    }
  },
  reason: ({ names }) => `One closed valve alone holds the pressure back from ${inSentence(listed(names))}`,
  remedy: () => "Cap it, or tie the handle",
});
