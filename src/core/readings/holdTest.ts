import type { Level } from "../verdict";
import { listed, rule, type Say } from "../words";
import {
  atMostLevel,
  numberIn,
  open,
  type Derived,
  type ReadingContext,
  type ReadingKind,
  type ReadingValues,
  type SaysNothing,
} from "./reading";

/** Minutes that a hold test is watched (handbook 6). */
const WATCHED = 15;
/** The largest division of a gauge, as a share of the pressure at the start (handbook 10, ruling 22). */
const DIVISION = 0.05;
/** How far the pressure at the start may be from the static one (handbook 10, ruling 22). */
const FROM_STATIC = 0.2;

interface HoldFacts {
  readonly per15: number;
  readonly division: number;
  readonly minutes: number;
  readonly start: number;
  /** What of the part that is shut in holds air or warms water, by name: it hides small leaks. */
  readonly hides?: readonly string[];
}
const onGauge = (v: number, say: Say) => say.of(v, "pressure", say.system === "us" ? 1 : 0);
function shown({ per15, division, minutes, start }: HoldFacts, say: Say, level: Level): string {
  if (start <= 0) return "no pressure at the start: the test is invalid";
  if (level === "Unknown") return `watched for ${minutes.toFixed(0)} min only`;
  if (level === "Stop") return `${onGauge(per15, say)} in 15 min: a leak`;
  if (per15 < -division) return `rose ${onGauge(-per15, say)} in 15 min: something feeds or heats it`;
  return `${onGauge(Math.max(0, per15), say)} in 15 min, one division is ${onGauge(division, say)}`;
}
const holdRule = rule<HoldFacts>("hold-test", {
  reason: (facts, say, level) => {
    const { hides = [] } = facts;
    const hidden = hides.length === 0 ? "" : `; ${listed(hides)} in that part hides small leaks`;
    return `${shown(facts, say, level)}${hidden}`;
  },
  remedy: ({ start, per15, division }, _say, level) => {
    if (level === "Unknown") return start <= 0 ? "Test or measure it" : "Watch it for 15 min";
    if (per15 < -division) return "Look for a heater, a pump or a valve that passes, then repeat it";
    return level === "Check"
      ? "Repeat it once; an opening in the region makes it invalid"
      : "Find the leak, then repeat the test";
  },
});

const levelOf = (per15: number, division: number) =>
  per15 < -division ? "Check" : atMostLevel(per15, division, 2 * division);

/**
 * A test that proves nothing: too coarse a gauge, or a region that is not at the pressure of the house
 * (handbook 10, ruling 22).
 */
function refuses(v: ReadingValues, { static: still }: ReadingContext): SaysNothing | undefined {
  const [start, division] = [numberIn(v, "start"), numberIn(v, "division")];
  if (start === undefined || start <= 0) return undefined;
  if (still !== undefined && Math.abs(start / still - 1) > FROM_STATIC)
    return {
      field: "start",
      because: {
        text: "Bring it to the pressure of the house first: {still} is static here, within a fifth of it is a test",
        of: { still: { value: still, quantity: "pressure" } },
      },
    };
  if (division !== undefined && division > DIVISION * start)
    return {
      field: "division",
      because: {
        text: "Take a finer gauge: one division is at most {most} at this pressure",
        of: { most: { value: DIVISION * start, quantity: "pressure" } },
      },
    };
  return undefined;
}

export const holdTest: ReadingKind = {
  id: "holdTest",
  label: "Hold test",
  fields: [
    { id: "start", label: "At the start", quantity: "pressure" },
    { id: "end", label: "At the end", quantity: "pressure" },
    { id: "minutes", label: "Watched for", quantity: "duration", byClock: true },
    { id: "division", label: "One gauge division", quantity: "pressure" },
  ],
  judge: (v, { hides }) => {
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
    const facts = { per15, division, minutes, start, ...(hides && hides.length > 0 ? { hides } : {}) };
    if (start <= 0 || minutes < WATCHED) return { derived, verdict: holdRule.unknown(facts) };
    return { derived, verdict: holdRule.at(levelOf(per15, division), facts) };
  },
  refuses,
  shutIn: true,
  rules: [holdRule],
};
