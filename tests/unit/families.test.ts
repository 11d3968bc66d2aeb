import type { DesignUnit, TrainSchools, UnitModel } from "@/core/families";
import { describe, expect, it } from "vitest";
import { demandTables } from "@/catalogue/demand";
import { feedLimits, tapLimitsWith } from "@/catalogue/limits";
import { tapPractice } from "@/core/water";
import { pipes } from "@/catalogue/pipes";
import { defaultSchools, trainSchools } from "@/catalogue/schools";
import { unitModels } from "@/catalogue/units";
import type { SiteFacts } from "@/core/site";
import { allVerdicts, judgeTrain, type TrainInput } from "@/core/train";
import { value } from "@/core/units";
import { tell } from "@/core/tell";
import type { Level } from "@/core/verdict";
import { facts } from "../../scripts/bench-house";

const GPG = 64.79891 / 3.785411784;
const tables: TrainInput["tables"] = {
  demand: demandTables,
  limits: feedLimits,
  tap: tapLimitsWith(tapPractice),
  pipes,
};
type Placed = string | (Partial<DesignUnit> & { readonly model: string }) | { readonly own: UnitModel };

/** Judges a train of catalogue units, of placed units, or of models of the test's own. */
function judge(facts: SiteFacts, line: readonly Placed[], schools: Partial<TrainSchools> = {}) {
  const units = line.map((p, i) => {
    const key = `u${i}`;
    if (typeof p === "string") return { unit: { key, model: p, parallel: 1 }, model: unitModels.get(p)! };
    if ("own" in p) return { unit: { key, model: p.own.code, parallel: 1 }, model: p.own };
    return { unit: { key, parallel: 1, ...p }, model: unitModels.get(p.model)! };
  });
  const judged = judgeTrain({
    facts,
    units,
    schools: { ...trainSchools(defaultSchools, 2), ...schools },
    tables,
  });
  return {
    judged,
    of: (at: string, rule: string) =>
      allVerdicts(judged).find((v) => v.at === at && v.verdict.rule === rule)?.verdict,
    figure: (at: string, id: string) =>
      judged.stations.find((s) => s.key === at)?.figures.find((f) => f.id === id)?.value,
  };
}

/** A house of four on town water, with everything known and nothing wrong. */
const house: SiteFacts = {
  ...facts,
  staticPressure: 400,
  flowing: { pressure: 360, flow: 30 },
  water: {
    ...facts.water,
    hardness: value(250),
    chlorine: value(0.8),
    uvt: value(95),
    coliform: "absent",
  },
};
const withWater = (over: SiteFacts["water"]): SiteFacts => ({ ...house, water: { ...house.water, ...over } });

/** Peak of this house: 3.6 + 1.4 = 5 fixture units, 9.4 gpm. */
const PEAK = 9.4 * 3.785411784;

describe("demand", () => {
  it("is the curve at five fixture units, half of it continuous, 230 L a head", () => {
    const { judged } = judge(house, []);
    expect(judged.peak).toBeCloseTo(PEAK, 9);
    expect(judged.continuous).toBeCloseTo(PEAK / 2, 9);
    expect(judged.dailyLitres).toBe(920);
  });

  it("is the larger of both schools unless one is chosen, by the company or the job", () => {
    const busy: SiteFacts = { ...house, together: { shower: 4, bathtub: 2 } };
    const together = 4 * 7.6 + 2 * 15;
    expect(judge(busy, []).judged.peak).toBeCloseTo(together, 9);
    expect(judge(busy, [], { peak: "fixtureUnits" }).judged.peak).toBeCloseTo(PEAK, 9);
    expect(judge({ ...busy, chosenPeak: "fixtureUnits" }, [], { peak: "together" }).judged.peak).toBeCloseTo(
      PEAK,
      9,
    );
  });
});

