import type { Quantity } from "../units";
import type { Facts } from "../verdict";
import { inSentence, listed, rule, type Say } from "../words";
import {
  numberIn,
  only,
  open,
  type ReadingContext,
  type ReadingField,
  type ReadingKind,
  type ReadingValues,
} from "./reading";

/**
 * How far a field kit may be out, canonical units: one drop of a hardness kit is a grain, one shade of a
 * chlorine strip, one degree (general practice).
 */
const ACCURACY: Readonly<Record<string, number>> = { hardness: 17.1, chlorine: 0.2, temperature: 1 };

interface Difference {
  readonly label: string;
  readonly quantity: Quantity;
  readonly read: number;
  readonly least: number;
  readonly most: number;
}
interface WaterFacts {
  readonly hardness: number;
  /** What differs from the survey by more than the kit may be out. */
  readonly differs?: readonly (Difference & Facts)[];
}

const surveyedSaid = ({ quantity, least, most }: Difference, say: Say): string =>
  least === most ? say.of(most, quantity) : `${say.of(least, quantity)} to ${say.of(most, quantity)}`;
const differenceSaid = (d: Difference, say: Say): string =>
  `${inSentence(d.label)} ${say.of(d.read, d.quantity)} where the survey has ${surveyedSaid(d, say)}`;

const kept = rule<WaterFacts>("raw-water", {
  reason: ({ hardness, differs }, say) =>
    differs
      ? listed(differs.map((d) => differenceSaid(d, say)))
      : `hardness ${say.of(hardness, "hardness")} before treatment, kept for comparison`,
  remedy: () => "Read it again; if it stays so, judge the design again with this water",
});

const fields: readonly ReadingField[] = [
  { id: "hardness", label: "Hardness", quantity: "hardness" },
  { id: "chlorine", label: "Free chlorine", quantity: "concentration", optional: true },
  { id: "temperature", label: "Temperature", quantity: "temperature", optional: true },
];

function differences(v: ReadingValues, { surveyed = {} }: ReadingContext): (Difference & Facts)[] {
  return fields.flatMap(({ id, label, quantity }) => {
    const [read, known] = [numberIn(v, id), surveyed[id]];
    if (read === undefined || known === undefined) return [];
    const apart = Math.max(known.least - read, read - known.most);
    return apart > ACCURACY[id]! ? [{ label, quantity: quantity!, read, ...known }] : [];
  });
}

export const rawWater: ReadingKind = {
  id: "rawWater",
  label: "Raw water",
  fields,
  measuresAgain: { hardness: "water.hardness", chlorine: "water.chlorine", temperature: "water.temperature" },
  judge: (v, context) => {
    const hardness = numberIn(v, "hardness");
    if (hardness === undefined) return open("Nothing");
    const differs = differences(v, context);
    return only(differs.length === 0 ? kept.good({ hardness }) : kept.check({ hardness, differs }));
  },
  rules: [kept],
};
