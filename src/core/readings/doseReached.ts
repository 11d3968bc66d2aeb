import { rule } from "../words";
import { numberIn, only, open, type ReadingKind } from "./reading";

interface ReachedFacts {
  readonly measured: number;
  readonly start?: number;
}
const reached = rule<ReachedFacts>("dose-reached", {
  reason: ({ measured, start }, say) => {
    if (start === undefined) return `${say.of(measured, "concentration")}; the dose asked for is not known`;
    const shown = say.beside(measured, start, "concentration");
    return `${shown}, at least ${say.of(start, "concentration")} before contact begins`;
  },
  remedy: ({ start }, _say, level) =>
    level === "Unknown" && start === undefined
      ? "Take the dose from the recipe of the chamber"
      : "Let it run on; if it stays short, dose again",
});

/** Chlorine at an outlet when contact is to begin (handbook 10, ruling 18). */
export const doseReached: ReadingKind = {
  id: "doseReached",
  label: "Chlorine at the outlet, before contact",
  fields: [{ id: "measured", label: "Test strip shows", quantity: "concentration" }],
  judge: (v, { dose }) => {
    const measured = numberIn(v, "measured");
    if (measured === undefined) return open("The verdict");
    if (!dose) return only(reached.unknown({ measured }));
    return only(reached.at(measured >= dose.start ? "Good" : "Stop", { measured, start: dose.start }));
  },
  rules: [reached],
};
