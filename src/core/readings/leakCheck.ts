import type { Level } from "../verdict";
import { rule } from "../words";
import { only, open, type ReadingKind } from "./reading";

/** What somebody finds who looks at every joint, and how it is judged. */
const finds = {
  dry: { label: "Every joint dry", level: "Good", said: "dry" },
  damp: { label: "Damp, no drop falls", level: "Check", said: "damp" },
  drops: { label: "It drips or runs", level: "Stop", said: "it leaks" },
} as const satisfies Readonly<
  Record<string, { readonly label: string; readonly level: Level; readonly said: string }>
>;
type Found = keyof typeof finds;
const isFound = (found: unknown): found is Found => typeof found === "string" && found in finds;

const leakRule = rule<{ readonly found: Found; readonly where?: string }>("leak-check", {
  reason: ({ found, where }) => `leak check: ${finds[found].said}${where ? `, ${where}` : ""}`,
  remedy: ({ found }) => {
    if (found === "drops") return "Close the valve ahead of it, then mend it; look again when it is dry";
    return found === "damp" ? "Dry it and look again in an hour: a paper towel shows a drop" : "";
  },
});

/** A look at every joint, on the first day and then daily to day 14 (handbook 7). */
export const leakCheck: ReadingKind = {
  id: "leakCheck",
  label: "Leak check",
  fields: [
    {
      id: "found",
      label: "Found",
      options: Object.entries(finds).map(([id, { label }]) => ({ id, label })),
    },
    { id: "where", label: "Where", text: true, optional: true },
    { id: "looked", label: "Who looked", text: true, optional: true },
  ],
  judge: ({ found, where }) => {
    if (!isFound(found)) return open("The verdict");
    const place = typeof where === "string" ? where : undefined;
    return only(leakRule.at(finds[found].level, { found, where: place }));
  },
  latestCounts: true,
  rules: [leakRule],
};
