import { z } from "@/core/zod";
import type { Family } from "@/core/families/family";
import { numberFigure, type Frozen } from "@/core/families/stated";
import { rule } from "@/core/words";

const swirlFigures = z.strictObject({ turns: numberFigure("Turns of the water", "turns") });
declare module "@/core/families/unit" {
  interface UnitModel {
    readonly swirl?: Frozen<z.infer<typeof swirlFigures>>;
  }
}

const turnsRule = rule<{ readonly turns: number }>("swirl-turns", {
  reason: ({ turns }) => `${turns} turns throw the sand out`,
  remedy: () => "Take one with more turns",
});

/** A unit family that no catalogue has: what the tables must carry everywhere by itself. */
export const swirl: Family = {
  id: "swirl",
  label: "Swirl separator",
  figures: { swirl: swirlFigures.optional() },
  judge: ({ model }) => {
    const turns = model.swirl!.turns;
    return {
      figures: [],
      verdicts: [turnsRule.at(turns >= 3 ? "Good" : "Stop", { turns })],
      cautions: [],
    };
  },
  rules: [turnsRule],
  connects: () => "line",
  rig: { media: true, flushed: true, gentle: "half" },
  shape: "vessel",
  service: [{ what: "Empty the sand bowl", when: "every month" }],
  told: ["Sand leaves by the bowl under the swirl separator."],
};
