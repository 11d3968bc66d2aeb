import type { Family } from "./family";

/** A check valve: nothing flows back, and what warms up behind it finds no way out (handbook 10, rulings 11 and 12). */
export const checkValve: Family = {
  id: "checkValve",
  label: "Check valve",
  figures: {},
  judge: () => ({
    figures: [],
    verdicts: [],
    cautions: ["It closes the system: a heater that stores water needs an expansion vessel."],
  }),
  rules: [],
  connects: () => "line",
  rig: { media: false, flushed: false, gentle: "open" },
  shape: "small",
  service: [{ what: "Shut the main and see that the check valve holds", when: "once a year" }],
  told: [],
};
