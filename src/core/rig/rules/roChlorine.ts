import { listed } from "../../words";
import type { Compiled } from "../compiled";
import { raise } from "../scratch";
import { are, each, rigRule } from "./rule";

/** Where the feed of a membrane enters: ahead of its own pre-filters. */
function feedOf({ rig, unitIn }: Compiled, membrane: number): number {
  const { key } = rig.units[membrane]!;
  const before = rig.units.findIndex((u) => u.of === key && u.marks.includes("filtered"));
  return unitIn[before === -1 ? membrane : before]!;
}

/** The feed of a membrane stands open to pipe in which a dose of chlorine stands (handbook 10, ruling 28). */
export const roChlorine = rigRule({
  id: "roChlorine",
  name: "chlorine to a membrane",
  conditions: ({ units }) => each(units, "Stop"),
  holds: ({ c, t, given }, first) => {
    if (!given.dosed) return;
    for (const [u, unit] of c.rig.units.entries())
      if (unit.marks.includes("permeate") && t.comp[feedOf(c, u)] === t.comp[c.house])
        raise(t.holds, first + u);
  },
  reason: (f) =>
    `${listed(f.names)} ${are(f)} open to pipe that is dosed with chlorine, which destroys the membrane`,
  remedy: () => "Keep the feed valve shut until the outlets show the source's own residual again",
});
