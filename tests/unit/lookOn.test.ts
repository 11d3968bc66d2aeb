import { describe, expect, it } from "vitest";
import { place } from "@/core/fit/place";
import { placingFor, placingLonger } from "@/core/fit/patience";
import { chamber, housing, wall } from "./fit";

describe("a search that looks on", () => {
  it("proves what the usual second did not, and is never worse", { timeout: 60_000 }, () => {
    const low = { hangs: { least: 700, most: 800 } };
    const units = [chamber("u1", low), housing("u2", low), chamber("u3", low)];
    const usual = place(wall(2000), units, placingFor(units.length));
    expect(usual.isBest).toBe(false);
    let told = 0;
    const longer = place(wall(2000), units, {
      ...placingLonger(units.length),
      onProgress: (tried) => {
        told = tried;
      },
    });
    expect(longer.isBest).toBe(true);
    // What it could still hope for was no more than what there is.
    expect(usual.leastMm).toBeLessThan(usual.best!.pipeMm);
    expect(usual.leastMm).toBeLessThanOrEqual(longer.leastMm);
    expect(longer.best!.pipeMm).toBeLessThanOrEqual(usual.best!.pipeMm);
    // It says how far it has come, so that it can be stopped.
    expect(told).toBeGreaterThan(0);
  });
});
