import { rule } from "../words";
import { numberIn, only, open, type ReadingKind } from "./reading";

const kept = rule<{ readonly hardness: number }>("raw-water", {
  reason: ({ hardness }, say) =>
    `hardness ${say.of(hardness, "hardness")} before treatment, kept for comparison`,
});

export const rawWater: ReadingKind = {
  id: "rawWater",
  label: "Raw water",
  fields: [
    { id: "hardness", label: "Hardness", quantity: "hardness" },
    { id: "chlorine", label: "Free chlorine", quantity: "concentration", optional: true },
    { id: "temperature", label: "Temperature", quantity: "temperature", optional: true },
  ],
  judge: (v) => {
    const hardness = numberIn(v, "hardness");
    return hardness === undefined ? open("Nothing") : only(kept.good({ hardness }));
  },
  rules: [kept],
};
