import type { Level } from "../verdict";
import { rule } from "../words";
import { numberIn, only, open, type ReadingKind } from "./reading";

interface ResidualFacts {
  readonly dose: number;
  readonly start?: number;
  readonly end: number;
}
const residualRule = rule<ResidualFacts>("residual", {
  reason: ({ dose, start, end }, say, level) => {
    const mg = (v: number) => say.of(v, "concentration");
    const began = start === undefined ? "" : `${mg(start)} at the start, `;
    const line = `${began}${mg(end)} at the end, dose ${mg(dose)}`;
    if (level === "Good") return line;
    return end <= 0 ? `${line}: absent` : `${line}: short`;
  },
  remedy: () => "Dose again and let it stand",
});

/**
 * Short of the dose when contact begins, or of half of it at the end, the contact proves nothing (handbook
 * 10, ruling 18).
 */
function levelOf({ dose, start, end }: ResidualFacts): Level {
  const beganShort = start !== undefined && start < dose;
  return beganShort || end < dose / 2 || end <= 0 ? "Stop" : "Good";
}

/** Chlorine at an outlet when contact ends. The dose is the recipe's, whatever was typed. */
export const residual: ReadingKind = {
  id: "residual",
  label: "Chlorine at the outlet, after contact",
  fields: [
    { id: "end", label: "Test strip shows", quantity: "concentration" },
    { id: "start", label: "At the start, if noted", quantity: "concentration", optional: true },
    { id: "dose", label: "Dose asked for, if no recipe says", quantity: "concentration", optional: true },
  ],
  judge: (v, context) => {
    const [typed, start, end] = [numberIn(v, "dose"), numberIn(v, "start"), numberIn(v, "end")];
    const dose = context.dose?.start ?? typed;
    if (dose === undefined || end === undefined) return open("The residual");
    const facts = { dose, start, end };
    return only(residualRule.at(levelOf(facts), facts));
  },
  rules: [residualRule],
};
