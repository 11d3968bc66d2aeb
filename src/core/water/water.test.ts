import { readFileSync } from "node:fs";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { value } from "../units";
import {
  bleachDose,
  compensatedHardness,
  hardnessFromIons,
  hardnessWord,
  langelierIndex,
  needsOf,
  totalHardness,
} from ".";

interface Case {
  calcium: number;
  magnesium: number;
  iron: number;
  manganese: number;
  pH: number;
  tds: number;
  temperature: number;
  alkalinity: number;
  hardness: number;
  compensated: number;
  lsi: number;
}
const golden = JSON.parse(
  readFileSync(new URL("../../../tests/reference/water.json", import.meta.url), "utf8"),
) as Case[];
const near = (actual: number | undefined, wanted: number) =>
  expect(Math.abs((actual ?? NaN) - wanted)).toBeLessThanOrEqual(1e-6 * Math.abs(wanted));

describe("water figures", () => {
  it.each(golden.map((c, i) => [i, c] as const))("agrees with reference case %i", (_, c) => {
    const hardness = hardnessFromIons(c.calcium, c.magnesium);
    near(hardness, c.hardness);
    near(compensatedHardness({ hardness, iron: c.iron, manganese: c.manganese }), c.compensated);
    near(
      langelierIndex({
        ph: c.pH,
        tds: c.tds,
        temperature: c.temperature,
        calciumAsCaCO3: 2.497 * c.calcium,
        alkalinity: c.alkalinity,
      }),
      c.lsi,
    );
  });

  it("has no index without dissolved solids, calcium or alkalinity", () => {
    expect(
      langelierIndex({ ph: 7, tds: 0, temperature: 10, calciumAsCaCO3: 100, alkalinity: 100 }),
    ).toBeUndefined();
  });

  it("compensates more for more iron", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 10, noNaN: true }),
        fc.double({ min: 0.01, max: 5, noNaN: true }),
        (iron, more) =>
          compensatedHardness({ hardness: 200, iron: iron + more, manganese: 0 }) >
          compensatedHardness({ hardness: 200, iron, manganese: 0 }),
      ),
    );
  });

  it("takes hardness from ions only when both are known", () => {
    expect(totalHardness({ calcium: value(100) })).toBeUndefined();
    expect(totalHardness({ calcium: { is: "above", limit: 100 }, magnesium: value(10) })).toEqual({
      is: "above",
      limit: hardnessFromIons(100, 10),
    });
    expect(totalHardness({ calcium: value(100), magnesium: { is: "below", limit: 1 } })).toMatchObject({
      is: "range",
    });
    expect(hardnessWord(16)).toBe("soft");
    expect(hardnessWord(180)).toBe("very hard");
  });

  it("doses bleach by the worked example: 180 L at 50 mg/L with 6 % is 150 mL", () => {
    expect(bleachDose({ litres: 180, mgPerL: 50, percent: 6 })).toBe(150);
  });
});

describe("needsOf", () => {
  const rules = (
    water: Parameters<typeof needsOf>[0],
    source: "municipal" | "well" | "surface" = "municipal",
  ) => needsOf(water, { source });

  it("asks for a softener and carbon at the bakery", () => {
    const f = rules({ hardness: value(376), chlorine: value(1.1) });
    expect(f.needs.map((n) => n.need)).toEqual(expect.arrayContaining(["softener", "carbon"]));
    expect(f.needs.find((n) => n.need === "softener")?.measured).toEqual(value(376));
  });

  it("never reads a missing value as zero: it stays open and says what it blocks", () => {
    const f = rules({});
    expect(f.needs).toEqual([]);
    expect(f.open.map((o) => o.need)).toEqual(
      expect.arrayContaining(["softener", "iron-first", "ro-lead", "neutraliser"]),
    );
  });

  it("asks for disinfection on coliform, and on surface water not yet tested", () => {
    expect(rules({ coliform: "present" }, "well").needs[0]?.need).toBe("disinfection");
    expect(rules({}, "surface").needs[0]?.need).toBe("disinfection");
    expect(rules({}, "well").open[0]?.need).toBe("disinfection");
  });

  it("lets a detection limit at or under the limit settle it, and one above leave it open", () => {
    expect(rules({ iron: { is: "above", limit: 0.3 } }).needs.map((n) => n.need)).toContain("iron-first");
    expect(rules({ iron: { is: "above", limit: 0.1 } }).open.map((o) => o.need)).toContain("iron-first");
    expect(rules({ iron: { is: "detected" } }).open.map((o) => o.need)).toContain("iron-first");
    expect(rules({ iron: { is: "below", limit: 0.3 } }).open.map((o) => o.need)).not.toContain("iron-first");
    expect(rules({ iron: { is: "below", limit: 0.5 } }).open.map((o) => o.need)).toContain("iron-first");
    expect(rules({ iron: { is: "notDetected" } }).open.map((o) => o.need)).toContain("iron-first");
  });
});
