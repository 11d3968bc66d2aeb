import { input, known, type Figure, type TrainSchools } from "../families";
import { fixtureUnitsOf, peakByFixtureUnits, peakTogether, type DemandTables, type SiteFacts } from "../site";
import { rule } from "../words";

const COUNT = ["fixture.bathroomGroup"];
export const peakRule = rule<{ readonly beyond?: boolean }>("peak", {
  reason: ({ beyond }) =>
    beyond ? "more than 200 fixture units: the curve ends there" : "no fixtures counted",
  remedy: () => "Count the fixtures",
});

export interface Demand {
  readonly figures: readonly Figure[];
  /** L/min. */
  readonly peak?: number;
  readonly continuous?: number;
  readonly dailyLitres?: number;
}

/**
 * The fixtures whose water is treated: outdoor taps that are taken off before the train are not (handbook
 * 10, ruling 16).
 */
function treatedOnly(counts: SiteFacts["fixtures"], { outdoorBefore }: SiteFacts): SiteFacts["fixtures"] {
  if (!outdoorBefore || counts.hoseBib === undefined) return counts;
  const { hoseBib: _, ...rest } = counts;
  return rest;
}

/** Peak by both schools, the one the design uses, and continuous flow (handbook 2, Demand). */
export function judgeDemand(facts: SiteFacts, tables: DemandTables, school: TrainSchools["peak"]): Demand {
  const units = fixtureUnitsOf(treatedOnly(facts.fixtures, facts), tables);
  const byUnits = units === undefined ? undefined : peakByFixtureUnits(units, tables);
  const together = peakTogether(treatedOnly(facts.together, facts), tables);
  const both = [byUnits, together].filter((v): v is number => v !== undefined);
  const larger = both.length === 0 ? undefined : Math.max(...both);
  const chosen = facts.chosenPeak ?? school;
  const peak = { fixtureUnits: byUnits, together, larger }[chosen];
  const continuous = peak === undefined ? undefined : 0.5 * peak;
  const open = peakRule.unknown({ beyond: units !== undefined && byUnits === undefined }, COUNT);
  const openWithout = (value: number | undefined) => (value === undefined ? open : undefined);
  return {
    peak,
    continuous,
    dailyLitres:
      facts.dailyLitres ?? (facts.persons === undefined ? undefined : facts.persons * tables.litresPerPerson),
    figures: [
      {
        id: "peakUnits",
        label: "Peak by fixture units",
        quantity: "flow",
        value: byUnits,
        verdict: openWithout(byUnits),
        working: {
          formula: "curve for tank toilets at the sum of fixture units",
          inputs: known([input("fixture units", units, "plain", { survey: COUNT[0]! })]),
        },
      },
      {
        id: "peakTogether",
        label: "Peak of fixtures together",
        quantity: "flow",
        value: together,
        working: {
          formula: "sum of the flows of the fixtures ticked",
          inputs: known([input("sum", together, "flow", { survey: "together.shower" })]),
        },
      },
      {
        id: "peak",
        label: "Peak used",
        quantity: "flow",
        value: peak,
        verdict: openWithout(peak),
        working: {
          school: facts.chosenPeak ? undefined : "peak",
          formula: chosen === "larger" ? "the larger of both schools" : "the school that was picked",
          inputs: known([
            input("by fixture units", byUnits, "flow", { figure: "peakUnits" }),
            input("together", together, "flow", { figure: "peakTogether" }),
          ]),
        },
      },
      {
        id: "continuous",
        label: "Continuous",
        quantity: "flow",
        value: continuous,
        verdict: openWithout(continuous),
        working: {
          formula: "0.5 × peak",
          inputs: known([input("peak", peak, "flow", { figure: "peak" })]),
        },
      },
    ],
  };
}
