import type { Recipe } from "../../core/run/recipe";
import { threadDry } from "./dry";

export const faucetDiverter: Recipe = {
  id: "faucet-diverter",
  version: 2,
  title: "Faucet diverter",
  steps: [
    {
      id: "fit",
      stage: "place",
      kind: "do",
      title: "Aerator off, diverter on with its gasket",
      why: "Outside thread, inside thread with an adapter, or a clamp piece where there is none.",
      work: 10,
      water: "any",
      tightening: "Hand-tight",
      details: ["Lever down: tap water; turned: filtered"],
    },
    threadDry,
    {
      id: "run",
      stage: "branch",
      kind: "flow",
      title: "Run until clear",
      why: "The first water carries fines and air.",
      work: 2,
      water: "on",
      flow: { minutes: 3, untilClear: true, direction: "forward", to: "the sink" },
    },
    {
      id: "ceramic",
      stage: "branch",
      kind: "check",
      title: "Show how the ceramic is washed",
      why: "A clogged candle is scrubbed, not replaced.",
      work: 3,
      water: "on",
      check: { question: "Shown: feed floats it up, soft brush, no detergent, casing refilled to a third?" },
    },
  ],
};
