import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { knowledgeWith } from "@/catalogue/knowledge";
import { anchorsFor } from "@/core/plumbing/fixings";
import { judgedOf } from "@/core/record";
import { companySchema } from "@/core/site";
import { partsOf } from "@/phases/parts/listed";
import { placeAll, plannedTrain } from "./placing";

const load = fc.record({
  holds: fc.double({ min: 1, max: 500, noNaN: true }),
  pullsOut: fc.double({ min: 1, max: 500, noNaN: true }),
});
const hung = fc.record({
  fullKg: fc.double({ min: 1, max: 200, noNaN: true }),
  hasBowl: fc.boolean(),
  screwsApart: fc.double({ min: 20, max: 400, noNaN: true }),
});

describe("how many anchors a unit takes", () => {
  it("is the larger of its mass and of the wrench's pull, worked by hand", () => {
    // 4 × 18 kg full over 25 kg: 2.88, so 3. 40 N·m over 0.1 m: 400 N, 40.8 kg; twice that over 60 kg: 1.36, so 2.
    expect(anchorsFor({ fullKg: 18, hasBowl: true, screwsApart: 100 }, { holds: 25, pullsOut: 60 })).toBe(3);
    // Twice 40.8 kg over 15 kg: 5.44, so 6.
    expect(anchorsFor({ fullKg: 18, hasBowl: true, screwsApart: 100 }, { holds: 25, pullsOut: 15 })).toBe(6);
    // Nothing hangs on one screw.
    expect(anchorsFor({ fullKg: 2, hasBowl: false }, { holds: 100, pullsOut: 100 })).toBe(2);
    expect(anchorsFor({ fullKg: 2, hasBowl: true }, { holds: 100, pullsOut: 100 })).toBeUndefined();
  });

  it("holds four times the mass and twice the wrench, and never falls where a unit is heavier or an anchor weaker", () => {
    fc.assert(
      fc.property(hung, load, (unit, anchor) => {
        const count = anchorsFor(unit, anchor)!;
        expect(count * anchor.holds).toBeGreaterThanOrEqual(4 * unit.fullKg * (1 - 1e-9));
        const pull = unit.hasBowl ? 40 / (unit.screwsApart / 1000) / 9.80665 : 0;
        expect(count * anchor.pullsOut).toBeGreaterThanOrEqual(2 * pull * (1 - 1e-9));
        expect(anchorsFor({ ...unit, fullKg: 2 * unit.fullKg }, anchor)!).toBeGreaterThanOrEqual(count);
        expect(anchorsFor(unit, { ...anchor, holds: anchor.holds / 2 })!).toBeGreaterThanOrEqual(count);
      }),
    );
  });
});

describe("anchors on a list of parts", () => {
  const lineWith = (
    substrate: string,
    anchors: NonNullable<Parameters<typeof knowledgeWith>[0]>["anchors"],
  ) => {
    const known = knowledgeWith({ anchors });
    const d = placeAll(plannedTrain({ "wall.substrate": substrate }));
    return partsOf(d.job, judgedOf(d.job, known), known, { profile: "metric" }).lines.filter((l) =>
      l.id.startsWith("anchor "),
    );
  };

  it("are counted by what the company says one holds, and the line says how", () => {
    const [line] = lineWith("concrete", { concrete: { holds: 30, pullsOut: 60 } });
    const known = knowledgeWith();
    const filter = known.offered.find((m) => m.code === "PS-20")!;
    // The softener stands on the floor.
    const expected = anchorsFor(
      { fullKg: filter.massFullKg, hasBowl: true, screwsApart: filter.fit!.holes!.spacing! },
      { holds: 30, pullsOut: 60 },
    );
    expect(line!.count).toBe(expected);
    expect(JSON.stringify(line!.why)).toContain("PS-20: four times");
  });

  it("stay unknown where the company has not said, and where a wall has two kinds of ground", () => {
    expect(lineWith("concrete", {}).map((l) => l.count)).toEqual([undefined]);
    const both = { concrete: { holds: 30, pullsOut: 60 }, metalStud: { holds: 30, pullsOut: 60 } };
    expect(lineWith("metalStud,concrete", both).map((l) => l.count)).toEqual([undefined, undefined]);
  });

  it("are a setting that the company may leave empty, of loads above nothing", () => {
    const anchors = companySchema.shape.anchors;
    expect(anchors.parse(undefined)).toEqual({});
    expect(anchors.safeParse({ concrete: { holds: 0, pullsOut: 60 } }).success).toBe(false);
    expect(anchors.safeParse({ straw: { holds: 10, pullsOut: 60 } }).success).toBe(false);
  });
});
