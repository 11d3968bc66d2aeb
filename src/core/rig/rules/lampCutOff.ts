import { listed } from "../../words";
import { powerOfUnit } from "../compiled";
import { bit, raise } from "../scratch";
import { are, each, rigRule, type Moment } from "./rule";

/** Is the chamber opened: a closure of its own off, its lamp in reach of eyes and water. */
function isOpened({ c, t }: Moment, u: number): boolean {
  const inner = c.edgeIds.length;
  for (let o = 0; o < c.openingIds.length; o += 1)
    if (t.degree[inner + o]! > 0 && c.openingBare[o] && c.openingAt[o] === c.unitOut[u]) return true;
  return false;
}

/**
 * A lamp on in a chamber that is cut off; a Stop where the chamber is opened or its water has a way out
 * (handbook 10, ruling 33).
 */
export const lampCutOff = rigRule({
  id: "lampCutOff",
  name: "lamp cut off",
  conditions: ({ units }) => [...each(units, "Stop"), ...each(units, "Check")],
  holds: (m, first) => {
    const { c, t, s, base, l } = m;
    for (let u = 0; u < c.rig.units.length; u += 1) {
      if (!c.rig.units[u]!.uv || !t.powered[powerOfUnit(u)] || c.unitIn[u]! < 0) continue;
      if (isOpened(m, u)) {
        raise(t.holds, first + u);
        continue;
      }
      const [a, b] = [t.comp[c.unitIn[u]!]!, t.comp[c.unitOut[u]!]!];
      // In an empty chamber it is a lamp in air.
      if (t.compLive[a] || t.compLive[b] || !bit(s, base + l.wet, c.unitIn[u]!)) continue;
      const runsOut = t.compVented[a] || t.compVented[b];
      raise(t.holds, first + u + (runsOut ? 0 : c.rig.units.length));
    }
  },
  reason: (f, _say, level) =>
    level === "Stop"
      ? `The lamp of ${listed(f.names)} is on, and its chamber ${are(f)} open or runs empty`
      : `The lamp of ${listed(f.names)} heats water that is cut off`,
  remedy: () => "Unplug the lamp first",
  wayOut: "Unplug the lamp first",
});
