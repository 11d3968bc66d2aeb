import { readFileSync } from "node:fs";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  figure,
  inProfile,
  parseQuantity,
  print,
  printMeasured,
  printStated,
  quantities,
  type Quantity,
} from ".";

const golden = JSON.parse(
  readFileSync(new URL("../../../tests/reference/units.json", import.meta.url), "utf8"),
) as { text: string; quantity: Quantity; canonical: number }[];
const read = (text: string, quantity: Quantity, range = false) =>
  parseQuantity(text, quantity, { profile: "metric", range });
const valueOf = (text: string, quantity: Quantity) => {
  const p = read(text, quantity);
  if (!p.ok || p.measured.is !== "value") throw new Error(`${text}: ${JSON.stringify(p)}`);
  return p.measured.value;
};

describe("parseQuantity", () => {
  it.each(golden)("reads $text as the reference does", ({ text, quantity, canonical }) => {
    expect(Math.abs(valueOf(text, quantity) / canonical - 1)).toBeLessThan(1e-12);
  });

  it("keeps a detection limit, a not-detected and a range apart from a value", () => {
    expect(read("<0.1 mg/L", "concentration")).toMatchObject({
      ok: true,
      measured: { is: "below", limit: 0.1 },
    });
    expect(read("ND", "concentration")).toMatchObject({ ok: true, measured: { is: "notDetected" } });
    expect(read("10–12", "temperature", true)).toMatchObject({
      ok: true,
      measured: { is: "range", low: 10, high: 12 },
    });
    expect(read("10–12", "temperature")).toMatchObject({ ok: false });
  });

  it("takes > and trace where an instrument may end or only find, and refuses them in words elsewhere", () => {
    expect(read(">60 psi", "pressure")).toMatchObject({ ok: true, measured: { is: "above" } });
    expect(read("> 425", "hardness")).toMatchObject({ ok: true, measured: { is: "above", limit: 425 } });
    expect(read("Trace", "concentration")).toMatchObject({ ok: true, measured: { is: "detected" } });
    expect(read(">7", "ph")).toMatchObject({ ok: false, error: expect.stringMatching(/how much.*7\.2/) });
    expect(read(">22 mm", "length")).toMatchObject({ ok: false });
    expect(read("trace", "pressure")).toMatchObject({ ok: false });
    expect(read(">10–12", "hardness", true)).toMatchObject({ ok: false });
  });

  it("never takes 1-1/4 for a range", () => {
    expect(valueOf('1-1/4"', "length")).toBeCloseTo(31.75, 10);
    expect(read('1-1/4"', "length", true)).toMatchObject({ measured: { is: "value" } });
  });

  it("takes 3/4 as a nominal size only in a pipe field", () => {
    expect(read("3/4", "pipeSize")).toMatchObject({ ok: true, nominal: "3/4" });
    expect(read("3/4", "length")).toMatchObject({ ok: false });
    expect(read("3/4", "pressure")).toMatchObject({ ok: false });
  });

  it.each([
    ["3//4", "length"],
    ["-5 psi", "pressure"],
    ["1e99", "pressure"],
    ["40 bananas", "pressure"],
    ["", "flow"],
    ["1/0 in", "length"],
    ["5 6 psi", "pressure"],
    ["<", "concentration"],
  ] as const)("refuses %s in words", (text, quantity) => {
    const p = read(text, quantity);
    expect(p.ok).toBe(false);
    if (!p.ok) expect(p.error.length).toBeGreaterThan(10);
  });

  it("refuses ten kilobytes quickly and says how long it may be", () => {
    const p = read("9".repeat(10_240), "pressure");
    expect(p).toMatchObject({ ok: false });
    if (!p.ok) expect(p.error).toMatch(/at most 60 characters/);
  });

  it("never throws, whatever is typed", () => {
    const kinds = Object.keys(quantities) as Quantity[];
    fc.assert(
      fc.property(fc.string({ maxLength: 70 }), fc.constantFrom(...kinds), fc.boolean(), (text, q, range) => {
        const p = parseQuantity(text, q, { profile: "us", range });
        return p.ok || (p.at >= 0 && p.error.length > 0);
      }),
      { numRuns: 2000 },
    );
  });

  it("reads back what it prints, in both profiles", () => {
    const kinds = (Object.keys(quantities) as Quantity[]).filter((q) => q !== "pipeSize");
    fc.assert(
      fc.property(
        fc.constantFrom(...kinds),
        fc.constantFrom("us" as const, "metric" as const),
        fc.double({ min: 0.2, max: 1, noNaN: true }),
        (q, profile, share) => {
          const canonical = share * Math.min(quantities[q].max, 1000) * 0.9;
          const p = parseQuantity(print(canonical, q, profile, 9), q, { profile });
          return (
            p.ok &&
            p.measured.is === "value" &&
            Math.abs(p.measured.value - canonical) <= 1e-6 * Math.max(1, canonical)
          );
        },
      ),
      { numRuns: 500 },
    );
  });

  it("separates thousands, and reads them back", () => {
    expect(print(621.4, "mass", "us")).toBe("1,370 lb");
    expect(print(999.96, "volume", "metric")).toBe("1,000 L");
    expect(figure(-1234.5, "height", "metric")).toBe("-1,234.5");
    expect(valueOf("1,370 lb", "mass")).toBeCloseTo(621.42, 2);
  });

  it("prints small figures with digits that matter", () => {
    expect(figure(0.004, "concentration", "metric")).toBe("0.004");
    expect(inProfile(275.79029172, "pressure", "us")).toBeCloseTo(40, 9);
  });
});
describe("printMeasured", () => {
  it("keeps what was read: 6.5 psi is not 7 psi", () => {
    expect(printMeasured({ is: "value", value: valueOf("6.5 psi", "pressure") }, "pressure", "us")).toBe(
      "6.5 psi",
    );
    expect(printMeasured({ is: "value", value: valueOf("57.5 psi", "pressure") }, "pressure", "us")).toBe(
      "57.5 psi",
    );
    expect(printMeasured({ is: "value", value: 0.12 }, "flow", "us")).toBe("0.0317 gpm");
    expect(printMeasured({ is: "below", limit: 0.02 }, "concentration", "metric")).toBe("< 0.02 mg/L");
    expect(printMeasured({ is: "above", limit: valueOf("60 psi", "pressure") }, "pressure", "us")).toBe(
      "> 60 psi",
    );
    expect(printMeasured({ is: "detected" }, "concentration", "us")).toBe("trace");
    expect(printMeasured({ is: "range", low: 10, high: 12.5 }, "temperature", "metric")).toBe("10–12.5 °C");
  });

  it("loses less than half a per cent of any reading worth the name", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 2000, noNaN: true }),
        fc.constantFrom("us" as const, "metric" as const),
        (value, profile) => {
          const shown = printMeasured({ is: "value", value }, "pressure", profile);
          const back = parseQuantity(shown, "pressure", { profile, range: false });
          expect(
            back.ok && back.measured.is === "value" && Math.abs(back.measured.value / value - 1),
          ).toBeLessThan(0.0051);
        },
      ),
    );
  });
});

