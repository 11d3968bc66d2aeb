import { rule } from "../words";
import { atMostLevel, numberIn, only, open, type ReadingKind } from "./reading";

/** The most that water may hold at a tap, mg/L, and what household dosing stays below (handbook 10, rulings 1 and 3). */
const AT_TAP = 4;
const DOSING = 5;

const retainedRule = rule<{ readonly measured: number }>("retained-chlorine", {
  reason: ({ measured }, say) =>
    measured <= 0
      ? "no chlorine behind the retention tank"
      : `${say.beside(measured, AT_TAP, "concentration")} behind the retention tank, at most ${say.of(AT_TAP, "concentration")}`,
  remedy: ({ measured }) =>
    measured <= 0 ? "Prime the pump, look for air in its line" : "Turn the pump's stroke down",
});

/** Free chlorine behind a dosing pump's retention tank. */
export const retained: ReadingKind = {
  id: "retained",
  label: "Chlorine behind the retention tank",
  fields: [{ id: "measured", label: "Test shows", quantity: "concentration" }],
  judge: (v) => {
    const measured = numberIn(v, "measured");
    if (measured === undefined) return open("The verdict");
    const level = measured <= 0 ? "Stop" : atMostLevel(measured, AT_TAP, DOSING);
    return only(retainedRule.at(level, { measured }));
  },
  rules: [retainedRule],
};
