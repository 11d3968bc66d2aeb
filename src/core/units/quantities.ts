/** Which units a person reads and writes. */
export type UnitSystem = "us" | "metric";

/**
 * Quantities, their canonical unit, and every unit a person may write.
 * A new unit is a new record here. Factors: handbook 2, Conversions.
 */
export type Quantity =
  | "length"
  | "pipeSize"
  | "pressure"
  | "flow"
  | "production"
  | "volume"
  | "temperature"
  | "hardness"
  | "alkalinity"
  | "concentration"
  | "traceConcentration"
  | "conductivity"
  | "turbidity"
  | "transmittance"
  | "mass"
  | "duration"
  | "stopwatch"
  | "ph"
  | "count"
  | "percent"
  | "share"
  | "ratio"
  | "surfaceLoad"
  | "resin"
  | "bedFlow"
  | "saltDose"
  | "exchange"
  | "hardnessLoad"
  | "hardnessMass"
  | "waterLayer"
  | "height"
  | "area"
  | "power"
  | "voltage"
  | "speed";

export interface Unit {
  /** Spellings, lower case, without spaces. The first is how it is printed. */
  readonly names: readonly string[];
  /** canonical = (written − offset) × factor */
  readonly factor: number;
  readonly offset?: number;
}

export interface QuantityKind {
  readonly units: readonly Unit[];
  /** Printed unit by profile; the canonical unit is the one with factor 1. */
  readonly show: { readonly us: string; readonly metric: string };
  readonly digits: { readonly us: number; readonly metric: number };
  readonly min?: number;
  readonly max: number;
  /** Nothing of it is no answer. */
  readonly aboveZero?: boolean;
  /** True where a bare number is understood in the profile's unit. */
  readonly bare: boolean;
  /** True where an instrument may end below what there is: `>60`. */
  readonly mayBeMore?: boolean;
  /** True where it may be found without being counted: `trace`. */
  readonly mayBeTrace?: boolean;
}

/** Litres in a US gallon. */
export const LITRES_PER_GALLON = 3.785411784;
const GAL = LITRES_PER_GALLON;
const PSI = 6.894757293;
const FT3 = 28.316846592;
/** Grams in a grain. */
const GRAIN = 0.06479891;
/** lb/ft³ in one gram per litre. */
const LB_PER_FT3_IN_G_PER_L = FT3 / 453.59237;
/** One grain per US gallon in mg/L as CaCO3: always the quotient, never rounded. */
export const GPG = 64.79891 / GAL;
export const PATM = 101.325;
/** Standard gravity, m/s2. */
export const GRAVITY = 9.80665;
/** Pressure of one metre of water, kPa. */
export const KPA_PER_METRE = GRAVITY;

const unit = (factor: number, ...names: string[]): Unit => ({ names, factor });

/** Shown in one unit and with the same digits in either profile. */
const alike = (name: string, digits: number) => ({
  show: { us: name, metric: name },
  digits: { us: digits, metric: digits },
});

const asCaCO3: readonly Unit[] = [
  unit(1, "mg/L", "mg/l", "ppm", "mg/lcaco3", "mg/lascaco3", "ppmcaco3"),
  unit(GPG, "gpg", "grains", "gr/gal", "grains/gal"),
  unit(17.848, "°dH", "°dh", "dh"),
  unit(10, "°fH", "°fh", "fh"),
  unit(100, "mmol/l"),
];

