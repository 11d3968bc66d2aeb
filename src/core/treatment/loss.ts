/** The pressure that a unit takes from a flow, kPa = a·Q + b·Q² with Q in L/min (handbook 3, The network). */
export interface LossCurve {
  /** kPa per L/min. */ readonly a: number;
  /** kPa per (L/min)². */ readonly b: number;
}

/** Loss through a unit, kPa: a·Q + b·Q² (handbook 3). */
export const unitLoss = (curve: LossCurve, flow: number): number => curve.a * flow + curve.b * flow ** 2;

/**
 * a and b through the unit's rated points: one point gives b only, two are solved, more are fitted by least
 * squares, with a, b ≥ 0. @param points pairs of flow (L/min) and loss (kPa)
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
