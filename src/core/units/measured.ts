/** What a person measured, in canonical units. `undefined` elsewhere means unknown and is never zero. */
export type Measured =
  | { readonly is: "value"; readonly value: number }
  /** Below a detection limit: `<0.1`. */
  | { readonly is: "below"; readonly limit: number }
  /** `ND` with no limit stated. */
  | { readonly is: "notDetected" }
  /** More than the method can show: `>60`. */
  | { readonly is: "above"; readonly limit: number }
  /** `trace`: it was found, and nobody said how much. */
  | { readonly is: "detected" }
  | { readonly is: "range"; readonly low: number; readonly high: number };

/** A measured value with nothing said of its limits. */
export const value = (n: number): Measured => ({ is: "value", value: n });

/**
 * The number to compute with when the bad side is high: the value, a range's upper end, a detection
 * limit itself. Undefined where nobody can say how high: `>x`, a trace, ND without a limit.
 */
export function upper(m: Measured | undefined): number | undefined {
  if (!m) return undefined;
  switch (m.is) {
    case "value":
      return m.value;
    case "below":
      return m.limit;
    case "range":
      return m.high;
    case "above":
    case "detected":
    case "notDetected":
      return undefined;
  }
}

/**
 * The number to compute with when the bad side is low: the value, a range's lower end, zero for `<x`, x for
 * `>x`. Undefined for a trace and for ND.
 */
export function lower(m: Measured | undefined): number | undefined {
  if (!m) return undefined;
  switch (m.is) {
    case "value":
      return m.value;
    case "below":
      return 0;
    case "range":
      return m.low;
    case "above":
      return m.limit;
    case "detected":
    case "notDetected":
      return undefined;
  }
}

/** Applies a rising function to whatever is known of the measurement; a trace and ND stay what they are. */
export function mapMeasured(m: Measured, f: (n: number) => number): Measured {
  switch (m.is) {
    case "value":
      return { is: "value", value: f(m.value) };
    case "below":
      return { is: "below", limit: f(m.limit) };
    case "range":
      return { is: "range", low: f(m.low), high: f(m.high) };
    case "above":
      return { is: "above", limit: f(m.limit) };
    case "detected":
    case "notDetected":
      return m;
  }
}
