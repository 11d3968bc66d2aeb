import { describe, expect, it } from "vitest";
import { unitModels } from "@/catalogue/units";
import { onWall } from "@/core/fit/onWall";
import { place, placingFor, placingLonger } from "@/core/fit/place";
import type { Wall } from "@/core/fit/wall";

const codes = ["PS-20", "CT-1054", "SF-100", "CB-20", "UV-30", "CN-40"];
const units = codes.map((code, i) =>
  onWall({ unit: { key: `u${i + 1}`, model: code, parallel: 1 }, model: unitModels.get(code)! })!,
);

/** A wall of 4 m with twelve small things on it, the same at every run. */
function fullWall(seed: number): Wall {
  let state = seed;
  const roll = () => {
    state = (state * 1_664_525 + 1_013_904_223) % 2 ** 32;
    return state / 2 ** 32;
  };
  const obstacles = Array.from({ length: 12 }, (_, i) => ({
    id: `outlet ${i + 1}`,
    kind: "outlet" as const,
    x: 700 + Math.floor(roll() * 320) * 10,
    y: Math.floor(roll() * 230) * 10,
    width: 80,
    height: 80,
  }));
  return {
    width: 4000,
    height: 2500,
    obstacles,
    from: { x: 200, y: 1900, facing: "down" },
    to: { x: 350, y: 1900, facing: "down" },
  };
}

describe("a search that looks on", () => {
  it("proves what the usual second did not, and is never worse", { timeout: 60_000 }, () => {
    const wall = fullWall(6);
    const usual = place(wall, units, placingFor(units.length));
    expect(usual.isBest).toBe(false);
    let told = 0;
    const longer = place(wall, units, {
      ...placingLonger(units.length),
      onProgress: (tried) => {
        told = tried;
      },
    });
    expect(longer.isBest).toBe(true);
    expect(longer.best!.pipeMm).toBeLessThanOrEqual(usual.best!.pipeMm);
    // It says how far it has come, so that it can be stopped.
    expect(told).toBeGreaterThan(0);
  });
});
