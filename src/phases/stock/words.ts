import type { PricedPart } from "@/core/plumbing/priceList";
import { parseQuantity, print, type UnitSystem } from "@/core/units";

type Unit = PricedPart["unit"];

/** How much of a part, in words: pieces, or a length. */
export const muchOf = (amount: number, unit: Unit, profile: UnitSystem): string =>
  unit === "mm" ? print(amount / 1000, "height", profile) : String(amount);

/** More pieces than any shop holds: a slip of the finger. */
const MOST = 100_000;

/** Reads what somebody counted: whole pieces, or a length of pipe. */
export function readCounted(
  text: string,
  unit: Unit,
  profile: UnitSystem,
): { readonly amount: number } | { readonly error: string } {
  const written = text.trim();
  if (unit === "pieces") {
    const pieces = Number(/^\d+$/.exec(written)?.[0] ?? Number.NaN);
    return pieces <= MOST
      ? { amount: pieces }
      : { error: `Whole pieces from 0 to ${MOST.toLocaleString("en")}, for example 12` };
  }
  if (written === "0") return { amount: 0 };
  const read = parseQuantity(written, "height", { profile });
  if (!read.ok) return { error: read.error };
  if (read.measured.is !== "value" || read.measured.value < 0)
    return { error: `One length, for example ${profile === "us" ? "20 ft" : "6 m"}` };
  return { amount: Math.round(read.measured.value * 1000) };
}
