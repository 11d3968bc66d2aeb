import { rigRule } from "@/core/rig/rules/rule";
import { raise } from "@/core/rig/scratch";

/** A rule of the rig that chapter 4 does not have: nothing in the rig is fed. */
export const allStill = rigRule({
  id: "allStill",
  name: "all still",
  conditions: () => [{ subject: "rig", level: "Check" }],
  holds: ({ t, houseLive, heaterLive }, first) => {
    if (!houseLive && !heaterLive) raise(t.holds, first);
  },
  reason: () => "Nothing in the rig moves",
  remedy: () => "Open the main",
});
