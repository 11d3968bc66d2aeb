import { rule } from "../words";
import { bleachDose } from "../water/dose";
import { numberIn, only, open, type ReadingKind } from "./reading";

/** How far what was poured may be from what was computed, as a share of it: a jug is read no closer. */
const NEAR = 0.1;

interface DosedFacts {
  readonly poured: number;
  /** L of bleach that this strength asks for; absent where the volume of the pipes is not known. */
  readonly asked?: number;
}
const ml = (litres: number) => `${Math.round(litres * 1000)} mL`;
const dosedRule = rule<DosedFacts>("dosed", {
  reason: ({ poured, asked }) =>
    asked === undefined
      ? `${ml(poured)} poured; the volume of the pipes is not known, so nothing says that it is enough`
      : `${ml(poured)} poured, ${ml(asked)} computed`,
  remedy: ({ poured, asked }, _say, level) => {
    if (asked === undefined) return "Enter the lengths of pipe behind the chamber in the survey";
    if (level === "Stop") return "Pour the rest before the taps are opened";
    return poured > asked ? "More than asked for: flush longer" : "";
  },
});

/**
 * Bleach poured at the dosing place, against what volume and strength ask for (handbook 5, Dose; handbook
 * 10, ruling 18).
 */
export const dosed: ReadingKind = {
  id: "dosed",
  label: "Bleach poured",
  fields: [
    { id: "poured", label: "Poured", quantity: "volume" },
    { id: "strength", label: "Strength on its label", quantity: "percent" },
  ],
  judge: (v, { dose }) => {
    const [poured, strength] = [numberIn(v, "poured"), numberIn(v, "strength")];
    if (poured === undefined || strength === undefined || strength <= 0) return open("The dose");
    if (dose?.litres === undefined) return only(dosedRule.unknown({ poured }));
    const asked = bleachDose({ litres: dose.litres, mgPerL: dose.start, percent: strength }) / 1000;
    const level = poured < asked * (1 - NEAR) ? "Stop" : poured > asked * 2 ? "Check" : "Good";
    return only(dosedRule.at(level, { poured, asked }));
  },
  refuses: (v) => {
    if (numberIn(v, "poured") === 0)
      return { field: "poured", because: { text: "Nothing poured disinfects nothing: enter what went in" } };
    return (numberIn(v, "strength") ?? 1) <= 0
      ? { field: "strength", because: { text: "Enter the strength in percent, as on the label" } }
      : undefined;
  },
  provesNothing: true,
  rules: [dosedRule],
};
