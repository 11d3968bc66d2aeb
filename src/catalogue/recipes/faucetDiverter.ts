import type { Recipe, RecipeStep } from "../../core/run/recipe";
import { threadDry } from "./dry";
import { minutesOf } from "./unitFigure";

/** How the diverter goes on, by the thread of the faucet. */
const onThread = (
  id: string,
  is: string,
  words: Pick<RecipeStep, "title" | "why" | "details">,
): RecipeStep => ({
  id,
  stage: "place",
  kind: "do",
  work: 10,
  water: "any",
  tightening: "Hand-tight",
  ...words,
  when: [{ survey: "faucet.thread", is: [is] }],
});

/** Diverter filter screwed on a faucet (handbook 9, K9). */
export const faucetDiverter: Recipe = {
  id: "faucet-diverter",
  version: 3,
  title: "Faucet diverter",
  families: ["pointFilter"],
  steps: [
    {
      id: "thread",
      stage: "arrive",
      kind: "check",
      title: "Aerator off: which thread has the faucet?",
      why: "It decides the adapter: outside, inside, or none.",
      work: 3,
      water: "any",
      check: { question: "Thread looked at, and the same as was surveyed?", photo: "wanted" },
    },
    onThread("fit", "outside", {
      title: "Outside thread: diverter straight on, gaskets both sides",
      why: "The gasket seals, not force.",
    }),
    onThread("fitInside", "inside", {
      title: "Inside thread: adapter in, tightened with a coin",
      why: "The adapter turns it into an outside thread.",
      details: ["Gasket on both sides of it"],
    }),
    onThread("fitClamp", "none", {
      title: "No thread: clamp piece, its screw turned anticlockwise",
      why: "It grips from outside.",
      details: ["Gasket between faucet and clamp"],
    }),
    onThread("fitUnknown", "unknown", {
      title: "Diverter on by the adapter that the thread asks for",
      why: "Outside: straight on. Inside: the adapter, with a coin. None: the clamp piece, screw anticlockwise.",
      details: ["Gaskets on both sides"],
    }),
    {
      id: "hoses",
      stage: "join",
      kind: "do",
      title: "Plugs out of inlet and outlet; hose at both ends",
      why: "A plug left in passes nothing.",
      work: 5,
      water: "any",
      tightening: "Push to the stop, tug",
      lists: ["ports"],
    },
    threadDry,
    {
      id: "run",
      stage: "branch",
      kind: "flow",
      title: "Lever a quarter turn: run until clear",
      why: "Handle down is tap water, a quarter turn is filtered; it begins grey.",
      work: 2,
      water: "on",
      flow: { minutes: minutesOf("startUp.flush", 3), until: "clear", direction: "forward", to: "the sink" },
    },
    {
      id: "ceramic",
      stage: "branch",
      kind: "check",
      title: "Show how the ceramic is washed",
      why: "A clogged candle is scrubbed, not replaced.",
      work: 3,
      water: "on",
      check: {
        question:
          "Shown: tap off, outlet tube off, casing loosened, the water lifts the cartridge; brushed under water without detergent; casing a third full, put back?",
      },
      when: [{ unit: "washable", is: [true] }],
    },
  ],
};
