import { POWER_HEATER } from "../compiled";
import { bit, PURGED, raise } from "../scratch";
import { rigRule } from "./rule";

/** Heater energised while its region is empty, still filling, or not yet purged of air (handbook 10, ruling 31). */
export const dryHeater = rigRule({
  id: "dryHeater",
  name: "dry heater",
  conditions: () => [{ subject: "heater", level: "Stop" }],
  holds: ({ c, t, s, base, l }, first) => {
    if (c.heater < 0 || !t.powered[POWER_HEATER]) return;
    const isFull = bit(s, base + l.wet, c.heater) && !bit(s, base + l.filling, c.heater);
    if (!isFull || !(s[base + l.rest]! & PURGED)) raise(t.holds, first);
  },
  reason: () => "The heater is energised without water, or with air in it",
  remedy: () => "Run a hot tap until no air comes, then power",
  wayOut: "The heater stays off until it is full",
});
