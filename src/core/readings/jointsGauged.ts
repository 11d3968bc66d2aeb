import { counted, rule } from "../words";
import { numberIn, only, open, type ReadingKind } from "./reading";

const gauged = rule<{ readonly made: number; readonly right: number }>("joints-gauged", {
  reason: ({ made, right }) => `${counted(made, "ring")} gauged, ${right === made ? "all" : right} right`,
  remedy: (_f, _say, level) => (level === "Stop" ? "Cut out what is out of gauge, and make it anew" : ""),
});

/** Rings of plastic pipe, gauged one by one (handbook 9, K12). */
export const jointsGauged: ReadingKind = {
  id: "jointsGauged",
  label: "Rings gauged",
  fields: [
    { id: "made", label: "Rings made", quantity: "count" },
    { id: "right", label: "To the line of the gauge", quantity: "count" },
  ],
  judge: (v) => {
    const [made, right] = [numberIn(v, "made"), numberIn(v, "right")];
    if (made === undefined || right === undefined) return open("The verdict");
    return only(gauged.at(right === made && made > 0 ? "Good" : "Stop", { made, right }));
  },
  refuses: (v) =>
    (numberIn(v, "right") ?? 0) > (numberIn(v, "made") ?? Infinity)
      ? { field: "right", because: { text: "No more can be right than were made" } }
      : undefined,
  rules: [gauged],
};
