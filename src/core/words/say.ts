import {
  figure,
  print,
  printMeasured,
  printStated,
  statedDigits,
  unitName,
  type Measured,
  type Quantity,
  type UnitSystem,
} from "../units";

/** Prints quantities for sentences, all in one unit system. */
export interface Say {
  readonly system: UnitSystem;
  /** A canonical number with its unit: `58 psi`. */
  readonly of: (canonical: number, quantity: Quantity, digits?: number) => string;
  /** What was measured, as a person would write it: `< 0.1 mg/L`. */
  readonly measured: (m: Measured, quantity: Quantity) => string;
  /**
   * A figure that a unit states: `20 gpm`, not `20.08 gpm`; with more digits where it would seem to stand
   * on the other side of what it is held against.
   */
  readonly stated: (canonical: number, quantity: Quantity, against?: number) => string;
  /**
   * A number beside the limit that it is held against, with enough digits to show on which side it stands:
   * `79.9 psi` beside 80.
   */
  readonly beside: (canonical: number, limit: number, quantity: Quantity) => string;
}

const MOST_DIGITS = 4;

/** The fewest digits from `from` on at which two numbers read differently; `from` where they are equal. */
function tellingDigits(
  a: number,
  b: number,
  from: number,
  read: (n: number, digits: number) => string,
): number {
  for (let digits = from; digits <= from + MOST_DIGITS; digits += 1)
    if (read(a, digits) !== read(b, digits)) return digits;
  return from;
}

/** The number that stands where a quantity is printed. */
const rounded = (canonical: number, quantity: Quantity, system: UnitSystem, digits?: number): number =>
  Number(figure(canonical, quantity, system, digits).replaceAll(",", ""));

function besideIn(system: UnitSystem, canonical: number, limit: number, quantity: Quantity): string {
  const read = (n: number, digits: number) => figure(n, quantity, system, digits);
  const usual = print(canonical, quantity, system);
  if (canonical === limit || usual !== print(limit, quantity, system)) return usual;
  return print(canonical, quantity, system, tellingDigits(canonical, limit, 0, read));
}

const sayIn = (system: UnitSystem): Say => ({
  system,
  of: (canonical, quantity, digits) => print(canonical, quantity, system, digits),
  measured: (m, quantity) => printMeasured(m, quantity, system),
  stated: (canonical, quantity, against) => {
    const shown = rounded(canonical, quantity, system, statedDigits(canonical, quantity, system));
    const other = against === undefined ? undefined : rounded(against, quantity, system);
    return other === undefined || Math.sign(shown - other) === Math.sign(canonical - against!)
      ? printStated(canonical, quantity, system)
      : besideIn(system, canonical, against!, quantity);
  },
  beside: (canonical, limit, quantity) => besideIn(system, canonical, limit, quantity),
});

const sayings: Readonly<Record<UnitSystem, Say>> = { us: sayIn("us"), metric: sayIn("metric") };

/** The printer of a unit system. */
export const sayFor = (system: UnitSystem): Say => sayings[system];

/** A number of no quantity, thousands separated, with `digits` decimals, or up to `most`: `1,234.5`. */
export function plain(n: number, digits = 0, most = digits): string {
  return n.toLocaleString("en-US", { minimumFractionDigits: digits, maximumFractionDigits: most });
}

/** `a`, `a and b`, `a, b and c`. */
export const listed = (all: readonly string[]): string =>
  all.length < 2 ? (all[0] ?? "") : `${all.slice(0, -1).join(", ")} and ${all.at(-1)!}`;

/** `1 day`, `3 days`. */
export const counted = (n: number, one: string, many = `${one}s`): string =>
  `${plain(n)} ${n === 1 ? one : many}`;

/** Minutes as a person says them: `45 min`, `2 h 05`. */
export const minutesSaid = (m: number): string =>
  m < 90 ? `${Math.round(m)} min` : `${Math.floor(m / 60)} h ${String(Math.round(m % 60)).padStart(2, "0")}`;

/** The name of the unit that a system shows, for headings. */
export const unitSaid = (quantity: Quantity, say: Say): string => unitName(quantity, say.system);
