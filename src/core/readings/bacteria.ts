import { rule } from "../words";
import { only, open, type ReadingKind } from "./reading";

const sampleRule = rule<{ readonly found: boolean; readonly laboratory: string; readonly taken: string }>(
  "bacteria-sample",
  {
    reason: ({ found, laboratory, taken }) =>
      `bacteria ${found ? "present" : "absent"}: sample of ${taken}, ${laboratory}`,
    remedy: (_f, _say, level) =>
      level === "Stop"
        ? "Boil or use bottled water; find the way in, disinfect the pipes again and sample again"
        : "",
  },
);

/** A bacteria sample, five to ten days after the start (handbook 10, ruling 24). */
export const bacteria: ReadingKind = {
  id: "bacteria",
  label: "Bacteria sample",
  fields: [
    { id: "laboratory", label: "Laboratory", text: true },
    { id: "taken", label: "Taken on", date: true },
    {
      id: "found",
      label: "Result",
      options: [
        { id: "absent", label: "Absent" },
        { id: "present", label: "Present" },
      ],
    },
  ],
  judge: ({ laboratory, taken, found }) => {
    if (typeof laboratory !== "string" || typeof taken !== "string") return open("The result");
    if (found !== "absent" && found !== "present") return open("The result");
    const facts = { found: found === "present", laboratory, taken };
    return only(sampleRule.at(facts.found ? "Stop" : "Good", facts));
  },
  rules: [sampleRule],
};
