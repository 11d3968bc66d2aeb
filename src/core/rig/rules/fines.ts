import { listed } from "../../words";
import { raise } from "../scratch";
import { are, each, rigRule } from "./rule";

/** A unit that is not flushed is on a path to house or heater, unless that opening is the step's flush point. */
export const fines = rigRule({
  id: "fines",
  name: "fines to fixtures",
  conditions: ({ units }) => each(units, "Stop"),
  holds: ({ c, t, given, houseLive, heaterLive }, first) => {
    if (!given.anyUnflushed || !(houseLive || heaterLive)) return;
    for (let i = 0; i < c.unitEdges.length; i += 1) {
      const e = c.unitEdges[i]!;
      const u = c.unitOf[e]!;
      if (!t.onPath[e] || !given.unflushed[u]) continue;
      const flushedNow = t.permitted && (c.circumstances.permit!.units ?? []).includes(c.rig.units[u]!.key);
      if (!flushedNow) raise(t.holds, first + u);
    }
  },
  reason: (f) => `${listed(f.names)} ${are(f)} not flushed, and the next tap would draw fines`,
  remedy: () => "Set it to bypass, or flush it at a cold tap without its aerator",
  wayOut: "Flush the unit first, at a cold tap without its aerator",
  ofPositions: true,
});
