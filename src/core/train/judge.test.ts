import { judgeLimit, waterAfter, type DesignUnit } from "../families";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { defaultSchools, trainSchools } from "../../catalogue/schools";
import { demandTables } from "../../catalogue/demand";
import { feedLimits, tapLimitsWith } from "../../catalogue/limits";
import { tapPractice } from "../water";
import { pipes } from "../../catalogue/pipes";
import { unitModels, unitSchema } from "../../catalogue/units";
import type { SiteFacts } from "../site";
import { value, type Measured } from "../units";
import { tell } from "../tell";
import { allVerdicts, judgeTrain, type TrainInput } from ".";

const GPG = 64.79891 / 3.785411784;
const schools = trainSchools(defaultSchools, 2);

const tables = { demand: demandTables, limits: feedLimits, tap: tapLimitsWith(tapPractice), pipes };
const train = (facts: SiteFacts, ...codes: (string | DesignUnit)[]) => {
  const units = codes.map((c, i) => {
    const unit: DesignUnit = typeof c === "string" ? { key: `u${i}`, model: c, parallel: 1 } : c;
    return { unit, model: unitModels.get(unit.model)! };
  });
  return judgeTrain({ facts, units, schools, tables } satisfies TrainInput);
};
const bakery: SiteFacts = {
  source: "municipal",
  staticPressure: 400,
  flowing: { pressure: 330, flow: 20 },
  dailyLitres: 870,
  fixtures: { kitchenSink: 2, lavatory: 2, toilet: 1, dishwasher: 1 },
  together: {},
  tapRise: 5.8,
  drinkers: 5,
  airGap: true,
  outlet: "protected",
  water: {
    hardness: value(22 * GPG),
    iron: value(0.08),
    manganese: value(0.01),
    chlorine: value(1.1),
    chloramine: { is: "below", limit: 0.05 },
    turbidity: value(0.4),
    sulphide: { is: "notDetected" },
    temperature: value(11),
    tds: value(420),
    ph: value(7.4),
    alkalinity: value(210),
    nitrate: value(12),
    lead: value(1),
    coliform: "absent",
    ecoli: "absent",
  },
};
const find = (j: ReturnType<typeof train>, at: string, rule: string) =>
  allVerdicts(j).find((v) => v.at === at && v.verdict.rule === rule)?.verdict;

describe("catalogue units", () => {
  it.each([...unitModels.values()].map((m) => [m.code, m] as const))(
    "%s states everything its family needs",
    (_, m) => {
      expect(unitSchema.parse(m)).toEqual(m);
      const needed = {
        ro: m.ro,
        softener: m.softener,
        uv: m.uv,
        carbonTank: m.carbon,
        booster: m.booster,
        manualSoftener: m.manual,
      } as const;
      if (m.family in needed) expect(needed[m.family as keyof typeof needed]).toBeDefined();
    },
  );
});

describe("judgeTrain at the bakery", () => {
  it("stops at the loft RO for want of pressure, and is put right by a booster", () => {
    const without = train(bakery, "CT-1054", "SF-150", "RO-T5");
    expect(find(without, "u2", "ro-feed")?.level).toBe("Stop");
    expect(tell(find(without, "u2", "ro-feed")!, "us").remedy).toMatch(/booster/);
    const boostedTrain = train(bakery, "CT-1054", "SF-150", "BP-3", "RO-T5");
    expect(find(boostedTrain, "u3", "ro-feed")?.level).toBe("Good");
    expect(find(boostedTrain, "u3", "ro-fill")?.level).toBe("Good");
  });

  it("sizes the softener as worked by hand", () => {
    const j = train(bakery, "CT-1054", "SF-150");
    const soft = j.stations[1]!;
    const load = (870 / 3.785411784) * (22 + 4 * 0.08 + 2 * 0.01);
    expect(soft.figures.find((f) => f.id === "interval")?.value).toBe(
      Math.floor((26_000 * 1.5 - load) / load),
    );
    const sodium = find(j, soft.key, "softener-sodium")!;
    expect(sodium.level).toBe("Good");
    expect(tell(sodium, "us").reason).toMatch(/16\d mg\/L of sodium/);
    expect(tell(sodium, "us").caution).toContain("low-sodium");
    expect(j.stations[0]!.waterOut.chlorine).toMatchObject({ is: "value" });
  });

  it("judges a unit against the water as it arrives there", () => {
    const j = train(bakery, "SF-150", "RO-T5");
    const hardness = j.stations[1]!.limits.find((l) => l.limit.key === "hardness")!;
    expect(hardness.verdict.level).toBe("Good");
    expect(
      train(bakery, "RO-T5").stations[0]!.limits.find((l) => l.limit.key === "hardness")!.verdict.level,
    ).toBe("Stop");
    // Its own carbon stages protect the membrane from 1.1 mg/L.
    expect(j.stations[1]!.limits.find((l) => l.limit.key === "chlorine")!.verdict.level).toBe("Good");
  });

  it("keeps carbon first where there is disinfectant, and says why", () => {
    expect(find(train(bakery, "CT-1054", "SF-150"), "house", "carbon-softener-order")?.level).toBe("Good");
    expect(find(train(bakery, "SF-150", "CT-1054"), "house", "carbon-softener-order")?.level).toBe("Check");
  });
});

