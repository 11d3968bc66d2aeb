import type { Level } from "../verdict";
import { rule } from "../words";
import { numberIn, only, open, type ReadingKind } from "./reading";

interface ResidualFacts {
  readonly dose: number;
  readonly start: number;
  readonly end: number;
}
const residualRule = rule<ResidualFacts>("residual", {
  reason: ({ dose, start, end }, say, level) => {
    const mg = (v: number) => say.of(v, "concentration");
    const line = `${mg(start)} at the start, ${mg(end)} at the end, dose ${mg(dose)}`;
    if (level === "Stop") return `${line}: absent`;
    return level === "Check" ? `${line}: short` : line;
  },
  remedy: () => "Dose again and let it stand",
});

function levelOf({ dose, start, end }: ResidualFacts): Level {
  if (start <= 0 || end <= 0) return "Stop";
  return start >= dose && end >= dose / 2 ? "Good" : "Check";
}

export const residual: ReadingKind = {
  id: "residual",
  label: "Residual in disinfection",
  fields: [
    { id: "dose", label: "Dose asked for", quantity: "concentration" },
    { id: "start", label: "At the start", quantity: "concentration" },
    { id: "end", label: "At the end", quantity: "concentration" },
  ],
  judge: (v) => {
    const [dose, start, end] = [numberIn(v, "dose"), numberIn(v, "start"), numberIn(v, "end")];
    if (dose === undefined || start === undefined || end === undefined) return open("The residual");
    const facts = { dose, start, end };
    return only(residualRule.at(levelOf(facts), facts));
  },
  rules: [residualRule],
};
