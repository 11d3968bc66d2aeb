import type { RecipeStep } from "../../core/run/recipe";

/** Writes a unit's serial down once it is joined. */
export const serial = {
  id: "serial",
  stage: "join",
  kind: "record",
  title: "Write down {unit}'s serial",
  why: "The warranty and the next installer ask for it.",
  work: 1,
  water: "any",
  record: { what: "serial", label: "Serial number" },
} satisfies RecipeStep;
