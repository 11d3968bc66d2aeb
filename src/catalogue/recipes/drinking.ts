import type { RecipeStep } from "../../core/run/recipe";
import { lengthOf } from "./unitFigure";

// What drinking-water units of several kinds share: faucet, drain saddle, readings (handbook 9, K1 to K20).

const faucetMount = {
  stage: "place",
  kind: "do",
  work: 30,
  water: "any",
  cautions: ["drilling", "stone"],
} satisfies Partial<RecipeStep>;

/** The faucet from below, where a hand and a wrench reach up behind the bowl. */
export const faucetFromBelow = {
  ...faucetMount,
  id: "faucet",
  title: "Mount the faucet from below",
  why: "An existing or sprayer hole before drilling: measure it, {least} to {most} takes this faucet.",
  tightening: "Nut from below, spout held",
  sealant: "Its connector needs no sealant; flange seat by hand and ½ turn",
  details: [
    "Hole outside that: the kit that mounts from above, or another faucet",
    "Small hole: flat face of the washer to the sink; large: bevelled face",
    "Shavings off at once: they rust into the sink",
  ],
  figures: {
    least: lengthOf("fit.holes.faucetLeast", "1/2 in", "12.5 mm"),
    most: lengthOf("fit.holes.faucetMost", "1-1/2 in", "38 mm"),
  },
  when: [{ survey: "sink.reach", is: ["yes", "unknown"] }],
} satisfies RecipeStep;

/** The faucet with the kit from above, where nothing reaches up behind the bowl. */
export const faucetFromAbove = {
  ...faucetMount,
  id: "faucetAbove",
  title: "Mount the faucet from above with its kit",
  why: "Nothing reaches up behind this bowl; a hole of {least} to {most} takes the kit.",
  tightening: "Screws from above, plate drawn up evenly",
  sealant: "Its connector needs no sealant",
  details: [
    "Tube and fitting on the stem before it drops through",
    "Plate tilted in, lifted, turned across the hole",
    "Shavings off at once: they rust into the sink",
  ],
  figures: {
    least: lengthOf("fit.holes.topLeast", "3/4 in", "19 mm"),
    most: lengthOf("fit.holes.topMost", "1-1/4 in", "32 mm"),
  },
  when: [{ survey: "sink.reach", is: ["no"] }],
} satisfies RecipeStep;

/** The drain saddle, its hole by the unit. */
export const drainSaddle = {
  id: "saddle",
  stage: "place",
  kind: "do",
  title: "Drain saddle on the house side of the trap",
  why: "Below the trap it draws sewer air; pointing down it blocks.",
  work: 20,
  water: "any",
  tightening: "Both screws evenly; tube nut hand-tight and ½ to 1 turn; lock clip on",
  cautions: ["airGap", "drilling"],
  details: [
    "Side or top of a horizontal run where there is one, not behind the trap",
    "Hole of {saddle} through one wall only, bit stopped; pad round it",
    "Hole and saddle lined up by a pin while the screws are turned: an offset hole chokes the drain",
    "Tube cut at an angle, {deep} in; it falls all the way",
  ],
  figures: {
    saddle: lengthOf("fit.holes.saddle", "1/4 in", "6.4 mm"),
    deep: { us: "0.6 in", metric: "15 mm" },
  },
} satisfies RecipeStep;

/** Dissolved solids at the unit itself: behind a mineral cartridge they say nothing of the membrane. */
export const rejectionRead = {
  id: "tds",
  stage: "branch",
  kind: "read",
  title: "Measure dissolved solids, feed and product",
  why: "Rejection is what the membrane is there for; taken ahead of any mineral cartridge, at the unit's display or its relieved inlet tube.",
  work: 5,
  water: "on",
  read: { reading: "rejection", place: "RO feed and product, ahead of a mineral cartridge", when: "after" },
} satisfies RecipeStep;

/** Product and drain flow, judged by the point that the unit runs at now. */
export const flowsRead = {
  id: "flows",
  stage: "branch",
  kind: "read",
  title: "Measure product and drain flow",
  why: "Compared with what this unit gives at this feed, now, they tell a worn membrane from a weak supply.",
  work: 10,
  water: "on",
  read: { reading: "roFlows", place: "RO product and drain line", when: "after" },
} satisfies RecipeStep;

/** The pump or electronics plugged in, with water in them, and the outlet looked at. */
export const outletSeen = "Outlet within reach, ground-fault protected and dry; plug with a drip loop";

export const membraneSerial = {
  id: "membraneSerial",
  stage: "firstWater",
  kind: "record",
  title: "Write down the membrane's serial",
  why: "Its age is judged by it.",
  work: 1,
  water: "any",
  record: { what: "membrane", label: "Membrane serial" },
} satisfies RecipeStep;

/** What the household is shown once it works. */
export const lookedAfter = {
  id: "label",
  stage: "prove",
  kind: "check",
  title: "Label with the date; say where to look",
  why: "A joint that weeps in the first days is found by the one who looks.",
  work: 3,
  water: "on",
  check: {
    question:
      "Dated label on, and shown: look under the unit every day for two weeks; a flood alarm was offered?",
  },
} satisfies RecipeStep;

/** A tank filled to be thrown away. */
export const discardTank = {
  id: "discard",
  stage: "branch",
  kind: "cycle",
  title: "Fill the tank, then empty and discard it",
  why: "The first tanks carry the preservative of the membrane.",
  work: 10,
  water: "on",
  goal: { want: "stand", positions: { tankValve: "open", faucet: "closed", valve: "open" } },
  cycle: { count: "$ro.discards", expected: "fill" },
  proves: "discard",
} satisfies RecipeStep;
