import type { Recipe } from "../../core/run/recipe";
import { serial } from "./serial";

/** Whole-house units (handbook 5). */
export const cartridgeRack: Recipe = {
  id: "cartridge-rack",
  version: 1,
  title: "Whole-house cartridges",
  steps: [
    {
      id: "bracket",
      stage: "place",
      kind: "do",
      title: "Fix the bracket of {unit} level",
      why: "A bowl needs its stroke below and heads level with the tanks.",
      work: 20,
      water: "bypassed",
      cautions: ["drilling"],
      details: [
        "Into studs or board",
        "Heads finger-tight corner by corner, then tight",
        "Vent screw shut; inlet side to the source",
      ],
    },
    {
      id: "join",
      stage: "join",
      kind: "do",
      title: "Join {unit}: shut-off before, and after",
      why: "It is opened again at every change.",
      work: 20,
      water: "bypassed",
      sealant: "Tape on threads; none on O-rings",
      tightening: "Plastic thread: hand-tight and ½ to 1 turn, never more",
      cautions: ["leadFree"],
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
          "Wrapping off, marked order, standpipe seen through the core, cartridge just below the rim?",
        photo: "wanted",
      },
    },
    {
      id: "bowls",
      stage: "join",
      kind: "do",
      title: "Close the bowls by hand",
      why: "An over-tight bowl cracks; a dry O-ring leaks.",
      work: 5,
      water: "bypassed",
      tightening: "Hand-tight; wrench only if it weeps or the unit says so",
      sealant: "O-ring greased all round with food-grade silicone, still in its groove",
    },
    { ...serial, when: [{ unit: "serials.0.id", is: ["serial"] }] },
    {
      id: "flush",
      stage: "start",
      kind: "flow",
      title: "Open slowly, then flush at a cold tub",
      why: "Fines leave here, not through an aerator.",
      work: 3,
      water: "on",
      goal: { want: "flush" },
      flow: { minutes: 10, direction: "forward", to: "a cold tub, aerator off" },
      cautions: ["standClear", "drains"],
    },
  ],
};
