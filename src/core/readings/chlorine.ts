import { emptyBedContactTime } from "../treatment";
import { rule } from "../words";
import { removed } from "./hardness";
import { atMostLevel, numberIn, open, type Derived, type ReadingKind } from "./reading";

/** mg/L behind the carbon (handbook 6). */
const GOOD = 0.1;
const CHECK = 0.3;

const leftOver = rule<{ readonly out: number }>("chlorine-out", {
  reason: ({ out }, say) =>
    `${say.beside(out, GOOD, "concentration")} after the carbon, at most ${say.of(GOOD, "concentration")}`,
  remedy: (_f, _say, level) =>
    level === "Check"
      ? "Slower flow, or a longer rinse; then test again"
      : "Bed channelled, bypass partly open, or the tank too small",
});

export const chlorine: ReadingKind = {
  id: "chlorine",
  label: "Chlorine in and out",
  fields: [
    { id: "in", label: "Before the carbon", quantity: "concentration" },
    { id: "out", label: "After it", quantity: "concentration" },
    { id: "flow", label: "At a flow of", quantity: "flow" },
  ],
  judge: (v, { carbonLitres }) => {
    const [before, out, flow] = [numberIn(v, "in"), numberIn(v, "out"), numberIn(v, "flow")];
    if (before === undefined || out === undefined) return open("Removal");
    const derived: Derived[] = removed(before, out, "100 × (in − out) ÷ in");
    if (carbonLitres && flow)
      derived.push({
        label: "Contact time",
        value: emptyBedContactTime(carbonLitres, flow),
        quantity: "plain",
        suffix: "min",
        formula: "media ÷ flow",
      });
    return { derived, verdict: leftOver.at(atMostLevel(out, GOOD, CHECK), { out }) };
  },
  rules: [leftOver],
};
