import type { Level } from "../verdict";
import { rule } from "../words";
import { only, open, type ReadingKind } from "./reading";

/** What a glass may look like, and what that says (handbook 6). */
const looks = {
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
type Look = keyof typeof looks;
const isLook = (look: unknown): look is Look => typeof look === "string" && look in looks;

const clarityRule = rule<{ readonly look: Look }>("clarity", {
  reason: ({ look }) => looks[look].reason,
  remedy: ({ look }) => looks[look].remedy,
});

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
  judge: ({ look }) =>
    isLook(look) ? only(clarityRule.at(looks[look].level, { look })) : open("The verdict"),
  rules: [clarityRule],
};
