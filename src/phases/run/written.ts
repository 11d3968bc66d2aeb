import type { Reading, ReadingValue } from "@/core/log";
import type { ReadingField } from "@/core/run/step";
import { parseQuantity, printMeasured, upper, type UnitSystem } from "@/core/units";

/**
 * A value as its field takes it: as it was written, where this reader means the same by it; else in the
 * reader's units.
 */
export function written(value: ReadingValue, field: ReadingField, profile: UnitSystem): string {
  if (!field.quantity || !value.measured) return value.text;
  const read = parseQuantity(value.text, field.quantity, { profile });
  const isSame = read.ok && upper(read.measured) === value.value;
  return isSame ? value.text : printMeasured(value.measured, field.quantity, profile);
}

/** What a correction begins with: the values of the reading that it corrects. */
export const correctionOf = (
  last: Reading,
  fields: readonly ReadingField[],
  profile: UnitSystem,
): Readonly<Record<string, string>> =>
  Object.fromEntries(
    fields.flatMap((f) => (last.values[f.id] ? [[f.id, written(last.values[f.id]!, f, profile)]] : [])),
  );