describe("judgeTrain elsewhere", () => {
  const cottage: SiteFacts = {
    source: "well",
    wellCutIn: 276,
    staticPressure: 276,
    wellYield: 40,
    persons: 3,
    fixtures: { bathroomGroup: 1, kitchenSink: 1 },
    together: {},
    outlet: "protected",
    airGap: true,
    water: {
      hardness: value(310),
      iron: value(0.9),
      ironForm: "ferrous",
      manganese: value(0.03),
      coliform: "present",
      uvt: value(78),
      turbidity: value(0.8),
      tannin: value(0.05),
      temperature: value(9),
      sulphide: { is: "notDetected" },
      chlorine: value(0),
    },
  };

  it("blocks UV behind iron and hardness until a softener stands ahead", () => {
    const bare = train(cottage, "PS-20", "UV-45");
    for (const rule of ["feed-iron", "feed-hardness"]) expect(find(bare, "u1", rule)?.level).toBe("Stop");
    const treated = train(cottage, "SF-150", "PS-20", "UV-90");
    for (const rule of ["feed-iron", "feed-hardness", "uv-prefilter"])
      expect(find(treated, "u2", rule)?.level).toBe("Good");
    expect(find(treated, "u2", "feed-uvt")?.level).toBe("Check");
    expect(find(train(cottage, "SF-150", "PS-20"), "house", "need-disinfection")?.level).toBe("Stop");
    expect(find(train(cottage, "SF-150", "UV-90", "PS-20"), "house", "uv-last")?.level).toBe("Stop");
  });

  it("splits the peak over units in parallel", () => {
    const flats: SiteFacts = { ...bakery, fixtures: { bathroomGroup: 9, kitchenSink: 9 } };
    const one = train(flats, { key: "a", model: "SF-300", parallel: 1 });
    const two = train(flats, { key: "a", model: "SF-300", parallel: 2 });
    expect(two.stations[0]!.figures.find((f) => f.id === "serviceFlow")!.value!).toBeCloseTo(
      one.stations[0]!.figures.find((f) => f.id === "serviceFlow")!.value! / 2,
      9,
    );
  });

  it("never takes an empty survey for a good one", () => {
    const j = train({ fixtures: {}, together: {}, water: {} }, "CT-1054", "SF-150", "UV-45", "RO-T5");
    expect(j.level).not.toBe("Good");
    for (const s of j.stations) expect(["Unknown", "Stop", "Check"]).toContain(s.level);
    expect(find(j, "u1", "softener-interval")?.missing).toContain("water.hardness");
  });

  it("asks for a night reading when the day reading is over 552 kPa", () => {
    expect(
      find(
        train({ ...bakery, staticPressure: 580, flowing: { pressure: 500, flow: 20 } }, "SF-150"),
        "house",
        "night-pressure",
      )?.level,
    ).toBe("Unknown");
    expect(
      find(
        train(
          { ...bakery, staticPressure: 580, nightPressure: 900, flowing: { pressure: 500, flow: 20 } },
          "SF-150",
        ),
        "house",
        "night-pressure",
      )?.level,
    ).toBe("Stop");
  });

  it("feeds an ice maker from a full tank, not from a direct unit, and takes its valve's own minimum", () => {
    const at = (kPa: number, ...codes: string[]) => {
      const j = train(
        { ...bakery, staticPressure: kPa, flowing: { pressure: kPa - 10, flow: 20 }, tapRise: 0 },
        ...codes,
      );
      return find(j, `u${codes.length - 1}`, "ice-maker")!;
    };
    expect(at(420, "RO-T5", "IM-1").level).toBe("Good");
    expect(at(205, "RO-T5", "IM-1").level).toBe("Check");
    expect(at(205, "RO-T5", "IM-2").level).toBe("Good");
    expect(at(150, "RO-T5", "IM-1").level).toBe("Stop");
    expect(at(420, "RO-D", "IM-1").level).toBe("Unknown");
    expect(at(420, "IM-1").level).toBe("Unknown");
  });
  it("takes a chamber's own least transmittance over the family's", () => {
    const uv = unitModels.get("UV-45")!;
    const level = (minUvt: number, uvt: number) => {
      const model = { ...uv, uv: { ...uv.uv!, minUvt } };
      const j = judgeTrain({
        facts: { ...bakery, water: { ...bakery.water, uvt: value(uvt) } },
        units: [{ unit: { key: "a", model: uv.code, parallel: 1 }, model }],
        schools,
        tables,
      });
      return find(j, "a", "feed-uvt")!.level;
    };
    expect([level(75, 78), level(80, 78), level(90, 88), level(90, 92), level(60, 65)]).toEqual([
      "Check",
      "Stop",
      "Stop",
      "Good",
      "Check",
    ]);
  });
  it("judges behind a reducing valve: pressures are held at its set point, and the valve answers the code item", () => {
    const high = { ...bakery, staticPressure: 700, nightPressure: 900, flowing: { pressure: 650, flow: 20 } };
    const rule = (f: SiteFacts, r: string) => find(train(f, "PS-20", "SF-150"), "house", r);
    expect(rule(high, "night-pressure")).toMatchObject({ level: "Stop" });
    expect(rule(high, "reducing-valve")).toMatchObject({ level: "Check" });
    const held = { ...high, reducer: 400 };
    expect(rule(held, "night-pressure")).toBeUndefined();
    expect(rule(held, "reducing-valve")).toMatchObject({ level: "Good" });
    expect(train(held, "PS-20").stations[0]!.pressureIn).toBe(400);
    expect(train({ ...held, reducer: 690 }, "PS-20").stations[0]!.pressureIn).toBeLessThan(690);
  });
  it("is no worse in water quality for a sediment stage ahead", () => {
    const qualities = fc.record({
      hardness: fc.double({ min: 0, max: 500, noNaN: true }),
      iron: fc.double({ min: 0, max: 4, noNaN: true }),
      turbidity: fc.double({ min: 0, max: 8, noNaN: true }),
      chlorine: fc.double({ min: 0, max: 3, noNaN: true }),
    });
    const rank = { Good: 0, Unknown: 1, Check: 2, Stop: 3 };
    fc.assert(
      fc.property(
        qualities,
        fc.constantFrom("SF-150", "UV-45", "CN-60", "CT-1054", "RO-T5"),
        fc.constantFrom("ferrous" as const, "ferric" as const),
        (q, code, ironForm) => {
          const facts: SiteFacts = {
            ...bakery,
            water: {
              ...bakery.water,
              ironForm,
              hardness: value(q.hardness),
              iron: value(q.iron),
              turbidity: value(q.turbidity),
              chlorine: value(q.chlorine),
            },
          };
          const alone = train(facts, code).stations[0]!;
          const behind = train(facts, "PS-20", code).stations[1]!;
          return alone.limits.every(
            (l, i) =>
              l.limit.key === "pressure" || rank[behind.limits[i]!.verdict.level] <= rank[l.verdict.level],
          );
        },
      ),
      { numRuns: 300 },
    );
  });
});

