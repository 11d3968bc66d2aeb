import type { Recipe } from "../../core/run/recipe";
import { uv } from "./uv";

const own = new Set(["sleeve", "lamp", "place"]);

/** Rack type: sediment, carbon and UV housings in one (handbook 5, UV); from the start on as any other chamber. */
export const uvRack: Recipe = {
  id: "uv-rack",
  version: 2,
  title: "UV rack with sediment and carbon",
  steps: [
    {
      id: "place",
      stage: "place",
      kind: "do",
      title: "Fix the rack of {unit} level",
      why: "Bowls need their stroke below, the lamp its own above.",
      work: 40,
      water: "bypassed",
      cautions: ["drilling"],
      details: ["Controller above and clear of all pipes, surge protector, drip loop"],
    },
    {
      id: "sleeve",
      stage: "join",
      kind: "do",
      title: "Sleeve to the top, straight, with a slight twist",
      why: "Kept wrapped until used: a fingerprint burns in.",
      work: 10,
      water: "bypassed",
      cautions: ["glass"],
      details: [
        "Open end sanded lightly",
        "Its two O-rings warmed with a hair dryer or hot water",
        "Channelling sleeve and housing on at once",
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
      title: "Lamp last: pins, plunger in its hole, slide home, four screws",
      why: "With one screw missing it does not start.",
      work: 10,
      water: "bypassed",
      power: "off",
      turn: { direction: "screws clockwise", seenFrom: "above the lamp end" },
      cautions: ["glass", "uvc", "unplugUv"],
    },
    ...uv.steps.filter((s) => !own.has(s.id)),
  ],
};
