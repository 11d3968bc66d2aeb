import type { Recipe } from "../../core/run/recipe";
import { dry, dryFirst } from "./dry";
import { serial } from "./serial";
import { lengthOf, minutesOf, roomOf } from "./unitFigure";

/** Housings with cartridges in the house's line (handbook 5; handbook 9, K6, K8). */
export const cartridgeRack: Recipe = {
  id: "cartridge-rack",
  version: 3,
  title: "Whole-house cartridges",
  families: ["cartridge"],
  steps: [
    {
      id: "bracket",
      stage: "place",
      kind: "do",
      title: "Fix the bracket of {unit} level, into studs or board",
      why: "A bowl needs {below} below it, and heads level with the tanks.",
      work: 20,
      water: "bypassed",
      cautions: ["drilling"],
      details: [
        "Eyelets marked and pre-drilled, {screws}; bowls off",
        "Inlet to the source; vent screw tight",
        "Bolts finger-tight across, then tight",
      ],
      figures: {
        below: roomOf("fit.free.below", "4 in", "100 mm"),
        screws: lengthOf("fit.holes.screws", "3/16 in", "5 mm"),
      },
    },
    {
      id: "join",
      stage: "join",
      kind: "do",
      title: "Join {unit}: shut-off before, and after",
      why: "It is opened again at every change.",
      work: 20,
      water: "bypassed",
      sealant: "{school.threads}; none on O-rings",
      tightening: "Plastic thread: hand-tight and ½ to 1 turn, never more",
      cautions: ["leadFree"],
      lists: ["ports"],
    },
    {
      id: "cartridges",
      stage: "join",
      kind: "check",
      title: "Cartridges unwrapped, in order, centred",
      why: "One left in its wrapping passes nothing; one upside down passes everything.",
      work: 10,
      water: "bypassed",
      check: {
        question:
          "Wrapping off, each where the bracket is marked for it, standpipe seen through the core, slightly below the rim?",
        photo: "wanted",
      },
    },
    {
      id: "bowls",
      stage: "join",
      kind: "do",
      title: "Close the bowls, O-rings greased one by one",
      why: "An over-tight bowl cracks; a dry O-ring leaks.",
      work: 5,
      water: "bypassed",
      tightening: "{school.housings}",
      sealant: "O-ring greased all round with food-grade silicone, still in its groove",
    },
    { ...serial, when: [{ unit: "serials.0.id", is: ["serial"] }] },
    {
      id: "fill",
      stage: "start",
      kind: "turn",
      title: "Open slowly: fill {unit}",
      why: "With its shut-off still closed everything ahead is looked at first; then a quarter.",
      work: 3,
      water: "on",
      turn: { direction: "a quarter, then full", seenFrom: "the handle" },
      goal: { want: "fill" },
      cautions: ["standClear"],
    },
    dryFirst,
    dry,
    {
      id: "flush",
      stage: "start",
      kind: "flow",
      title: "Flush {unit}",
      why: "Fines leave here, not through an aerator.",
      work: 3,
      water: "on",
      goal: { want: "flush", fully: true },
      flow: {
        minutes: minutesOf("startUp.flush", 10),
        until: "clear",
        direction: "forward",
        to: "a cold tub, aerator off",
      },
      cautions: ["standClear", "drains"],
    },
  ],
};
