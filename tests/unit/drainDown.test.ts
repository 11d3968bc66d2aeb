import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { drainedAtCut } from "@/core/fit/drained";
import { bucketsFor, litresIn } from "@/core/plumbing/drainDown";
import { houseLitres } from "@/core/train";
import { knowledge, signed, surveyed } from "./desk";
import { tank } from "./fit";
import { built, pex } from "./piped";

const answered = (answers: Readonly<Record<string, string>>) =>
  surveyed().answer({ "cutin.pipe": "copperL", "cutin.size": "1", ...answers }).job.answers;
const { pipes } = knowledge.tables;

describe("what stands in a pipe", () => {
  it("is π/4 of its bore squared by its length", () => {
    // 3.1416 / 4 × 2.6 cm² × 1000 cm = 5309 cm³.
    expect(litresIn(26, 10)).toBeCloseTo(5.309, 3);
  });

  it("of a house is its cold and hot pipe together, and unknown while one of them is", () => {
    const both = { "behind.coldLength": "40 m", "behind.hotLength": "30 m", "behind.hotSize": "1/2" };
    // Copper L: 26.0 mm at 1 in, 13.8 mm at ½ in.
    expect(houseLitres(answered({ ...both, "heater.kind": "gas" }), pipes)).toBeCloseTo(
      litresIn(26, 40) + litresIn(13.8, 30),
      9,
    );
    const cold = { "behind.coldLength": "40 m" };
    expect(houseLitres(answered({ ...cold, "heater.kind": "gas" }), pipes)).toBeUndefined();
    expect(houseLitres(answered({ ...cold, "heater.kind": "none" }), pipes)).toBeCloseTo(litresIn(26, 40), 9);
  });

  it("is caught in whole buckets of 10 L", () => {
    expect([0.1, 10, 10.1, 33].map(bucketsFor)).toEqual([1, 1, 2, 4]);
  });
});

describe("the step that drains a house", () => {
  const stepOf = (answers: Readonly<Record<string, string>>) => {
    const d = surveyed().answer({ "cutin.pipe": "copperL", "cutin.size": "1", ...answers });
    d.do({
      kind: "designChanged",
      units: [{ key: "u1", model: "PS-20", parallel: 1 }],
      what: "One",
      seen: d.job.designSeq,
    });
    signed(d).do({ kind: "runStarted" });
    return d.job.run!.steps.find((s) => s.id === "site.drainDown")!;
  };
  it("says how much may run out, and how many buckets that is", () => {
    const { figures } = stepOf({
      "behind.coldLength": "40 m",
      "behind.hotLength": "30 m",
      "heater.kind": "gas",
    });
    // 70 m of 26 mm hold 37.2 L.
    expect(figures!.drained).toMatchObject({
      metric: expect.stringMatching(/^At most 37 L .* 4 buckets of 10 L$/) as string,
    });
  });
  it("says that it is not known while the house's pipes are not measured", () => {
    expect(stepOf({ "heater.kind": "gas" }).figures!.drained).toMatchObject({
      metric: expect.stringContaining("is not known") as string,
    });
  });
});

describe("a placed train", () => {
  it("runs out at the cut as far as it stands above it: all of it, a part, or nothing", () => {
    const { wall, units, best } = built(["SF-150"], { house: pex, train: pex, threads: "rule" });
    const at = (y: number) =>
      drainedAtCut({ ...wall, from: { ...wall.from, y }, to: { ...wall.to, y } }, units, best!, {
        litresOf: () => 40,
        idMm: 21.9,
      });
    const upright = units[0]!.height;
    expect(at(0).unitsL).toBeCloseTo(40, 9);
    expect(at(0).pipesL).toBeCloseTo(litresIn(21.9, best!.pipeMm / 1000), 9);
    expect(at(upright / 2).unitsL).toBeCloseTo(20, 9);
    expect(at(5000)).toEqual({ pipesL: 0, unitsL: 0, unknown: [] });
  });

  it("is less the higher it is cut", () => {
    const { wall, units, best } = built(["SF-150x2"], { house: pex, train: pex, threads: "rule" });
    const all = (y: number) => {
      const at = { ...wall, from: { ...wall.from, y }, to: { ...wall.to, y } };
      const { pipesL, unitsL } = drainedAtCut(at, units, best!, { litresOf: () => 30, idMm: 21.9 });
      return pipesL + unitsL;
    };
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 2400 }), fc.integer({ min: 0, max: 400 }), (y, up) => {
        expect(all(y + up)).toBeLessThanOrEqual(all(y) + 1e-9);
      }),
    );
  });

  it("names units that do not say what they hold, and counts nothing for a salt tank", () => {
    const { wall, units, best } = built(["SF-150"], { house: pex, train: pex, threads: "rule" });
    const salt = tank("u1.salt", { ports: undefined, name: "salt tank" });
    const low = { ...wall, from: { ...wall.from, y: 0 }, to: { ...wall.to, y: 0 } };
    const found = drainedAtCut(
      low,
      [...units, salt],
      { ...best!, standings: [...best!.standings, best!.standings[0]!] },
      { litresOf: () => undefined, idMm: 21.9 },
    );
    expect(found.unknown).toEqual(["SF-150"]);
  });
});
