import { describe, expect, it } from "vitest";
import { place, placingFor, placingLonger } from "@/core/fit/place";
import { fullWall, sixUnits } from "./fit";

describe("a search that looks on", () => {
  it("proves what the usual second did not, and is never worse", { timeout: 60_000 }, () => {
    const wall = fullWall(6);
    const usual = place(wall, sixUnits, placingFor(sixUnits.length));
    expect(usual.isBest).toBe(false);
    let told = 0;
    const longer = place(wall, sixUnits, {
      ...placingLonger(sixUnits.length),
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
