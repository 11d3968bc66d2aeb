import { lossCurve, unitLoss } from "../treatment";
import { readFileSync } from "node:fs";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { KPA_PER_METRE } from "../units";
import { assumedSupplyCurve, pipeLoss, supplyCurve, supplyPressure, type PipeRun } from ".";

interface Case {
  supply: { static: number; flowing: number; flow: number };
  k: number;
  flow: number;
  segments: PipeRun[];
  unit: { a: number; b: number };
  riseM: number;
  pipeLoss: number;
  unitLoss: number;
  outletPressure: number;
}
const golden = JSON.parse(
  readFileSync(new URL("../../../tests/reference/hydraulics.json", import.meta.url), "utf8"),
) as Case[];
const near = (actual: number, wanted: number) =>
  expect(Math.abs(actual - wanted)).toBeLessThanOrEqual(1e-6 * Math.max(1e-9, Math.abs(wanted)));

describe("supply and losses", () => {
  it.each(golden.map((c, i) => [i, c] as const))("agrees with reference case %i", (_, c) => {
    const curve = supplyCurve(c.supply)!;
    near(curve.k, c.k);
    const pipes = c.segments.reduce((sum, s) => sum + pipeLoss(s, c.flow), 0);
    near(pipes, c.pipeLoss);
    near(unitLoss(c.unit, c.flow), c.unitLoss);
    near(
      supplyPressure(curve, c.flow) - pipes - unitLoss(c.unit, c.flow) - KPA_PER_METRE * c.riseM,
      c.outletPressure,
    );
  });

  it("refuses a flowing reading that cannot be", () => {
    expect(supplyCurve({ static: 400, flowing: 400, flow: 10 })).toBeUndefined();
    expect(supplyCurve({ static: 400, flowing: 300, flow: 0 })).toBeUndefined();
    expect(supplyCurve({ static: 400, flowing: 300, flow: 5e-324 })).toBeUndefined();
  });

  it("passes through its reading and never rises with flow", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 200, max: 800 }),
        fc.double({ min: 0.05, max: 0.95, noNaN: true }),
        fc.double({ min: 1, max: 60, noNaN: true }),
        fc.double({ min: 0.1, max: 3, noNaN: true }),
        (ps, share, flow, times) => {
          const curve = supplyCurve({ static: ps, flowing: ps * share, flow })!;
          return (
            Math.abs(supplyPressure(curve, flow) - ps * share) < 1e-6 &&
            supplyPressure(curve, flow * times) >= supplyPressure(curve, flow * times * 1.01)
          );
        },
      ),
    );
  });

  it("marks an assumed supply as assumed and loses less in a wider line", () => {
    const narrow = assumedSupplyCurve(400, { C: 140, idMm: 19.9 });
    const wide = assumedSupplyCurve(400, { C: 140, idMm: 26 });
    expect(narrow.assumed).toBe(true);
    expect(supplyPressure(narrow, 30)).toBeLessThan(supplyPressure(wide, 30));
  });

  it("fits the loss curve through rated points without negative terms", () => {
    expect(lossCurve([[40, 100]])).toEqual({ a: 0, b: 100 / 1600 });
    const fit = lossCurve([
      [10, 14],
      [20, 36],
    ]);
    expect(unitLoss(fit, 10)).toBeCloseTo(14, 9);
    expect(unitLoss(fit, 20)).toBeCloseTo(36, 9);
    const bent = lossCurve([
      [10, 1],
      [20, 20],
      [30, 90],
    ]);
    expect(bent.a).toBeGreaterThanOrEqual(0);
    expect(bent.b).toBeGreaterThan(0);
  });
});
