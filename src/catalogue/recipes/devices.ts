import type { Recipe, RecipeStep } from "../../core/run/recipe";
import { dry, dryFirst } from "./dry";
import { serial } from "./serial";

/** Fits a device into a pipe, arrow with the flow. */
const fit: RecipeStep = {
  id: "fit",
  stage: "join",
  kind: "do",
  title: "Fit {unit}, arrow with the flow",
  lists: ["ports"],
  why: "Backwards it blocks, or does nothing.",
  work: 20,
  water: "bypassed",
  cautions: ["leadFree"],
};

/** Asked of what holds no water of its own: it is dry when the line it stands in was filled. */
const deviceDry: RecipeStep = {
  ...dry,
  goal: undefined,
  check: { question: "Every joint of {unit} dry, at a quarter and at full pressure?" },
};

export const lineDevice: Recipe = {
  id: "line-device",
  version: 1,
  title: "Restrictor or check valve",
  families: ["restrictor", "checkValve"],
  steps: [fit, deviceDry],
};

/** Set to what the design says, and read back (handbook 10, ruling 12). */
export const reducingValve: Recipe = {
  id: "reducing-valve",
  version: 1,
  title: "Reducing valve",
  families: ["reducer"],
  steps: [
    fit,
    deviceDry,
    {
      id: "set",
      stage: "start",
      kind: "read",
      title: "Set {unit}, and read the pressure behind it back",
      why: "A valve as delivered is set to anything.",
      work: 10,
      water: "on",
      read: { reading: "staticPressure", place: "Behind the reducing valve, nothing running", when: "after" },
    },
  ],
};

export const expansionVessel: Recipe = {
  id: "expansion-vessel",
  version: 1,
  title: "Expansion vessel",
  families: ["expansionVessel"],
  steps: [
    {
      id: "precharge",
      stage: "place",
      kind: "check",
      title: "Check the vessel's pre-charge, empty",
      why: "Set wrong, it takes up nothing.",
      work: 5,
      water: "any",
      check: { question: "Pre-charge, empty, set to the pressure of the house at rest?" },
    },
    { ...fit, title: "Fit {unit} on the heater's cold side", why: "No valve may part it from the heater." },
    deviceDry,
  ],
};

export const houseBooster: Recipe = {
  id: "house-booster",
  version: 1,
  title: "Booster pump for the house",
  families: ["booster"],
  steps: [
    fit,
    serial,
    {
      id: "fill",
      stage: "start",
      kind: "turn",
      title: "Fill {unit} slowly",
      why: "A pump without water is ruined in a minute.",
      work: 3,
      water: "on",
      turn: { direction: "a quarter, then full", seenFrom: "the handle" },
      goal: { want: "fill" },
      cautions: ["standClear"],
    },
    dryFirst,
    dry,
    {
      id: "power",
      stage: "start",
      kind: "check",
      title: "Pump power, with water in it",
      why: "A pump without water is ruined in a minute.",
      work: 3,
      water: "on",
      power: "on",
      goal: { want: "stand", positions: { plug: "on" } },
      check: { question: "Water at the pump, outlet protected, pump runs and stops by its switch?" },
      cautions: ["dryPump", "groundFault"],
    },
  ],
};
