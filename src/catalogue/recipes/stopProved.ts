import type { RecipeStep } from "../../core/run/recipe";

const proof = {
  id: "stops",
  stage: "place",
  kind: "check",
  title: "Prove the stop: shut, and the tap runs dry",
  why: "A mixer lets hot across; a stop that leaks floods the cabinet.",
  work: 5,
  water: "any",
  check: {
    question:
      "Cold and hot stop shut and tap open: dry within a minute, and nothing across from hot? If not, shut the house's own valve instead.",
  },
  details: ["A towel and a bowl under the joint", "The line drained by its faucet before it is opened"],
  cautions: ["relieve"],
} satisfies RecipeStep;
const atStop = { at: ["sink", "supply"] } satisfies NonNullable<RecipeStep["when"]>[number];

/**
 * Proves the stop that a unit hangs on, before anything is opened behind it (handbook 9, Where a unit
 * connects). Where the house's line is worked on too it is proved while the house still has water: in a dry
 * house every tap runs dry.
 */
export const stopProved: readonly RecipeStep[] = [
  { ...proof, when: [atStop, { absent: ["line"] }] },
  { ...proof, id: "stopsFirst", stage: "arrive", water: "on", when: [atStop, { present: ["line"] }] },
];

/** The feed of a unit at a cold stop, and its own valve, shut. */
export const feedAdapter = {
  id: "feedTee",
  stage: "place",
  kind: "do",
  title: "Feed adapter on the cold stop, its valve shut",
  why: "Cold only: hot ruins a membrane and opens a cartridge.",
  work: 15,
  water: "off",
  tightening: "Hand-tight, then snug; the stop held with a second wrench",
  cautions: ["leadFree"],
  details: [
    "Stop of {large}: its converter taken out; of {small}: left in; washers seen on both sides",
    "Handle across its tube: shut. Then water back on to the sink: its joints dry before going on",
  ],
  figures: { large: { us: "1/2 in", metric: "12.7 mm" }, small: { us: "3/8 in", metric: "9.5 mm" } },
} satisfies RecipeStep;
