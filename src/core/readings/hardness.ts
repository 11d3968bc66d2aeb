import { rule } from "../words";
import { atMostLevel, numberIn, open, type Derived, type ReadingKind } from "./reading";

/** mg/L as CaCO3 behind a softener (handbook 6); the levels allow for a test of one drop. */
const WANTED = 17;
const GOOD = 17.2;
const CHECK = 34.3;

const leakage = rule<{ readonly out: number }>("hardness-out", {
  reason: ({ out }, say) =>
    `${say.beside(out, WANTED, "hardness")} after the softener, ${say.of(WANTED, "hardness")} wanted`,
  remedy: (_f, _say, level) =>
    level === "Check"
      ? "Bypass fully shut? Regenerate, then test again"
      : "Bypass partly open, inlet and outlet swapped, or no brine drawn",
});

/** What was taken out, percent of what came in; nothing where nothing came in. */
export const removed = (before: number, after: number, formula: string): Derived[] =>
  before > 0
    ? [{ label: "Removed", value: (100 * (before - after)) / before, quantity: "percent", formula }]
    : [];

export const hardness: ReadingKind = {
  id: "hardness",
  label: "Hardness in and out",
  fields: [
    { id: "in", label: "Raw", quantity: "hardness" },
    { id: "out", label: "Treated", quantity: "hardness" },
  ],
  judge: (v) => {
    const [before, out] = [numberIn(v, "in"), numberIn(v, "out")];
    if (before === undefined || out === undefined) return open("Leakage");
    return {
      derived: removed(before, out, "100 × (raw − treated) ÷ raw"),
      verdict: leakage.at(atMostLevel(out, GOOD, CHECK), { out }),
    };
  },
  rules: [leakage],
};