describe("carbon against more than chlorine", () => {
  // CT-1665 and KT-1665 hold 127.4 L; this house's continuous flow is 4.7 gpm.
  const minutes = 127.4 / (PEAK / 2);
  const at = (model: string, over: Partial<SiteFacts["water"]>, parallel = 1) => {
    const j = judge(withWater(over), [{ model, parallel }]);
    return {
      contact: j.of("u0", "carbon-contact")!.level,
      life: j.of("u0", "carbon-life")?.level,
      years: j.figure("u0", "carbonLife"),
    };
  };
  it("asks for the longest time that anything in the water needs", () => {
    expect(minutes).toBeGreaterThan(5);
    expect(minutes).toBeLessThan(10);
    expect(at("CT-1665", { organics: ["voc"] }).contact).toBe("Good");
    expect(at("CT-1665", { organics: ["voc", "pfas"] }).contact).toBe("Stop");
    expect(at("CT-1665", { organics: ["pfas"] }, 2).contact).toBe("Good");
    expect(at("KT-1054", { chloramine: value(2) }).contact).toBe("Stop");
    expect(at("KT-1665", { chloramine: value(2) }).contact).toBe("Good");
  });
  it("has a life only against what the unit states one for", () => {
    expect(at("CT-1665", {}).life).toBeUndefined();
    expect(at("CT-1665", { organics: ["pfas"] }).life).toBe("Unknown");
    expect(at("CT-1665", { chloramine: value(2) }).life).toBe("Unknown");
    expect(at("KT-1665", { chloramine: value(2) }).years).toBe(5);
  });
});

describe("softener", () => {
  const days = (facts: SiteFacts, salt?: number, schools: Partial<TrainSchools> = {}) =>
    judge(facts, [{ model: "SF-150", saltLbPerFt3: salt }], schools);
  it("counts whole days with one in reserve: 26 000 × 1.5 grains at this house's load", () => {
    const load = (920 / 3.785411784) * ((250 + GPG * (4 * 0.05 + 2 * 0.01)) / GPG);
    expect(days(house).figure("u0", "interval")).toBe(Math.floor((39_000 - load) / load));
    expect(days(house, undefined, { reserveDay: false }).figure("u0", "interval")).toBe(
      Math.floor(39_000 / load),
    );
  });
  it("is held to 14 days, and to 4 with iron above 0.3", () => {
    expect(days(withWater({ hardness: value(60) })).figure("u0", "interval")).toBe(14);
    expect(days(withWater({ hardness: value(60), iron: value(0.5) })).figure("u0", "interval")).toBe(4);
    const capped = days(withWater({ hardness: value(60) })).of("u0", "softener-interval")!;
    expect(capped.level).toBe("Good");
    expect(tell(capped, "us").reason).toContain("by calendar");
  });
  it("is a Check when a valve without override would let the bed foul", () => {
    const model = unitModels.get("SF-150")!;
    const plain: UnitModel = { ...model, softener: { ...model.softener!, calendarOverride: false } };
    expect(
      judge(withWater({ hardness: value(60) }), [{ own: plain }]).of("u0", "softener-interval")?.level,
    ).toBe("Check");
  });
  it("takes more salt for fewer regenerations, and says when it is too small", () => {
    expect(days(house, 15).figure("u0", "interval")!).toBeGreaterThan(
      days(house, 6).figure("u0", "interval")!,
    );
    expect(days({ ...house, persons: 30 }).of("u0", "softener-interval")?.level).toBe("Stop");
  });
  it("follows the iron school", () =>
    expect(
      days(withWater({ iron: value(1) }), undefined, { ironGpg: 5 }).figure("u0", "compensated")! -
        days(withWater({ iron: value(1) }), undefined, { ironGpg: 3 }).figure("u0", "compensated")!,
    ).toBeCloseTo(2 * GPG, 9));
  it("stops without an air gap, and asks where it is not known", () => {
    expect(judge({ ...house, airGap: false }, ["SF-150"]).of("u0", "softener-drain")?.level).toBe("Stop");
    const { airGap: _, ...unasked } = house;
    expect(judge(unasked, ["SF-150"]).of("u0", "softener-drain")).toMatchObject({
      level: "Unknown",
      missing: ["drain.airGap"],
    });
  });
  it("needs the site to give its backwash", () => {
    expect(
      judge({ ...house, flowing: { pressure: 390, flow: 5 } }, ["SF-150"]).of("u0", "softener-backwash")
        ?.level,
    ).toBe("Check");
    expect(judge(house, ["SF-150"]).of("u0", "softener-backwash")?.level).toBe("Good");
  });
});

