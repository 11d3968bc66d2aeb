import { z } from "../zod";
import { rule } from "../words";
import type { StationContext, StationJudgement } from "./context";
import type { Family } from "./family";
import { input, known } from "./figure";
import { COUNT_FIXTURES, PEAK_FIELDS, PEAK_UNKNOWN } from "./flow";
import { numberFigure, quantityFigure, type Frozen } from "./stated";

const doserFigures = z.strictObject({
  residual: quantityFigure("Residual it leaves", "concentration"),
  retentionLitres: quantityFigure("Retention tank", "volume"),
  contactMinutes: numberFigure("Contact it asks for", "min"),
});
declare module "./unit" {
  interface UnitModel {
    readonly doser?: Frozen<z.infer<typeof doserFigures>>;
  }
}

interface ContactFacts {
  readonly minutes?: number;
  readonly wanted: number;
}
const contactRule = rule<ContactFacts>("doser-contact", {
  reason: ({ minutes, wanted }) =>
    minutes === undefined
      ? PEAK_UNKNOWN
      : `${minutes.toFixed(1)} min in the retention tank at peak, ${wanted} asked for`,
  remedy: ({ minutes }) => (minutes === undefined ? COUNT_FIXTURES : "A larger retention tank, or two"),
  caution: () =>
    "Chlorine kills no cysts in minutes: surface water needs a lamp or a 1 µm absolute stage too.",
});

/** Contact time of a dosing pump with its retention tank, at peak. */
function judge(ctx: StationContext): StationJudgement {
  const { retentionLitres, contactMinutes: wanted } = ctx.model.doser!;
  const minutes = ctx.peak ? (retentionLitres * ctx.unit.parallel) / ctx.peak : undefined;
  return {
    verdicts: [],
    cautions: ["Carbon stands behind it: the residual is for the pipe and the tank, not for the taps."],
    figures: [
      {
        id: "contact",
        label: "Contact at peak",
        quantity: "plain",
        suffix: "min",
        digits: 1,
        value: minutes,
        verdict:
          minutes === undefined
            ? contactRule.unknown({ wanted }, PEAK_FIELDS)
            : contactRule.at(minutes < wanted ? "Stop" : "Good", { minutes, wanted }),
        working: {
          formula: "retention tank ÷ peak flow",
          inputs: known([
            input("retention tank", retentionLitres, "volume", { unit: ctx.model.code }),
            input("peak flow", ctx.peak, "flow", { figure: "peak" }),
          ]),
        },
      },
    ],
  };
}

/** A pump that doses chlorine, with its retention tank (handbook 10, ruling 5). */
export const doser: Family = {
  id: "doser",
  label: "Chlorine dosing",
  figures: { doser: doserFigures },
  judge,
  rules: [contactRule],
  connects: () => "line",
  rig: { media: false, flushed: false, gentle: "half", vent: { name: "vent screw" } },
  shape: "pump",
  onFloor: true,
  service: [
    { what: "Refill the solution, measure the residual", when: "every month" },
    { what: "Clean the injection point", when: "every 6 months" },
  ],
  told: ["The dosing solution is strong bleach: keep it closed, and never mix it with an acid cleaner."],
  bypassed: "Bypassed water is not disinfected: do not drink it; boil it or use bottled water.",
};
