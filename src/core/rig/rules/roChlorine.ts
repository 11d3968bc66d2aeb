import { listed } from "../../words";
import type { Compiled } from "../compiled";
import { raise } from "../scratch";
import { isMembrane, prefiltersOf } from "./membrane";
import { are, each, isDosed, rigRule } from "./rule";

/** Where the feed of a membrane enters: ahead of its own pre-filters. */
function feedOf(c: Compiled, membrane: number): number {
  const before = prefiltersOf(c, membrane);
  return c.unitIn[before === -1 ? membrane : before]!;
}

/** The feed of a membrane stands open to pipe in which a dose of chlorine stands (handbook 10, ruling 28). */
export const roChlorine = rigRule({
  id: "roChlorine",
  name: "chlorine to a membrane",
  conditions: ({ units }) => each(units, "Stop"),
  holds: (m, first) => {
    const { c, t, given } = m;
    if (!given.anyDosed) return;
    for (let u = 0; u < c.rig.units.length; u += 1)
      if (isMembrane(c, u) && isDosed(m, t.comp[feedOf(c, u)]!)) raise(t.holds, first + u);
  },
  reason: (f) =>
    `${listed(f.names)} ${are(f)} open to pipe that is dosed with chlorine, which destroys the membrane`,
  remedy: () => "Keep the feed valve shut until the outlets show the source's own residual again",
});