export const quantities: Readonly<Record<Quantity, QuantityKind>> = {
  length: {
    units: [
      unit(1, "mm", "millimetre", "millimeter"),
      unit(10, "cm"),
      unit(1000, "m", "metre", "meter"),
      unit(25.4, "in", '"', "″", "”", "in.", "inch", "inches", "''"),
      unit(304.8, "ft", "'", "′", "’", "ft.", "foot", "feet"),
    ],
    show: { us: "in", metric: "mm" },
    digits: { us: 2, metric: 0 },
    min: 0,
    max: 1e6,
    bare: false,
  },
  pipeSize: {
    units: [unit(1, "mm"), unit(10, "cm"), unit(25.4, "in", '"', "″", "”", "in.", "inch")],
    show: { us: "in", metric: "mm" },
    digits: { us: 2, metric: 0 },
    min: 0,
    max: 300,
    bare: false,
  },
  height: {
    units: [
      unit(1, "m", "metre", "meter"),
      unit(0.01, "cm"),
      unit(0.001, "mm"),
      unit(0.3048, "ft", "'", "′", "’", "ft.", "feet", "foot"),
      unit(0.0254, "in", '"', "″", "”", "inch"),
    ],
    show: { us: "ft", metric: "m" },
    digits: { us: 1, metric: 1 },
    min: -100,
    max: 300,
    bare: true,
  },
  area: {
    units: [unit(1, "m2", "m²"), unit(0.09290304, "ft2", "ft²", "sqft")],
    show: { us: "ft2", metric: "m2" },
    digits: { us: 1, metric: 2 },
    min: 0,
    max: 1e4,
    bare: true,
  },
  pressure: {
    units: [
      unit(1, "kPa", "kpa"),
      unit(PSI, "psi", "psig", "lb/in2"),
      unit(100, "bar", "bars"),
      unit(0.1, "mbar"),
      unit(1000, "MPa", "mpa"),
    ],
    show: { us: "psi", metric: "kPa" },
    digits: { us: 0, metric: 0 },
    min: 0,
    max: 2500,
    bare: true,
    mayBeMore: true,
  },
  flow: {
    units: [
      unit(1, "L/min", "l/min", "lpm", "litres/min", "liters/min"),
      unit(GAL, "gpm", "gal/min", "usgpm"),
      unit(60, "l/s"),
      unit(1000 / 60, "m3/h", "m³/h"),
      unit(1 / 60, "l/h"),
      unit(GAL / 60, "gph", "gal/h"),
      unit(GAL / 1440, "gpd", "gal/day", "gal/d"),
      unit(1 / 1440, "l/day", "l/d"),
    ],
    show: { us: "gpm", metric: "L/min" },
    digits: { us: 2, metric: 1 },
    min: 0,
    max: 5000,
    bare: true,
    mayBeMore: true,
  },
  // What a membrane makes: a flow, written by the day.
  production: {
    units: [
      unit(1, "L/min", "l/min", "lpm"),
      unit(GAL / 1440, "gal/day", "gpd", "gal/d"),
      unit(GAL / 60, "gph", "gal/h"),
      unit(1 / 1440, "L/day", "l/day", "l/d"),
      unit(GAL, "gpm", "gal/min"),
      unit(0.001, "mL/min", "ml/min"),
    ],
    show: { us: "gal/day", metric: "L/day" },
    digits: { us: 0, metric: 0 },
    min: 0,
    max: 5000,
    bare: true,
  },
  volume: {
    units: [
      unit(1, "L", "l", "litre", "liter", "litres", "liters"),
      unit(0.001, "mL", "ml"),
      unit(GAL, "gal", "gallon", "gallons", "usgal"),
      unit(FT3, "ft3", "ft³", "cuft"),
      unit(1000, "m3", "m³"),
      unit(GAL / 4, "qt", "quart"),
      unit(GAL / 128, "floz"),
    ],
    show: { us: "gal", metric: "L" },
    digits: { us: 1, metric: 1 },
    min: 0,
    max: 1e7,
    bare: true,
  },
  temperature: {
    units: [
      unit(1, "°C", "c", "°c", "degc", "celsius"),
      { names: ["°F", "f", "°f", "degf", "fahrenheit"], factor: 1 / 1.8, offset: 32 },
    ],
    show: { us: "°F", metric: "°C" },
    digits: { us: 0, metric: 1 },
    min: -50,
    max: 120,
    bare: true,
  },
  hardness: {
    units: asCaCO3,
    show: { us: "gpg", metric: "mg/L" },
    digits: { us: 1, metric: 0 },
    min: 0,
    max: 20_000,
    bare: true,
    mayBeMore: true,
    mayBeTrace: true,
  },
  // Stated in mg/L in either profile; a mmol of acid capacity is another thing than one of hardness, so it
  // is not among the units.
  alkalinity: {
    units: asCaCO3.slice(0, 4),
    ...alike("mg/L", 0),
    min: 0,
    max: 20_000,
    bare: true,
    mayBeMore: true,
    mayBeTrace: true,
  },
  concentration: {
    units: [
      unit(1, "mg/L", "mg/l", "ppm"),
      unit(0.001, "µg/L", "µg/l", "μg/l", "ug/l", "ppb"),
      unit(1000, "g/L", "g/l"),
    ],
    ...alike("mg/L", 2),
    min: 0,
    max: 100_000,
    bare: true,
    mayBeMore: true,
    mayBeTrace: true,
  },
  traceConcentration: {
    units: [unit(1, "µg/L", "µg/l", "μg/l", "ug/l", "ppb"), unit(1000, "mg/L", "mg/l", "ppm")],
    ...alike("µg/L", 1),
    min: 0,
    max: 1e7,
    bare: true,
    mayBeMore: true,
    mayBeTrace: true,
  },
  conductivity: {
    units: [unit(1, "µS/cm", "µs/cm", "μs/cm", "us/cm"), unit(1000, "mS/cm", "ms/cm")],
    ...alike("µS/cm", 0),
    min: 0,
    max: 1e6,
    bare: true,
    mayBeMore: true,
  },
  turbidity: {
    units: [unit(1, "NTU", "ntu", "fnu")],
    ...alike("NTU", 1),
    min: 0,
    max: 10_000,
    bare: true,
    mayBeMore: true,
    mayBeTrace: true,
  },
  transmittance: {
    units: [unit(1, "%", "%/cm", "%percm")],
    ...alike("%", 0),
    min: 0,
    max: 100,
    bare: true,
    mayBeMore: true,
  },
  percent: {
    units: [unit(1, "%")],
    ...alike("%", 1),
    min: 0,
    max: 100,
    bare: true,
  },
  // A part of one, shown in percent.
  share: {
    units: [unit(0.01, "%"), unit(1, "of1")],
    ...alike("%", 0),
    min: 0,
    max: 1,
    bare: true,
  },
  // `3 to 1`.
  ratio: {
    units: [unit(1, "to 1", "to1", ":1")],
    ...alike("to 1", 1),
    min: 0,
    max: 1000,
    bare: true,
  },
  surfaceLoad: {
    units: [unit(1, "m/h"), unit((GAL * 60) / (1000 * 0.09290304), "gpm/ft2", "gpm/ft²")],
    show: { us: "gpm/ft²", metric: "m/h" },
    digits: { us: 1, metric: 1 },
    min: 0,
    max: 1000,
    bare: true,
  },
  // A bed of resin is sold, loaded and salted by the cubic foot, or by the litre.
  resin: {
    units: [unit(1, "ft³", "ft3", "cuft"), unit(1 / FT3, "L", "l", "litre", "liter")],
    show: { us: "ft³", metric: "L" },
    digits: { us: 2, metric: 0 },
    min: 0,
    max: 1000,
    bare: true,
  },
  bedFlow: {
    units: [unit(1, "gpm/ft³", "gpm/ft3"), unit(FT3 / GAL / 60, "BV/h")],
    show: { us: "gpm/ft³", metric: "BV/h" },
    digits: { us: 1, metric: 0 },
    min: 0,
    max: 1000,
    bare: true,
  },
  saltDose: {
    units: [unit(1, "lb/ft³", "lb/ft3"), unit(LB_PER_FT3_IN_G_PER_L, "g/L")],
    show: { us: "lb/ft³", metric: "g/L" },
    digits: { us: 1, metric: 0 },
    min: 0,
    max: 100,
    bare: true,
  },
  // What a bed takes out between two regenerations, as CaCO3.
  exchange: {
    units: [unit(1, "grains/ft³", "grains/ft3"), unit(FT3 / GRAIN, "g/L")],
    show: { us: "grains/ft³", metric: "g/L" },
    digits: { us: 0, metric: 1 },
    min: 0,
    max: 1e6,
    bare: true,
  },
  hardnessLoad: {
    units: [unit(1, "grains a day", "grains/day"), unit(1 / GRAIN, "g a day", "g/day")],
    show: { us: "grains a day", metric: "g a day" },
    digits: { us: 0, metric: 0 },
    min: 0,
    max: 1e9,
    bare: true,
  },
  hardnessMass: {
    units: [unit(1, "g", "gcaco3"), unit(GRAIN, "grains", "gr")],
    show: { us: "grains", metric: "g" },
    digits: { us: 0, metric: 0 },
    min: 0,
    max: 1e6,
    bare: true,
  },
  // What light has to pass through, beside a lamp.
  waterLayer: {
    units: [unit(1, "cm"), unit(0.1, "mm"), unit(2.54, "in", '"', "inch")],
    show: { us: "in", metric: "cm" },
    digits: { us: 2, metric: 1 },
    min: 0,
    max: 100,
    bare: true,
  },
  mass: {
    units: [unit(1, "kg"), unit(0.45359237, "lb", "lbs"), unit(0.001, "g")],
    show: { us: "lb", metric: "kg" },
    digits: { us: 1, metric: 1 },
    min: 0,
    max: 1e6,
    bare: true,
  },
  duration: {
    units: [
      unit(1, "min", "minute", "minutes"),
      unit(1 / 60, "s", "sec", "second", "seconds"),
      unit(60, "h", "hour", "hours", "hr"),
      unit(1440, "d", "day", "days"),
    ],
    ...alike("min", 1),
    min: 0,
    max: 1e7,
    bare: true,
  },
  // A time that was stopped: a bare number is seconds, `1:30` minutes and seconds; nothing fills in no time.
  stopwatch: {
    units: [
      unit(1, "min", "minute", "minutes"),
      unit(1 / 60, "s", "sec", "second", "seconds"),
      unit(60, "h", "hour", "hours", "hr"),
    ],
    ...alike("s", 1),
    min: 0,
    max: 1440,
    aboveZero: true,
    bare: true,
  },
  ph: {
    units: [unit(1, "pH", "ph", "")],
    ...alike("", 1),
    min: 0,
    max: 14,
    bare: true,
  },
  count: {
    units: [unit(1, "")],
    ...alike("", 0),
    min: 0,
    max: 1e7,
    bare: true,
  },
  power: {
    units: [unit(1, "W", "w"), unit(1000, "kW", "kw")],
    ...alike("W", 0),
    min: 0,
    max: 1e6,
    bare: true,
  },
  // Of water in a pipe.
  speed: {
    units: [unit(1, "m/s"), unit(0.3048, "ft/s", "fps")],
    show: { us: "ft/s", metric: "m/s" },
    digits: { us: 1, metric: 1 },
    min: 0,
    max: 100,
    bare: true,
  },
  voltage: {
    units: [unit(1, "V", "v")],
    ...alike("V", 0),
    min: 0,
    max: 1000,
    bare: true,
  },
};
