/**
 * mL of bleach for a volume (L), a dose (mg/L) and a strength (% weight/volume) (handbook 5, Dose).
 * Strength must be above zero.
 */
export function bleachDose(of: {
  readonly litres: number;
  readonly mgPerL: number;
  readonly percent: number;
}): number {
  if (!(of.percent > 0)) throw new RangeError("bleach strength must be above zero");
  return (of.litres * of.mgPerL) / (10 * of.percent);
}
