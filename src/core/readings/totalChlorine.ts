import { rule } from "../words";
import { removed } from "./hardness";
import { atMostLevel, numberIn, open, type ReadingKind } from "./reading";

/** mg/L of total chlorine behind catalytic carbon (handbook 10, ruling 4). */
const GOOD = 0.1;
const CHECK = 0.3;

const leftOver = rule<{ readonly out: number; readonly proves?: boolean }>("total-chlorine-out", {
  reason: ({ out, proves }, say) =>
    proves === false
      ? "nothing before the carbon and nothing after it proves nothing"
      : `${say.beside(out, GOOD, "concentration")} total chlorine after the carbon, at most ${say.of(GOOD, "concentration")}`,
  remedy: ({ proves }, _say, level) => {
    if (proves === false) return "Test again when the street's water carries chloramine";
    return level === "Check"
      ? "Slower flow, or a longer rinse; then test again"
      : "Bed channelled, bypass partly open, or the tank too small for chloramine";
  },
});

/** Chloramine shows as total chlorine, not as free chlorine: what catalytic carbon is there for is proved by it. */
export const totalChlorine: ReadingKind = {
  id: "totalChlorine",
  label: "Total chlorine in and out",
  fields: [
    { id: "in", label: "Before the carbon", quantity: "concentration" },
    { id: "out", label: "After it", quantity: "concentration" },
  ],
  judge: (v) => {
    const [before, out] = [numberIn(v, "in"), numberIn(v, "out")];
    if (before === undefined || out === undefined) return open("Removal");
    if (before <= 0) return { derived: [], verdict: leftOver.unknown({ out, proves: false }) };
    const derived = removed(before, out, "100 × (in − out) ÷ in");
    return { derived, verdict: leftOver.at(atMostLevel(out, GOOD, CHECK), { out }) };
  },
  rules: [leftOver],
};
