import { judgeLimit, limitsFor } from "@/core/families";
import { describe, expect, it } from "vitest";
import { feedLimits } from "@/catalogue/limits";
import { unitModels } from "@/catalogue/units";

import { tell } from "@/core/tell";
import { value } from "@/core/units";

/**
 * Limits of water fed to each family (handbook 2): family, value, the last figure that is Good, the first
 * that is not, and what that one is.
 */
const table: readonly (readonly [string, string, number, number, "Check" | "Stop"])[] = [
  ["uv", "iron", 0.3, 0.31, "Stop"],
  ["uv", "manganese", 0.05, 0.051, "Stop"],
  ["uv", "hardness", 120, 121, "Stop"],
  ["uv", "turbidity", 1, 1.1, "Stop"],
  ["uv", "tannin", 0.1, 0.11, "Stop"],
  ["uv", "uvt", 85, 84, "Check"],
  ["uv", "uvt", 90, 74, "Stop"],
  ["uvPoint", "iron", 0.3, 0.31, "Stop"],
  ["uvPoint", "uvt", 85, 74.9, "Stop"],
  ["ro", "chlorine", 0.1, 0.11, "Stop"],
  ["ro", "iron", 0.1, 0.11, "Stop"],
  ["ro", "manganese", 0.05, 0.06, "Stop"],
  ["ro", "hardness", 170, 171, "Check"],
  ["ro", "hardness", 100, 351, "Stop"],
  ["ro", "tds", 2000, 2010, "Stop"],
  ["ro", "turbidity", 1, 1.1, "Stop"],
  ["ro", "ph", 3, 2.9, "Stop"],
  ["ro", "ph", 11, 11.1, "Stop"],
  ["ro", "temperature", 4, 3.9, "Stop"],
  ["ro", "temperature", 38, 38.5, "Stop"],
  ["softener", "iron", 3, 3.1, "Stop"],
  ["softener", "chlorine", 2, 2.1, "Stop"],
  ["softener", "turbidity", 5, 5.1, "Stop"],
  ["softener", "temperature", 1, 0.9, "Stop"],
  ["softener", "temperature", 43, 44, "Stop"],
  ["softener", "pressure", 138, 137, "Stop"],
  ["softener", "pressure", 862, 864, "Stop"],
  ["conditioner", "iron", 0.3, 0.31, "Stop"],
  ["conditioner", "manganese", 0.05, 0.06, "Stop"],
  ["conditioner", "hardness", 1280, 1290, "Stop"],
  ["conditioner", "ph", 6.5, 6.4, "Stop"],
  ["conditioner", "ph", 8.5, 8.6, "Stop"],
  ["conditioner", "copper", 1.3, 1.4, "Stop"],
  ["conditioner", "temperature", 5, 4.9, "Stop"],
  ["conditioner", "pressure", 690, 692, "Stop"],
  ["conditioner", "pressure", 100, 99, "Stop"],
  ["carbonTank", "turbidity", 5, 5.1, "Stop"],
  ["carbonTank", "temperature", 2, 1.9, "Stop"],
  ["carbonTank", "pressure", 862, 864, "Stop"],
  ["cartridge", "temperature", 38, 39, "Stop"],
  ["cartridge", "temperature", 2, 1, "Stop"],
  ["cartridge", "pressure", 621, 622, "Stop"],
];

describe("limits of feed water", () => {
  it.each(table)("%s, %s: %d is Good, %d is not", (family, key, good, bad, level) => {
    const limit = feedLimits[family]!.find((l) => l.key === key)!;
    expect(judgeLimit(value(good), limit).level).toBe("Good");
    const verdict = judgeLimit(value(bad), limit);
    expect(verdict.level).toBe(level);
    const told = tell(verdict, "metric");
    expect(told.remedy).toBeTruthy();
    expect(told.reason).toMatch(/\d/);
  });

  it("lets a nameplate value in psi pass: 125 psi is 861.84 kPa, 80 psi 551.58", () => {
    const limit = feedLimits.softener!.find((l) => l.key === "pressure")!;
    expect(judgeLimit(value(125 * 6.894757293), limit).level).toBe("Good");
    expect(judgeLimit(value(862 * 1.0009), limit).level).toBe("Good");
  });

  it("is Unknown for every limit of every family where nothing was tested, with the question that would settle it", () => {
    for (const [family, limits] of Object.entries(feedLimits))
      for (const limit of limits!) {
        const verdict = judgeLimit(undefined, limit);
        expect(verdict.level, `${family} ${limit.key}`).toBe("Unknown");
        expect(verdict.missing).toEqual([limit.survey]);
      }
  });

  it("takes hydrogen sulphide ‘not detected’ for none, but no other chemistry", () => {
    const none = { is: "notDetected" } as const;
    expect(
      judgeLimit(
        none,
        feedLimits.softener!.find((l) => l.key === "sulphide")!,
      ).level,
    ).toBe("Good");
    expect(
      judgeLimit(
        none,
        feedLimits.softener!.find((l) => l.key === "chlorine")!,
      ).level,
    ).toBe("Unknown");
    const filter = unitModels.get("IF-1354")!;
    const own = limitsFor(feedLimits.mediaFilter!, filter).find((l) => l.key === "sulphide")!;
    expect(own.max).toBe(2);
    expect(judgeLimit(none, own).level).toBe("Good");
    expect(judgeLimit(none, { ...own, max: 0.01 }).level).toBe("Unknown");
  });
});
