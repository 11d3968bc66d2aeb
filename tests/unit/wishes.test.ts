import { describe, expect, it } from "vitest";
import { prices } from "@/catalogue/prices";
import { unitModels } from "@/catalogue/units";
import { byPrice, notHad, offeredFor, plannersSearch, proposeTrains, type Proposal } from "@/core/train";
import { value } from "@/core/units";
import { facts } from "../../scripts/bench-house";
import { knowledge } from "./desk";

const all = [...unitModels.values()];
const hard = { ...facts, water: { ...facts.water, coliform: "absent" as const, hardness: value(310) } };
const found = (way: Parameters<typeof offeredFor>[1], house = hard): readonly Proposal[] =>
  proposeTrains({
    ...plannersSearch,
    facts: house,
    schools: knowledge.schoolsWith({}),
    tables: knowledge.tables,
    catalogue: offeredFor(knowledge.offered, way),
    prices,
    withRo: false,
  }).proposals;
const softens = (p: Proposal) => p.units.some((u) => u.model.effects.includes("softening"));

describe("what a planner asks of the search", () => {
  it("leaves the catalogue as it is, or takes out what answers hardness otherwise", () => {
    expect(offeredFor(all, "best")).toEqual(all);
    const salted = (m: (typeof all)[number]) => m.effects.includes("softening");
    expect(offeredFor(all, "noSalt").some(salted)).toBe(false);
    expect(offeredFor(all, "noSalt").some((m) => m.family === "scaleControl")).toBe(true);
    expect(offeredFor(all, "softener").filter(salted)).toEqual(all.filter(salted));
    expect(offeredFor(all, "softener").some((m) => m.family === "scaleControl")).toBe(false);
  });

  it("is answered by trains of that kind alone, never better than the best", () => {
    const best = found("best");
    const noSalt = found("noSalt");
    expect(noSalt.some(softens)).toBe(false);
    expect(found("softener").some(softens)).toBe(true);
    expect(noSalt[0]!.stops).toBeGreaterThanOrEqual(best[0]!.stops);
  });

  it("is the least cost first, of the same trains", () => {
    const trains = found("best");
    const sorted = byPrice(trains);
    expect(new Set(sorted)).toEqual(new Set(trains));
    for (const [i, p] of sorted.slice(1).entries()) expect(p.cost).toBeGreaterThanOrEqual(sorted[i]!.cost);
  });

  it("is named with its reason where it cannot be had", () => {
    const bare = found("noSalt");
    const asked = { way: "softener", withRo: true } as const;
    expect(notHad(bare, asked, undefined)).toEqual([
      { is: "softener", because: "unknown" },
      { is: "ro", because: "none" },
    ]);
    expect(notHad(bare, { ...asked, withRo: false }, false)).toEqual([{ is: "softener", because: "soft" }]);
    expect(notHad(bare, { ...asked, withRo: false }, true)).toEqual([{ is: "softener", because: "worse" }]);
    expect(notHad(found("softener"), { ...asked, withRo: false }, true)).toEqual([]);
    expect(notHad(bare, { way: "noSalt", withRo: false }, true)).toEqual([]);
  });
});
