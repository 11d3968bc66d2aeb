import type { UnitModel } from "../core/families";
import type { Sample } from "../core/record";

/**
 * A house that recipes are tried on: what its survey says, by field, and the units without which its water
 * is not for a house.
 */
export interface SampleHouse {
  readonly id: string;
  readonly label: string;
  readonly answers: Readonly<Record<string, string>>;
  readonly barrier: readonly string[];
}

const rooms = {
  "household.daily": "230 gal",
  "household.drinkers": "4",
  "fixture.kitchenSink": "1",
  "fixture.bathroomGroup": "2",
  "fixture.toilet": "1",
  "drain.airGap": "yes",
  "sink.rise": "2 m",
  "takeoff.outdoor": "before",
} as const;

/** Houses to try recipes on, made up: town water, and a well that nobody may drink from untreated. */
export const sampleHouses: readonly SampleHouse[] = [
  {
    id: "town",
    label: "Town water, electric heater",
    barrier: [],
    answers: {
      ...rooms,
      "source.kind": "municipal",
      "source.static": "58 psi",
      "source.flowing": "50 psi",
      "source.flowingAt": "5 gpm",
      "heater.kind": "electric",
      "water.hardness": "22 gpg",
      "water.chlorine": "1.1",
      "water.chloramine": "<0.05",
      "water.iron": "0.08",
      "water.tds": "420",
      "water.ph": "7.4",
      "water.temperature": "52 °F",
    },
  },
  {
    id: "well",
    label: "Well with coliform, gas heater",
    barrier: ["PS-10", "UV-45"],
    answers: {
      ...rooms,
      "source.kind": "well",
      "source.static": "50 psi",
      "heater.kind": "gas",
      "water.hardness": "12 gpg",
      "water.coliform": "present",
      "water.iron": "1.5",
      "water.tds": "300",
      "water.ph": "7.1",
      "water.temperature": "50 °F",
    },
  },
];

/** What a unit is tried in: alone, or ahead of the barrier that the house needs. */
export const sampleOf = (unit: Pick<UnitModel, "code" | "family">, house: SampleHouse): Sample => ({
  answers: house.answers,
  units: unit.family === "uv" ? [unit.code] : [unit.code, ...house.barrier],
});