describe("printStated", () => {
  it.each([
    [76, "flow", "us", "20 gpm"],
    [57, "flow", "us", "15 gpm"],
    [45, "flow", "us", "12 gpm"],
    [45, "flow", "metric", "45 L/min"],
    [40, "flow", "us", "10.6 gpm"],
    [20 * 3.785411784, "flow", "metric", "76 L/min"],
    [20 * 3.785411784, "flow", "us", "20 gpm"],
    [862, "pressure", "us", "125 psi"],
    [621, "pressure", "us", "90 psi"],
    [33, "pressure", "us", "4.8 psi"],
    [0.35, "concentration", "metric", "0.35 mg/L"],
    [0, "pressure", "us", "0 psi"],
  ] as const)("%s %s reads %s as %s", (canonical, quantity, profile, said) =>
    expect(printStated(canonical, quantity, profile)).toBe(said),
  );
  it("is never more than a hundredth off, or less exact than the usual print", () => {
    fc.assert(
      fc.property(fc.double({ min: 0.5, max: 400, noNaN: true }), (flow) => {
        const p = parseQuantity(printStated(flow, "flow", "us"), "flow", { profile: "us" });
        expect(p.ok && p.measured.is === "value" && Math.abs(p.measured.value / flow - 1)).toBeLessThan(0.05);
        const usual = parseQuantity(print(flow, "flow", "us"), "flow", { profile: "us" });
        const off = (x: typeof p) =>
          x.ok && x.measured.is === "value" ? Math.abs(x.measured.value / flow - 1) : 1;
        expect(off(p)).toBeLessThanOrEqual(Math.max(0.0101, off(usual)));
      }),
    );
  });
});

describe("a stopwatch's time", () => {
  const minutes = (text: string) => {
    const read = parseQuantity(text, "stopwatch", { profile: "metric" });
    return read.ok && read.measured.is === "value" ? read.measured.value : read;
  };
  it("is seconds where it is bare, and minutes and seconds however they are written", () => {
    expect([minutes("30"), minutes("90 s"), minutes("2 min")]).toEqual([0.5, 1.5, 2]);
    for (const text of ["1:30", "1 min 30", "1 min 30 s", "1m30s", "1 minute 30 seconds", "1 MIN 30 SEC"])
      expect(minutes(text)).toBe(1.5);
    expect(minutes("1 min 5")).toBeCloseTo(65 / 60, 12);
  });
  it("has no more than 59 seconds beside its minutes", () => {
    for (const text of ["1 min 75", "1:75", "1:3"]) expect(minutes(text)).toMatchObject({ ok: false });
  });
});
