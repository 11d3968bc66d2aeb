import { POWER_HEATER } from "../compiled";
import { raise } from "../scratch";
import { expands, isDosed, rigRule, type Moment } from "./rule";

/** Has the dose come to the heater: it was drawn into it, or its inlet stands open to it. */
const isInHeater = (m: Moment): boolean =>
  m.given.dosed[m.c.heater] === 1 || isDosed(m, m.t.comp[m.c.heater]!);

/**
 * The heater is on while a dose stands in the pipes: never where it is dosed; with its inlet shut only
 * where its water can expand (handbook 10, ruling 27).
 */
export const heaterDosed = rigRule({
  id: "heaterDosed",
  name: "heater on in a contact",
  conditions: () => [{ subject: "heater", level: "Stop" }],
  holds: (m, first) => {
    const { c, t, given } = m;
    if (!given.anyDosed || c.heater < 0 || !t.powered[POWER_HEATER]) return;
    if (isInHeater(m) || !expands(m, t.comp[c.heater]!)) raise(t.holds, first);
  },
  reason: () => "The heater is on while chlorine stands in the pipes",
  remedy: () =>
    "Leave it off until every outlet is flushed; it may stay on only with its inlet shut and an expansion vessel behind that valve",
  wayOut: "The heater stays off until every outlet is flushed",
});
