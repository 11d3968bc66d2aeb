import { KPA_PER_METRE } from "../units";

/** A supply's curve P(Q) = static − k·Q^1.852, kPa and L/min (handbook 3, The network). */
export interface SupplyCurve {
  readonly static: number;
  readonly k: number;
  /** The measured flow; beyond 1.5 times of it the curve is a guess. */ readonly measuredFlow?: number;
  readonly assumed: boolean;
  /** Set point of a reducing valve, which lets no more through, kPa. */ readonly cap?: number;
}

/**
 * The curve through a static pressure and one flowing reading. Refused (undefined) unless flow > 0 and 0 ≤ flowing < static.
 */
export function supplyCurve(of: {
  readonly static: number;
  readonly flowing: number;
  readonly flow: number;
}): SupplyCurve | undefined {
  if (!(of.flow > 0) || of.flowing < 0 || of.flowing >= of.static) return undefined;
  return {
    static: of.static,
    k: (of.static - of.flowing) / of.flow ** 1.852,
    measuredFlow: of.flow,
    assumed: false,
  };
}

/** Pressure of the supply at a flow, kPa; may be negative when the flow cannot be delivered. */
export const supplyPressure = (curve: SupplyCurve, flow: number): number =>
  Math.min(curve.cap ?? Infinity, curve.static - curve.k * flow ** 1.852);

export interface PipeRun {
  readonly lengthM: number;
  /** Hazen–Williams roughness. */ readonly C: number;
  readonly idMm: number;
}

/** Hazen–Williams loss of a run in kPa at a flow in L/min: h = 10.67·L·Q^1.852/(C^1.852·d^4.8704) (handbook 3). */
export function pipeLoss(run: PipeRun, flow: number): number {
  const cubicMetres = flow / 60_000;
  return (
    (KPA_PER_METRE * 10.67 * run.lengthM * cubicMetres ** 1.852) /
    (run.C ** 1.852 * (run.idMm / 1000) ** 4.8704)
  );
}

/** The supply's curve when only static pressure is known: 20 m of the service line, marked as assumed (handbook 3). */
export function assumedSupplyCurve(
  staticPressure: number,
  serviceLine: { readonly C: number; readonly idMm: number },
): SupplyCurve {
  return { static: staticPressure, k: pipeLoss({ lengthM: 20, ...serviceLine }, 1), assumed: true };
}

export interface LossCurve {
  /** kPa per L/min. */ readonly a: number;
  /** kPa per (L/min)². */ readonly b: number;
}

/** Loss through a unit, kPa: a·Q + b·Q² (handbook 3). */
export const unitLoss = (curve: LossCurve, flow: number): number => curve.a * flow + curve.b * flow ** 2;

/**
 * a and b through the unit's rated points: one point gives b only, two are solved, more are fitted by least squares, with a, b ≥ 0.
 * @param points pairs of flow (L/min) and loss (kPa)
 */
export function lossCurve(points: readonly (readonly [flow: number, loss: number])[]): LossCurve {
  if (points.length === 0) return { a: 0, b: 0 };
  if (points.length === 1) return { a: 0, b: points[0]![1] / points[0]![0] ** 2 };
  let [s2, s3, s4, t1, t2] = [0, 0, 0, 0, 0];
  for (const [q, p] of points) {
    s2 += q ** 2;
    s3 += q ** 3;
    s4 += q ** 4;
    t1 += q * p;
    t2 += q ** 2 * p;
  }
  const det = s2 * s4 - s3 * s3;
  const a = (t1 * s4 - t2 * s3) / det;
  const b = (s2 * t2 - s3 * t1) / det;
  if (a < 0) return { a: 0, b: t2 / s4 };
  if (b < 0) return { a: t1 / s2, b: 0 };
  return { a, b };
}
