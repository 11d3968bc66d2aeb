import type { Recipe } from "../../core/run/recipe";
import { fromJoints } from "./uv";
import { roomOf } from "./unitFigure";

/**
 * Rack type: sediment, carbon and UV housings in one (handbook 5; handbook 9, K15); from its joints on as
 * any other chamber.
 */
export const uvRack: Recipe = {
  id: "uv-rack",
  version: 3,
  title: "UV rack with sediment and carbon",
  families: ["uv"],
  steps: [
    {
      id: "place",
      stage: "place",
      kind: "do",
      title: "Fix the rack of {unit} level, inlet at the sediment end",
      why: "Bowls need {below} below, the lamp {above} above.",
      work: 40,
      water: "bypassed",
      cautions: ["drilling"],
      details: [
        "Outdoor taps ahead of it; after the pressure tank, before the heater's branch",
        "Controller above all pipes, surge protector, drip loop",
      ],
      figures: {
        below: roomOf("fit.free.below", "20 in", "508 mm"),
        above: roomOf("fit.free.above", "20 in", "508 mm"),
      },
    },
    {
      id: "sleeve",
      stage: "join",
      kind: "do",
      title: "At the bench, bowls off: sleeve straight in, a slight twist",
      why: "Kept wrapped until used: a fingerprint burns in.",
      work: 10,
      water: "bypassed",
      cautions: ["glass"],
      details: [
        "Open end deburred",
        "Its two O-rings warmed, with a hair dryer or in hot water",
        "Channelling sleeve and housing back on at once",
      ],
    },
    {
      id: "cartridges",
      stage: "join",
      kind: "check",
      title: "Carbon and sediment unwrapped, in their housings",
      why: "One left in its wrapping passes nothing.",
      work: 10,
      water: "bypassed",
      check: { question: "Wrapping off, marked order, rings greased and in their grooves?", photo: "wanted" },
    },
    {
      id: "lamp",
      stage: "join",
      kind: "do",
      title: "Lamp last: four pins, plunger in its hole, slide home, four screws",
      why: "With one screw missing it does not start.",
      work: 10,
      water: "bypassed",
      power: "off",
      turn: { direction: "screws clockwise", seenFrom: "above the lamp end" },
      cautions: ["glass", "uvc", "unplugUv"],
    },
    {
      id: "join",
      stage: "join",
      kind: "do",
      title: "Join {unit}: valves at both ends",
      why: "Any pipe goes to its threads by an adapter.",
      work: 30,
      water: "bypassed",
      tightening: "Hand-tight; wrench only if it weeps",
      sealant: "{school.threads}",
      cautions: ["leadFree"],
      lists: ["ports"],
    },
    ...fromJoints,
  ],
};
