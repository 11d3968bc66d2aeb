import { readFileSync } from "node:fs";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { figure, inProfile, parseQuantity, print, printMeasured, quantities, type Quantity } from ".";

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
