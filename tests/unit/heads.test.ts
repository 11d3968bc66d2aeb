import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { headNotes, levelled, onTheirSides } from "@/core/fit/heads";
import { misfits } from "@/core/fit/judge";
import type { Standing, WallUnit } from "@/core/fit/standing";
import { chamber, housing as bare, saltTank, tank as plain, wall } from "./fit";

const at = (x: number, y = 0): Standing => ({ x, y, lies: false, mirrored: false });
const housing = (key: string): WallUnit => ({ ...bare(key), head: "housing" });
const tank = (key: string): WallUnit => ({ ...plain(key), head: "tank" });
// A tank's ports are 1462 mm high; a housing's 560 mm over its foot.
const LEVEL = 1462 - 560;

describe("a housing's head beside a tank's", () => {
  it("is level with it within 25 mm, whichever the water meets first", () => {
    const out = (by: number) => headNotes([housing("u1"), tank("u2")], [at(0, LEVEL + by), at(600)]);
    expect([0, 25, -25].flatMap(out)).toEqual([]);
    expect(out(26)).toEqual([{ is: "notLevel", unit: "u1", other: "u2", by: 26 }]);
    expect(headNotes([tank("u1"), housing("u2")], [at(0), at(600, LEVEL - 100)])).toEqual([
      { is: "notLevel", unit: "u1", other: "u2", by: 100 },
    ]);
  });

  it("is 200 mm from it for flexible connectors", () => {
    const apart = (x: number) => headNotes([housing("u1"), tank("u2")], [at(0, LEVEL), at(190 + x)]);
    expect(apart(200)).toEqual([]);
    expect(apart(199)).toEqual([{ is: "close", unit: "u1", other: "u2", apart: 199 }]);
  });

  it("is hung level by moving what hangs, whichever comes first, as far as it may", () => {
    fc.assert(
      fc.property(fc.integer({ min: 26, max: 400 }), fc.boolean(), fc.boolean(), (by, isLower, isFirst) => {
        const y = LEVEL + (isLower ? -by : by);
        const units = isFirst ? [housing("u1"), tank("u2")] : [tank("u1"), housing("u2")];
        const standings = isFirst ? [at(0, y), at(600)] : [at(0), at(600, y)];
        const [note] = headNotes(units, standings);
        const moved = levelled(units, standings, note!)!;
        expect(moved).toEqual({ key: isFirst ? "u1" : "u2", to: at(isFirst ? 0 : 600, LEVEL) });
        const after = standings.map((s, i) => (units[i]!.key === moved.key ? moved.to : s));
        expect(headNotes(units, after)).toEqual([]);
      }),
    );
    const low: WallUnit = { ...housing("u1"), hangs: { least: 0, most: LEVEL - 1 } };
    const out = { unit: "u1", other: "u2" };
    expect(levelled([low, tank("u2")], [at(0, 100), at(600)], out)).toBeUndefined();
  });

  it("is asked of no other units: two tanks, two housings, or a salt tank between", () => {
    fc.assert(
      fc.property(fc.constantFrom(housing, tank), fc.nat(1000), fc.nat(900), (kind, x, y) => {
        expect(headNotes([kind("u1"), kind("u2")], [at(0, kind === tank ? 0 : y), at(x)])).toEqual([]);
      }),
    );
    const units = [housing("u1"), saltTank("u2"), tank("u2")];
    expect(headNotes(units, [at(0, LEVEL), at(200), at(700)])).toEqual([]);
  });
});

describe("a chamber that is hung on its side", () => {
  const lying = { ...at(1000, 500), lies: true };
  it("is a Check where it works so at all, and nothing stands in the way of placing it by hand", () => {
    expect(onTheirSides([chamber("u1")], [lying]).map((u) => u.key)).toEqual(["u1"]);
    expect(onTheirSides([chamber("u1")], [at(1000, 500)])).toEqual([]);
    expect(misfits(wall(4000), [chamber("u1")], [lying])).toEqual([]);
    // What cannot work on its side is a Stop there.
    expect(misfits(wall(4000), [bare("u1")], [lying])).toContainEqual({ is: "lies", unit: "u1" });
  });
});