describe("carbon tank", () => {
  it.each([
    ["CT-1054", 42.5],
    ["CT-1354", 70.8],
  ] as const)("%s gives media ÷ flow minutes of contact", (code, litres) =>
    expect(judge(house, [code]).figure("u0", "ebct")).toBeCloseTo(litres / (PEAK / 2), 6),
  );
  it("shares the flow between two side by side", () =>
    expect(judge(house, [{ model: "CT-1054", parallel: 2 }]).figure("u0", "ebct")).toBeCloseTo(
      42.5 / (PEAK / 4),
      6,
    ));
  it("wants catalytic carbon and longer contact for chloramine", () => {
    const facts = withWater({ chloramine: value(2) });
    const plainCarbon = judge(facts, ["CT-1354"]).of("u0", "carbon-contact")!;
    expect(plainCarbon.level).toBe("Stop");
    expect(tell(plainCarbon, "us").remedy).toContain("catalytic");
    expect(judge(facts, [{ model: "KT-1354", parallel: 2 }]).of("u0", "carbon-contact")?.level).toBe("Good");
    expect(judge(facts, ["KT-1354"]).of("u0", "carbon-contact")?.level).toBe("Check");
  });
  it("takes chlorine out by contact time, at most 95 %", () => {
    const out = judge(house, ["CT-1354"]).judged.stations[0]!.waterOut.chlorine;
    expect(out?.is === "value" ? out.value : undefined).toBeCloseTo(0.8 * 0.05, 9);
  });
});

describe("UV", () => {
  const line = (uv: Placed): Placed[] => ["SF-150", "PS-20", uv];
  it("is Good with a tenth to spare, Check without, Stop below peak", () => {
    const levels = [10, 8.6, 8].map((gpm): Level | undefined => {
      const model = unitModels.get("UV-45")!;
      const own: UnitModel = { ...model, uv: { ...model.uv!, ratedFlow: gpm * 3.785411784 * 1.1 } };
      return judge(house, line({ own })).of("u2", "uv-flow")?.level;
    });
    expect(levels).toEqual(["Good", "Check", "Stop"]);
  });
  it("never takes clearer water for more than the unit's tested flow", () =>
    expect(judge(withWater({ uvt: value(99.9) }), line("UV-45")).figure("u2", "uvLimit")).toBe(45));
  it("loses 30 % when the rating is not at the end of the lamp's life", () => {
    const model = unitModels.get("UV-45")!;
    const fresh: UnitModel = { ...model, uv: { ...model.uv!, endOfLife: false } };
    expect(judge(house, line({ own: fresh })).figure("u2", "uvLimit")).toBeCloseTo(0.7 * 45, 6);
  });
  it("wants a 5 µm stage with at most carbon between", () => {
    expect(judge(house, ["SF-150", "UV-45"]).of("u1", "uv-prefilter")?.level).toBe("Stop");
    expect(judge(house, ["PS-20", "CT-1354", "UV-45"]).of("u2", "uv-prefilter")?.level).toBe("Good");
    expect(judge(house, ["PS-20", "SF-150", "UV-45"]).of("u2", "uv-prefilter")?.level).toBe("Stop");
  });
  it("asks for a protected outlet", () =>
    expect(judge({ ...house, outlet: "unprotected" }, line("UV-45")).of("u2", "unit-power")?.level).toBe(
      "Check",
    ));
  it("is Unknown, never Good, without a transmittance", () =>
    expect(judge(withWater({ uvt: undefined }), line("UV-45")).of("u2", "uv-flow")).toMatchObject({
      level: "Unknown",
      missing: ["water.uvt"],
    }));
});

