import type { Level } from "../verdict";
import { rule } from "../words";
import { only, open, type ReadingKind } from "./reading";

/** What a glass may look like, and what that says (handbook 6). */
export const looks = {
  clear: { label: "Clear", level: "Good", reason: "clear", remedy: "" },
  air: { label: "Cloudy, then clears", level: "Good", reason: "cloudy, then clears: air", remedy: "" },
  grey: {
    label: "Grey",
    level: "Check",
    reason: "still grey: carbon fines",
    remedy: "Rinse or discard once more",
  },
  black: {
    label: "Black",
    level: "Stop",
    reason: "black: carbon fines",
    remedy: "Trickle on until clear",
  },
  cloudy: {
    label: "Cloudy, stays",
    level: "Stop",
    reason: "cloudy and stays so",
    remedy: "Find the source before the water is used",
  },
} as const satisfies Readonly<
  Record<
    string,
    { readonly label: string; readonly level: Level; readonly reason: string; readonly remedy: string }
  >
>;
export type Look = keyof typeof looks;
/** Is it one of the answers that a glass may get. */
export const isLook = (look: unknown): look is Look => typeof look === "string" && look in looks;

interface ClarityFacts {
  readonly look: Look;
  /** It was to hold no air any more. */
  readonly noAir?: boolean;
}
const clarityRule = rule<ClarityFacts>("clarity", {
  reason: ({ look, noAir }) => (noAir && look === "air" ? "air is still coming" : looks[look].reason),
  remedy: ({ look, noAir }) => (noAir && look === "air" ? "Let it run on" : looks[look].remedy),
});

/**
 * Bubbles that rise and clear in the glass pass for clear water, and not where no air is to come (handbook
 * 9, rule 8).
 */
const levelOf = ({ look, noAir }: ClarityFacts): Level =>
  noAir && look === "air" ? "Check" : looks[look].level;

export const clarity: ReadingKind = {
  id: "clarity",
  label: "Clarity in a glass",
  fields: [
    {
      id: "look",
      label: "It looks",
      options: Object.entries(looks).map(([id, { label }]) => ({ id, label })),
    },
  ],
  judge: ({ look }, { until }) => {
    if (!isLook(look)) return open("The verdict");
    const facts = { look, noAir: until === "noAir" ? true : undefined };
    return only(clarityRule.at(levelOf(facts), facts));
  },
  rules: [clarityRule],
};
