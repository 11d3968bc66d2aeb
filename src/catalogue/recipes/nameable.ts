import { families } from "../../core/families";
import { readingKinds } from "../../core/readings";
import { computedPlaces } from "../../core/record";
import type { Nameable } from "../../core/run/recipeFaults";
import { cautions } from "../cautions";
import { schools } from "../schools";
import { surveyFields } from "../survey";
import { fieldsOf } from "../units";

const known: ReadonlySet<string> = new Set(families.map((f) => f.id));

/** Everything that a recipe may name. */
export const nameable: Nameable = {
  figuresOf: (family) => (known.has(family) ? fieldsOf(family).map((f) => f.path) : undefined),
  answers: new Map(
    [...surveyFields.values()].map((f) => [f.id, f.kind === "choice" ? f.options.map((o) => o.id) : []]),
  ),
  schools: new Map(schools.map((s) => [s.id, s.options.map((o) => o.id)])),
  cautions: new Set(Object.keys(cautions)),
  readings: new Set(readingKinds.keys()),
  computed: new Set(computedPlaces),
};
