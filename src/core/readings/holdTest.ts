import { rule, type Say } from "../words";
import { atMostLevel, numberIn, open, type Derived, type ReadingKind } from "./reading";

/** Minutes that a hold test is watched (handbook 6). */
const WATCHED = 15;

interface HoldFacts {
  readonly per15: number;
  readonly division: number;
  readonly minutes: number;
  readonly start: number;
}
const onGauge = (v: number, say: Say) => say.of(v, "pressure", say.system === "us" ? 1 : 0);
const holdRule = rule<HoldFacts>("hold-test", {
  reason: ({ per15, division, minutes, start }, say, level) => {
    if (start <= 0) return "no pressure at the start: the test is invalid";
    if (level === "Unknown") return `watched for ${minutes.toFixed(0)} min only`;
    if (level === "Stop") return `${onGauge(per15, say)} in 15 min: a leak`;
    return `${onGauge(Math.max(0, per15), say)} in 15 min, one division is ${onGauge(division, say)}`;
  },
  remedy: ({ start }, _say, level) => {
    if (level === "Unknown") return start <= 0 ? "Test or measure it" : "Watch it for 15 min";
    return level === "Check"
      ? "Repeat it once; an opening in the region makes it invalid"
      : "Find the leak, then repeat the test";
  },
});

export const holdTest: ReadingKind = {
  id: "holdTest",
  label: "Hold test",
  fields: [
    { id: "start", label: "At the start", quantity: "pressure" },
    { id: "end", label: "At the end", quantity: "pressure" },
    { id: "minutes", label: "Watched for", quantity: "duration" },
    { id: "division", label: "One gauge division", quantity: "pressure" },
  ],
  judge: (v) => {
    const [start, end, minutes, division] = [
      numberIn(v, "start"),
      numberIn(v, "end"),
      numberIn(v, "minutes"),
      numberIn(v, "division"),
    ];
    if (start === undefined || end === undefined || !minutes || !division) return open("The drop");
    if (minutes < 0 || division < 0) return open("The drop");
    const drop = start - end;
    const per15 = (drop * WATCHED) / minutes;
    const derived: Derived[] = [
      { label: "Drop", value: drop, quantity: "pressure", formula: "start − end" },
      { label: "In 15 minutes", value: per15, quantity: "pressure", formula: "drop × 15 ÷ minutes" },
    ];
    const facts = { per15, division, minutes, start };
    if (start <= 0 || minutes < WATCHED) return { derived, verdict: holdRule.unknown(facts) };
    return { derived, verdict: holdRule.at(atMostLevel(per15, division, 2 * division), facts) };
  },
  rules: [holdRule],
};