describe("RO", () => {
  it("loses 9.81 kPa a metre of height", () =>
    expect(
      judge({ ...house, tapRise: 6 }, ["RO-T5"]).figure("u0", "roFeed")! -
        judge({ ...house, tapRise: 1 }, ["RO-T5"]).figure("u0", "roFeed")!,
    ).toBeCloseTo(-5 * 9.80665, 6));
  it.each([
    [250, "Stop"],
    [350, "Good"],
    [620, "Check"],
  ] as const)("with %i kPa at the main and level with it: %s", (kPa, level) =>
    expect(
      judge({ ...house, staticPressure: kPa, flowing: { pressure: kPa - 1, flow: 30 }, tapRise: 0 }, [
        "RO-T5",
      ]).of("u0", "ro-feed")?.level,
    ).toBe(level),
  );
  it("takes its height from its own place before the survey's tap", () =>
    expect(
      judge(house, [{ model: "RO-T5", riseM: 3 }]).figure("u0", "roFeed")! -
        judge(house, ["RO-T5"]).figure("u0", "roFeed")!,
    ).toBeCloseTo(-2 * 9.80665, 6));
  it("fills faster with warmer water and with a permeate pump", () => {
    const minutes = (facts: SiteFacts, code: string) => judge(facts, [code]).figure("u0", "fill")!;
    expect(minutes(withWater({ temperature: value(20) }), "RO-T5")).toBeLessThan(minutes(house, "RO-T5"));
    expect(minutes(house, "RO-T5P")).toBeLessThan(minutes(house, "RO-T5"));
  });
  it("protects its membrane by its own carbon, but not from iron", () => {
    const { judged } = judge(withWater({ chlorine: value(2), iron: value(0.5) }), ["RO-T5"]);
    const level = (key: string) => judged.stations[0]!.limits.find((l) => l.limit.key === key)!.verdict.level;
    expect(level("chlorine")).toBe("Good");
    expect(level("iron")).toBe("Stop");
  });
  it("is measured against four litres a drinker and day", () => {
    expect(judge(house, ["RO-T5"]).of("u0", "ro-day")?.level).toBe("Good");
    expect(judge({ ...house, drinkers: 100 }, ["RO-T5"]).of("u0", "ro-day")?.level).toBe("Check");
  });
});

describe("booster", () => {
  it("lifts by its boost up to its set point", () => {
    expect(
      judge({ ...house, staticPressure: 100, flowing: { pressure: 99.9, flow: 30 }, tapRise: 0 }, [
        "BP-3",
      ]).figure("u0", "discharge"),
    ).toBeCloseTo(400, 0);
    expect(judge(house, ["BP-3"]).figure("u0", "discharge")).toBe(450);
  });
  it("stops on too little water at its inlet", () =>
    expect(judge({ ...house, tapRise: 38 }, ["BP-3", "RO-T5"]).of("u0", "booster-inlet")?.level).toBe(
      "Stop",
    ));
});

describe("other units", () => {
  it("conditioner: rated flow against peak", () => {
    expect(judge(house, ["CN-60"]).of("u0", "rated-flow")?.level).toBe("Good");
    expect(judge(house, ["SC-24"]).of("u0", "rated-flow")?.level).toBe("Good");
  });
  it("a unit rated in bathrooms is Unknown until it states a flow", () => {
    const { ratedFlow: _, ...noFlow } = unitModels.get("CN-60")!;
    expect(judge(house, [{ own: noFlow }]).of("u0", "rated-flow")?.level).toBe("Unknown");
  });
  it("manual softener: capacity × 1000 ÷ hardness", () =>
    expect(judge(house, ["MS-2"]).figure("u0", "manualLitres")).toBeCloseTo(60_000 / 250, 9));
  it("manual softener: 700 L between regenerations is a Check of what was entered", () =>
    expect(judge(withWater({ hardness: value(85) }), ["MS-2"]).of("u0", "manual-litres")?.level).toBe(
      "Check",
    ));
});

