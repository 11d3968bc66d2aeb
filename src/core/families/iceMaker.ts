import { z } from "../zod";
import { rule } from "../words";
import type { StationContext, StationJudgement } from "./context";
import type { Family } from "./family";
import { input, known } from "./figure";
import { isUnder } from "./limits";
import { quantityFigure, type Frozen } from "./stated";

const iceFigures = z.strictObject({
  /** The least pressure its valve opens at, kPa; absent where it states none. */
  minPressure: quantityFigure("Its valve opens at", "pressure").optional(),
});
declare module "./unit" {
  interface UnitModel {
    readonly iceMaker?: Frozen<z.infer<typeof iceFigures>>;
  }
}

/** Pressures with the tank full, kPa (handbook 2, Ice maker). */
const GOOD = 138;
const LEAST = 100;
const pressureRule = rule<{ readonly full?: number; readonly wanted: number }>("ice-maker", {
  reason: ({ full, wanted }, say, level) => {
    if (full === undefined) return "the pressure of a full RO tank ahead of it is not known";
    const limit = level === "Stop" ? LEAST : wanted;
    const shown = `${say.beside(full, limit, "pressure")} with the tank full`;
    if (level === "Stop") return `${shown}, at least ${say.of(LEAST, "pressure")} needed`;
    return `${shown}, ${say.of(wanted, "pressure")} ${level === "Good" ? "wanted" : "is Good"}`;
  },
  remedy: ({ full }) =>
    full === undefined
      ? "An RO with a tank ahead on the same branch, with its feed measured"
      : "A delivery pump",
});

/** An ice maker fed from the RO's tank: its pressure with the tank full (handbook 2, RO). */
function judge(ctx: StationContext): StationJudgement {
  const wanted = ctx.model.iceMaker?.minPressure ?? GOOD;
  const full = ctx.tankFull;
  const verdict =
    full === undefined
      ? pressureRule.unknown({ wanted })
      : pressureRule.at(!isUnder(full, wanted) ? "Good" : !isUnder(full, LEAST) ? "Check" : "Stop", {
          full,
          wanted,
        });
  return {
    verdicts: [],
    cautions: [
      {
        text: "{tube} tube from the tank, and only after the discards.",
        of: { tube: { us: "3/8 in", metric: "9.5 mm" } },
      },
    ],
    figures: [
      {
        id: "iceMaker",
        label: "Pressure for the ice maker",
        quantity: "pressure",
        value: full,
        verdict,
        working: {
          formula: "pressure of the RO's tank when full",
          inputs: known([input("tank full", full, "pressure", { figure: "tankFull" })]),
        },
      },
    ],
  };
}

/** A branch of the RO's tank to an ice maker. */
export const iceMaker: Family = {
  id: "iceMaker",
  label: "Ice-maker branch",
  figures: { iceMaker: iceFigures.optional() },
  judge,
  rules: [pressureRule],
  connects: () => "product",
  ends: true,
  rig: { media: false, flushed: false, gentle: "open" },
  shape: "small",
  service: [{ what: "Look at the ice maker's tube and valve", when: "at every filter change" }],
  told: [],
};