describe("judgeLimit", () => {
  const limit = {
    key: "iron",
    label: "Iron",
    quantity: "concentration",
    max: 0.3,
    survey: "water.iron",
  } as const;
  const level = (m: Measured | undefined) => judgeLimit(m, limit).level;
  it("keeps the handbook's rules for unknowns", () => {
    expect(level(undefined)).toBe("Unknown");
    expect(level({ is: "notDetected" })).toBe("Unknown");
    expect(level({ is: "below", limit: 0.3 })).toBe("Good");
    expect(level({ is: "below", limit: 0.4 })).toBe("Unknown");
    expect(level(value(0.3002))).toBe("Good");
    expect(level(value(0.3004))).toBe("Stop");
    expect(level({ is: "range", low: 0.2, high: 0.5 })).toBe("Stop");
    const spanning = judgeLimit({ is: "range", low: 0.2, high: 0.5 }, limit);
    expect(tell(spanning, "metric").reason).toMatch(/spans the limit/);
  });
  it("takes more than a kit shows for over, where the kit reaches the limit, and asks for the amount of a trace", () => {
    expect(level({ is: "above", limit: 0.3 })).toBe("Stop");
    expect(level({ is: "above", limit: 0.2 })).toBe("Unknown");
    expect(level({ is: "detected" })).toBe("Unknown");
    const least = { ...limit, max: undefined, min: 1 };
    expect(judgeLimit({ is: "above", limit: 1 }, least).level).toBe("Good");
    expect(judgeLimit({ is: "above", limit: 0.5 }, least).level).toBe("Unknown");
    expect(tell(judgeLimit({ is: "above", limit: 0.2 }, limit), "metric")).toMatchObject({
      reason: "Iron > 0.2 mg/L could still be over 0.3 mg/L",
      remedy: "Test it with a kit that reaches higher",
    });
    expect(tell(judgeLimit({ is: "detected" }, limit), "metric").remedy).toBe("Have the amount measured");
  });
  it("softens what is above a kit, and says of the sodium only that it is more", () => {
    const hard = { hardness: { is: "above", limit: 425 }, sodium: value(20) } as const;
    const after = waterAfter(unitModels.get("SF-150")!, hard, 10);
    expect(after.hardness).toEqual(value(17));
    expect(after.sodium).toEqual({ is: "above", limit: 20 });
  });
  it("makes an unknown known only where a step sets a level", () => {
    const after = waterAfter(unitModels.get("SF-150")!, {}, 10);
    expect(after.hardness).toEqual({ is: "range", low: 0, high: 17 });
    expect(after.iron).toBeUndefined();
  });
});
