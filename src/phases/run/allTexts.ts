import { cautions } from "@/catalogue/cautions";
import { readingKinds } from "@/core/readings";
import type { UnitSystem } from "@/core/units";
import { sayFor, sayText } from "@/core/words";
import type { RunTexts } from "./texts";

/** All texts of the catalogue that runs show, in a unit system. */
export const allTexts = (system: UnitSystem): RunTexts => ({
  cautions: Object.fromEntries(
    Object.entries(cautions).map(([id, text]) => [id, sayText(text, sayFor(system))]),
  ),
  readings: Object.fromEntries(
    [...readingKinds.values()].map((k) => [k.id, { label: k.label, fields: k.fields }]),
  ),
});
