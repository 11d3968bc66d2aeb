import { parseQuantity, printMeasured, type Quantity, type UnitSystem } from "@/core/units";

/** What a field's quantity was read as, in words, or what to change where it cannot be read. */
export interface Echo {
  readonly say: string;
  readonly bad: boolean;
}

/** What a typed quantity is understood as, for the echo under its field. */
export function understood(
  text: string,
  quantity: Quantity,
  profile: UnitSystem,
  range: boolean,
): Echo | undefined {
  if (text.trim() === "") return undefined;
  const p = parseQuantity(text, quantity, { profile, range });
  if (!p.ok) return { say: p.error, bad: true };
  return {
    say: p.nominal ? `${p.nominal} in, nominal` : printMeasured(p.measured, quantity, profile),
    bad: false,
  };
}
