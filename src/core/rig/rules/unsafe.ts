import { raise } from "../scratch";
import { onLine } from "../line";
import type { Rig } from "../rig";
import { reaches } from "../ways";
import { rigRule, type Moment } from "./rule";

/** Is a drinking fixture fed past every working lamp and dosing pump. */
function fedUndisinfected({ c, t, houseLive }: Moment): boolean {
  if (houseLive && reaches(c, t, c.house, -1, true)) return true;
  for (let o = 0; o < c.openingIds.length; o += 1)
    if (c.drinking[o] && t.compLive[t.comp[c.openingAt[o]!]!] && reaches(c, t, c.openingAt[o]!, -1, true))
      return true;
  return false;
}

/** Is the house fed through pipe that is not proven. */
function fedUnproven({ c, t, given, houseLive }: Moment): boolean {
  if (!given.anyUnproven || !houseLive) return false;
  if (given.unproven[c.house] === 1) return true;
  for (let e = 0; e < c.edgeIds.length; e += 1)
    if (t.onPath[e] && (given.unproven[c.from[e]!] || given.unproven[c.to[e]!])) return true;
  return false;
}

/**
 * Is it this job's doing how safe the house's water is: the source is known, and units stand in its line.
 * Else the house drinks what it drank before.
 */
const isOfThisJob = (rig: Rig): boolean =>
  rig.source !== "unknown" && rig.units.some((u) => onLine(rig, u.key));

/**
 * The source is unsafe, and a drinking fixture is fed by a path on which nothing that disinfects works, or
 * through pipe not disinfected.
 */
export const unsafe = rigRule({
  id: "unsafe",
  name: "unsafe water",
  conditions: ({ rig }) => [{ subject: "house", level: isOfThisJob(rig) ? "Stop" : "Check" }],
  holds: (m, first) => {
    if (m.c.rig.source === "safe" || m.t.permitted) return;
    if (fedUndisinfected(m) || fedUnproven(m)) raise(m.t.holds, first);
  },
  reason: ({ source }) =>
    source === "unknown"
      ? "Whether the source is safe is not known, and the house is fed past what disinfects"
      : "A drinking fixture is fed past what disinfects, or through pipe that is not disinfected",
  remedy: ({ source }) =>
    source === "unknown"
      ? "Survey the source"
      : "Keep the house off until what disinfects works and the pipe behind it is proven",
  wayOut: "Leave the house off until what disinfects works and the pipe behind it is proven",
  ofPositions: true,
});
