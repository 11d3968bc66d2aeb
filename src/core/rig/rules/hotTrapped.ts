import { POWER_HEATER } from "../compiled";
import { raise } from "../scratch";
import { expands, rigRule } from "./rule";

/** Heater region cut off while energised, no expansion path. */
export const hotTrapped = rigRule({
  id: "hotTrapped",
  name: "hot trapped",
  conditions: () => [{ subject: "heater", level: "Check" }],
  holds: (m, first) => {
    const { c, t } = m;
    if (c.heater < 0 || !t.powered[POWER_HEATER]) return;
    const region = t.comp[c.heater]!;
    if (!t.compLive[region] && !t.compVented[region] && !expands(m, region)) raise(t.holds, first);
  },
  reason: () => "The heater is cut off while it is on, and heated water has nowhere to go",
  remedy: () => "Switch the heater off, or open a hot tap",
});
