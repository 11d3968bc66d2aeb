import { tapPractice } from "../water/tap";
import { rule } from "../words";
import { atMostLevel, numberIn, only, open, type ReadingKind } from "./reading";

/** What household dosing stays below, mg/L (handbook 10, ruling 3). */
const DOSING = 5;

const retainedRule = rule<{ readonly measured: number; readonly most: number }>("retained-chlorine", {
  reason: ({ measured, most }, say) =>
    measured <= 0
      ? "no chlorine behind the retention tank"
      : `${say.beside(measured, most, "concentration")} behind the retention tank, at most ${say.of(most, "concentration")}`,
  remedy: ({ measured }) =>
    measured <= 0 ? "Prime the pump, look for air in its line" : "Turn the pump's stroke down",
});

/** Free chlorine behind a dosing pump's retention tank. */
export const retained: ReadingKind = {
  id: "retained",
  label: "Chlorine behind the retention tank",
  fields: [{ id: "measured", label: "Test shows", quantity: "concentration" }],
  judge: (v, { tapChlorine: most = tapPractice.chlorine }) => {
    const measured = numberIn(v, "measured");
    if (measured === undefined) return open("The verdict");
    const level = measured <= 0 ? "Stop" : atMostLevel(measured, most, Math.max(most, DOSING));
    return only(retainedRule.at(level, { measured, most }));
  },
  rules: [retainedRule],
};
