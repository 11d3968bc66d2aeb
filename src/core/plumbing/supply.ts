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
 * The curve through a static pressure and one flowing reading. Refused (undefined) unless flow > 0 and 0 ≤
 * flowing < static, and where the flow is too small for a curve to follow from it.
 */
export function supplyCurve(of: {
  readonly static: number;
  readonly flowing: number;
  readonly flow: number;
}): SupplyCurve | undefined {
  if (!(of.flow > 0) || of.flowing < 0 || of.flowing >= of.static) return undefined;
  const k = (of.static - of.flowing) / of.flow ** 1.852;
  if (!Number.isFinite(k)) return undefined;
  return {
    static: of.static,
    k,
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