/** Rules of the house as a whole: facts, line, rule, level. */
const whole: readonly (readonly [string, SiteFacts, readonly Placed[], string, Level])[] = [
  ["hard water and nothing treats it", house, ["PS-20"], "need-softener", "Check"],
  ["chlorine and nothing takes it out", house, ["SF-150"], "need-carbon", "Check"],
  [
    "coliform and nothing disinfects",
    withWater({ coliform: "present" }),
    ["SF-150"],
    "need-disinfection",
    "Stop",
  ],
  [
    "a well that was not tested",
    {
      ...house,
      source: "well",
      wellCutIn: 276,
      water: { ...house.water, coliform: undefined, ecoli: undefined },
    },
    ["SF-150"],
    "need-disinfection",
    "Unknown",
  ],
  ["a chamber that is not last", house, ["PS-20", "UV-45", "CT-1354"], "uv-last", "Stop"],
  ["carbon first with chlorine above 0.5", house, ["CT-1354", "SF-150"], "carbon-softener-order", "Good"],
  ["softener first with chlorine above 0.5", house, ["SF-150", "CT-1354"], "carbon-softener-order", "Check"],
  [
    "a softener before carbon in a housing, with chlorine above 0.5",
    house,
    ["SF-150", "CB-20"],
    "carbon-softener-order",
    "Check",
  ],
  [
    "carbon in a housing before the softener, and a tank behind it",
    house,
    ["CB-20", "SF-150", "CT-1354"],
    "carbon-softener-order",
    "Good",
  ],
  [
    "carbon in a housing before the softener, without disinfectant",
    withWater({ chlorine: value(0.1) }),
    ["CB-20", "SF-150"],
    "carbon-softener-order",
    "Check",
  ],
  [
    "softener first without disinfectant",
    withWater({ chlorine: value(0.1) }),
    ["SF-150", "CT-1354"],
    "carbon-softener-order",
    "Good",
  ],
  [
    "more pressure than a housing takes",
    { ...house, staticPressure: 640, nightPressure: 640 },
    ["PS-20"],
    "over-pressure",
    "Stop",
  ],
  [
    "a night peak above the train",
    { ...house, staticPressure: 560, nightPressure: 700 },
    ["PS-20"],
    "night-pressure",
    "Stop",
  ],
  [
    "a day above 552 and no night reading",
    { ...house, staticPressure: 560 },
    ["SF-150"],
    "night-pressure",
    "Unknown",
  ],
  [
    "a static above 552 at the house",
    { ...house, staticPressure: 560, nightPressure: 560 },
    ["SF-150"],
    "reducing-valve",
    "Check",
  ],
  [
    "a well that yields less than the peak",
    { ...house, source: "well", wellCutIn: 276, wellYield: 20 },
    ["SF-150"],
    "well-yield",
    "Stop",
  ],
  [
    "a peak far beyond what was measured",
    { ...house, flowing: { pressure: 395, flow: 10 } },
    ["PS-20"],
    "beyond-measured",
    "Check",
  ],
];
describe("the train as a whole", () => {
  it.each(whole)("%s", (_, facts, line, rule, level) => {
    const verdict = judge(facts, line).of("house", rule);
    expect(verdict?.level).toBe(level);
    if (level !== "Good") expect(tell(verdict!, "us").reason.length).toBeGreaterThan(10);
  });

  it("loses pressure unit by unit, and says what is left at peak", () => {
    const { judged } = judge(house, ["PS-20", "CT-1354", "SF-150"]);
    const at = judged.stations.map((s) => s.pressureIn!);
    expect([...at].sort((a, b) => b - a)).toEqual(at);
    expect(judged.house.pressurePeak!).toBeLessThan(at[2]!);
    expect(judged.house.verdicts.find((v) => v.rule === "house-pressure")?.level).toBeDefined();
  });

  it("marks the water by what stood before", () => {
    const { judged } = judge(house, ["CT-1354", "SF-150", "PS-20", "UV-45", "RO-T5"]);
    expect(judged.stations.map((s) => s.markOut)).toEqual([
      "filtered",
      "softened",
      "softened",
      "disinfected",
      "permeate",
    ]);
    expect(judged.house.mark).toBe("disinfected");
  });
});
