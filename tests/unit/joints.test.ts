import { saidIn } from "@/core/words";
import { describe, expect, it } from "vitest";
import { joints } from "@/catalogue/joints";
import { schools } from "@/catalogue/schools";
import { cureMinutes, jointKinds, tapeFor, threadSealant, type ThreadSchool } from "@/core/plumbing/joint";

describe("joints", () => {
  it("have a rule for every kind", () => {
    expect([...joints.keys()].sort()).toEqual([...jointKinds].sort());
    for (const rule of joints.values())
      for (const system of ["us", "metric"] as const)
        expect(saidIn(rule.tightening, system).length).toBeGreaterThan(10);
  });

  it("take no paste on plastic, whatever the company's school", () => {
    const threads = schools.find((s) => s.id === "threads")!.options.map((o) => o.id as ThreadSchool);
    expect(threads.length).toBeGreaterThan(2);
    for (const school of threads) expect(threadSealant("taperPlastic", school)).not.toMatch(/paste/i);
    expect(threads.map((s) => threadSealant("taperMetal", s))).toEqual([
      "tapeOrPaste",
      "tape",
      "tapeAndPaste",
      "paste",
    ]);
  });

  it("know the tape of each thread: its turns, and its length by the outside of the thread", () => {
    expect(["1/4", "3/8", "1/2", "3/4", "1", "1-1/4"].map((s) => tapeFor(s)!.turns)).toEqual([
      3, 3, 4, 4, 5, 6,
    ]);
    expect(tapeFor("1/4", { isTankPort: true })!.turns).toBe(5);
    // 4 × π × 26.7 mm × 1.1
    expect(tapeFor("3/4")!.lengthMm).toBeCloseTo(369.1, 1);
    expect(tapeFor("7")).toBeUndefined();
  });

  it("cure before pressure by temperature, and are unknown beyond what the handbook says", () => {
    const one = { size: "1", celsius: 20, kPa: 600 };
    expect(cureMinutes(one)).toBe(30);
    expect(cureMinutes({ ...one, celsius: 15 })).toBe(60);
    expect(cureMinutes({ ...one, celsius: 5 })).toBe(60);
    for (const beyond of [{ celsius: 4 }, { celsius: NaN }, { size: "1-1/4" }, { kPa: 1200 }, { kPa: NaN }])
      expect(cureMinutes({ ...one, ...beyond })).toBeUndefined();
  });
});
