import type { Measured } from "./measured";
import { quantities, type Quantity, type Unit } from "./quantities";
import type { UnitSystem } from "./quantities";

const shownIn = (profile: UnitSystem) =>
  Object.fromEntries(
    Object.entries(quantities).map(([name, kind]) => {
      const unit = kind.units.find((u) => u.names.includes(kind.show[profile]));
      if (!unit)
        throw new Error(`quantity ${name} shows ${kind.show[profile]}, which is not among its units`);
      return [name, unit];
    }),
  ) as Readonly<Record<Quantity, Unit>>;
const shown: Readonly<Record<UnitSystem, Readonly<Record<Quantity, Unit>>>> = {
  us: shownIn("us"),
  metric: shownIn("metric"),
};

/** The number in the unit that the profile shows, not rounded. */
export function inProfile(canonical: number, quantity: Quantity, profile: UnitSystem): number {
  const unit = shown[profile][quantity];
  return canonical / unit.factor + (unit.offset ?? 0);
}

/** The canonical number of one in the unit that the profile shows. */
export function fromProfile(shownNumber: number, quantity: Quantity, profile: UnitSystem): number {
  const unit = shown[profile][quantity];
  return (shownNumber - (unit.offset ?? 0)) * unit.factor;
}

/** The name of the unit that the profile shows; empty for a bare number. */
export const unitName = (quantity: Quantity, profile: UnitSystem): string =>
  quantities[quantity].show[profile];

/** The figure rounded for reading, with tight numbers keeping two significant digits, without its unit. */
export function figure(canonical: number, quantity: Quantity, profile: UnitSystem, digits?: number): string {
  const n = inProfile(canonical, quantity, profile);
  const places = digits ?? quantities[quantity].digits[profile];
  const needed =
    n !== 0 && Math.abs(n) < 0.5 * 10 ** -places
      ? Math.min(6, Math.ceil(-Math.log10(Math.abs(n))) + 1)
      : places;
  const text = n.toFixed(needed);
  const clean = text.includes(".") ? text.replace(/\.?0+$/, "") : text;
  return clean === "-0" ? "0" : separated(clean);
}

/** A number's text with its thousands separated: `1370` → `1,370`. */
export const separated = (text: string): string =>
  text.replace(/^-?\d+/, (whole) => whole.replace(/\B(?=(\d{3})+$)/g, ","));

/** A figure with its unit, e.g. `58 psi`. */
export function print(canonical: number, quantity: Quantity, profile: UnitSystem, digits?: number): string {
  const unit = unitName(quantity, profile);
  return `${figure(canonical, quantity, profile, digits)}${unit === "" ? "" : ` ${unit}`}`;
}

const MOST_STATED = 4;
/** How many significant digits a number was written with; more than four count as computed. */
function significant(n: number): number {
  for (let digits = 1; digits <= MOST_STATED; digits += 1)
    if (Math.abs(Number(n.toPrecision(digits)) - n) <= 1e-6 * Math.abs(n)) return digits;
  return MOST_STATED + 1;
}

/**
 * The decimals at which a figure that somebody stated is printed: as many digits as it was stated with, in
 * whichever of the two systems it is rounder, and never so few that it would be more than a hundredth off.
 * A pump of 76 L/min is one of 20 gpm, not of 20.08.
 */
export function statedDigits(canonical: number, quantity: Quantity, profile: UnitSystem): number {
  const usual = quantities[quantity].digits[profile];
  if (canonical === 0) return usual;
  const n = inProfile(canonical, quantity, profile);
  const written = Math.min(
    ...(["us", "metric"] as const).map((p) => significant(inProfile(canonical, quantity, p))),
  );
  if (n === 0 || written > MOST_STATED) return usual;
  const isNear = (decimals: number) => Math.abs(Number(n.toFixed(decimals)) - n) <= 0.01 * Math.abs(n);
  const order = Math.floor(Math.log10(Math.abs(n)));
  for (let digits = Math.max(2, written); digits <= MOST_STATED; digits += 1) {
    const decimals = Math.max(0, digits - 1 - order);
    if (isNear(decimals)) return isNear(usual) ? Math.min(usual, decimals) : decimals;
  }
  return usual;
}

/** A figure that somebody stated, with its unit: `20 gpm`. */
export const printStated = (canonical: number, quantity: Quantity, profile: UnitSystem): string =>
  print(canonical, quantity, profile, statedDigits(canonical, quantity, profile));

/**
 * A measured number in the profile's unit, with at least three significant figures, so that what was read
 * is not rounded away; below a hundredth two are enough.
 */
function read(
  canonical: number,
  quantity: Quantity,
  profile: UnitSystem,
): { readonly number: string; readonly whole: string } {
  const n = Math.abs(inProfile(canonical, quantity, profile));
  const digits =
    n >= 0.01 ? Math.max(quantities[quantity].digits[profile], 2 - Math.floor(Math.log10(n))) : undefined;
  return {
    number: figure(canonical, quantity, profile, digits),
    whole: print(canonical, quantity, profile, digits),
  };
}

/** What was measured, as a person would write it: `< 0.1 mg/L`, `10–12 °C`, `> 60 psi`, `trace`, `not detected`. */
export function printMeasured(m: Measured, quantity: Quantity, profile: UnitSystem): string {
  switch (m.is) {
    case "value":
      return read(m.value, quantity, profile).whole;
    case "below":
      return `< ${read(m.limit, quantity, profile).whole}`;
    case "range":
      return `${read(m.low, quantity, profile).number}–${read(m.high, quantity, profile).whole}`;
    case "above":
      return `> ${read(m.limit, quantity, profile).whole}`;
    case "detected":
      return "trace";
    case "notDetected":
      return "not detected";
  }
}
