import { describe, expect, it } from "vitest";
import { knowledgeWith } from "@/catalogue/knowledge";
import { defaultSchools, trainSchools } from "@/catalogue/schools";
import { tapLimitsWith } from "@/catalogue/limits";
import { unitModels } from "@/catalogue/units";
import type { DesignUnit, UnitModel } from "@/core/families";
import type { SiteFacts } from "@/core/site";
import { judgeReading } from "@/core/readings";
import { readingContext } from "@/core/record";
import { tell } from "@/core/tell";
import { allVerdicts, judgeTrain } from "@/core/train";
import { value } from "@/core/units";
import type { TapSettings, Water } from "@/core/water";
import { signed, surveyed } from "./desk";

// The rulings of handbook 10 that judge a design, each with the case in which it came out wrong.
const { tables } = knowledgeWith();
const schools = trainSchools(defaultSchools, 2);
const clean: Water = {
  hardness: value(60),
  iron: value(0.02),
  manganese: value(0.01),
  ph: value(7.4),
  alkalinity: value(120),
  tds: value(300),
  temperature: value(12),
  chlorine: value(0.2),
  chloramine: { is: "below", limit: 0.05 },
  turbidity: value(0.3),
  tannin: { is: "below", limit: 0.05 },
  sulphide: { is: "notDetected" },
  uvt: value(95),
  nitrate: value(5),
  lead: value(1),
  copper: value(0.1),
  coliform: "absent",
  ecoli: "absent",
};
const town: SiteFacts = {
  source: "municipal",
  staticPressure: 400,
  nightPressure: 430,
  flowing: { pressure: 360, flow: 40 },
  outlet: "protected",
  airGap: true,
  frost: false,
  floorCarries: true,
  heater: "electric",
  persons: 3,
  drinkers: 3,
  tapRise: 1,
  fixtures: { bathroomGroup: 1, kitchenSink: 1 },
  together: {},
  water: clean,
};
const own: SiteFacts = {
  ...town,
  source: "well",
  wellCutIn: 276,
  wellCutOut: 414,
  wellYield: 60,
};

type Unit = string | (Omit<DesignUnit, "key" | "parallel"> & { readonly parallel?: number });
interface Over {
  readonly water?: Partial<Water>;
  readonly models?: readonly UnitModel[];
  readonly tap?: TapSettings;
}
/** What is said of units at a place; keys are u1, u2 and so on, as listed. */
function judged(facts: SiteFacts, units: readonly Unit[], { water = {}, models = [], tap }: Over = {}) {
  const known = new Map([...unitModels, ...models.map((m) => [m.code, m] as const)]);
  const j = judgeTrain({
    facts: { ...facts, water: { ...facts.water, ...water } },
    schools,
    tables: tap ? { ...tables, tap: tapLimitsWith(tap) } : tables,
    units: units.map((u, i) => {
      const unit = { key: `u${i + 1}`, parallel: 1, ...(typeof u === "string" ? { model: u } : u) };
      return { unit, model: known.get(unit.model)! };
    }),
  });
  const of = (at: string, rule: string) =>
    allVerdicts(j).find((v) => v.at === at && v.verdict.rule === rule)?.verdict;
  return {
    ...j,
    of,
    level: (at: string, rule: string) => of(at, rule)?.level,
    said: (at: string, rule: string) => tell(of(at, rule)!, "metric"),
  };
}
const without = (...keys: (keyof Water)[]): Partial<Water> =>
  Object.fromEntries(keys.map((k) => [k, undefined]));
const on = (model: string, unit: string, port: "product" | "feed"): Unit => ({ model, on: { unit, port } });

describe("1: every drinking outlet is judged on the water that reaches it", () => {
  it("nitrate that an RO leaves above its limit is a Stop, with the infants' caution", () => {
    const j = judged(town, ["RO-T5"], { water: { nitrate: value(600) } });
    expect(j.level("u1", "outlet-nitrate")).toBe("Stop");
    expect(j.said("u1", "outlet-nitrate").reason).toMatch(/90 mg\/L.*44 mg\/L allowed/);
    expect(j.said("u1", "outlet-nitrate").caution).toMatch(/infants/);
  });
  it("lead that an RO leaves above its limit is a Stop, within it Good", () => {
    expect(judged(town, ["RO-T5"], { water: { lead: value(400) } }).level("u1", "outlet-lead")).toBe("Stop");
    expect(judged(town, ["RO-T5"], { water: { lead: value(60) } }).level("u1", "outlet-lead")).toBe("Good");
  });
  it("the kitchen tap is told which faucet is for drinking, where one is", () => {
    const j = judged(town, ["RO-T5"], { water: { lead: value(60) } });
    expect(j.level("house", "outlet-lead")).toBe("Check");
    expect(j.said("house", "outlet-lead").reason).toContain("RO-T5");
    expect(judged(town, ["CN-40"], { water: { lead: value(60) } }).level("house", "need-ro-lead")).toBe(
      "Check",
    );
  });
  it("what the company allows at the tap is what is judged, at the outlet and behind a retention tank", () => {
    const tap = { copper: 0.5, chlorine: 2, sodium: 100 };
    const copper = (own?: TapSettings) =>
      judged(town, [], { water: { copper: value(1) }, tap: own }).level("house", "outlet-copper");
    expect([copper(), copper(tap)]).toEqual([undefined, "Stop"]);
    const behind = (tapChlorine?: number) =>
      judgeReading("retained", { measured: 3 }, { tapChlorine })?.verdict.level;
    expect([behind(), behind(tap.chlorine)]).toEqual(["Good", "Check"]);
  });
  it("copper, chlorine and sodium at the tap have their limits", () => {
    const j = judged(town, ["SF-150", "PF-1"], {
      water: { hardness: value(480), copper: value(1.5), chlorine: value(4.4) },
    });
    expect(j.level("u2", "outlet-copper")).toBe("Stop");
    expect(
      judged(town, ["SF-150"], { water: { chlorine: value(4.4) } }).level("house", "outlet-chlorine"),
    ).toBe("Stop");
    expect(j.level("u2", "outlet-sodium")).toBe("Check");
    expect(judged(town, ["PF-1"]).of("u1", "outlet-sodium")).toBeUndefined();
  });
  it("bacteria are judged outlet by outlet: a reactor makes its own faucet safe, and no other", () => {
    const bad = { water: { coliform: "present" as const } };
    const j = judged(own, ["PS-20", "PL-2", "RO-T5"], bad);
    expect(j.level("u2", "outlet-bacteria")).toBe("Good");
    expect(j.level("u3", "outlet-bacteria")).toBe("Stop");
    expect(j.level("house", "need-disinfection")).toBe("Stop");
  });
});

describe("2: a need is met by an effect at that outlet", () => {
  it("a certified block takes lead below its limit; carbon that says nothing of lead does not", () => {
    const leaded = { water: { lead: value(60) } };
    expect(judged(town, ["PF-1"], leaded).level("u1", "outlet-lead")).toBe("Good");
    expect(judged(town, ["PF-2"], leaded).level("u1", "outlet-lead")).toBe("Stop");
  });
  it("what stands at one appliance, faucet or shower answers nothing for the house", () => {
    const hard = { water: { hardness: value(300), chlorine: value(1.2) } };
    expect(judged(town, ["MS-2"], hard).level("house", "need-softener")).toBe("Check");
    expect(judged(town, ["SH-1"], hard).level("house", "need-carbon")).toBe("Check");
    expect(judged(town, ["SF-150"], hard).level("house", "need-softener")).toBeUndefined();
  });
});

describe("3: surface water always needs a barrier", () => {
  const sampled = { water: { coliform: "absent" as const, ecoli: "absent" as const } };
  it.each(["surface", "shallowWell"] as const)("%s, whatever one sample said", (source) => {
    expect(judged({ ...own, source }, ["PS-20"], sampled).level("house", "need-disinfection")).toBe("Stop");
  });
  it("chlorine in minutes does not count against cysts; a lamp of 40 mJ/cm² and 1 µm absolute do", () => {
    const lake: SiteFacts = { ...own, source: "surface" };
    expect(judged(lake, ["CD-450", "CT-1054"], sampled).level("house", "need-cysts")).toBe("Stop");
    expect(judged(lake, ["PS-20", "UV-45"], sampled).of("house", "need-cysts")).toBeUndefined();
    expect(judged(lake, ["CD-450", "LV-20"], sampled).of("house", "need-cysts")).toBeUndefined();
    expect(judged(lake, ["LV-20"], sampled).level("house", "need-disinfection")).toBe("Stop");
  });
});

describe("5: every need reaches the train's verdicts", () => {
  it.each([
    ["need-iron-first", { iron: value(1.5) }, "IF-1054"],
    ["need-manganese-first", { manganese: value(0.4) }, "IF-1054"],
    ["need-sulphide", { sulphide: value(0.8) }, "SA-1252"],
    ["need-neutraliser", { ph: value(6.1) }, "NT-1054"],
    ["need-tannin", { tannin: value(0.6) }, "TR-1054"],
    // A twentieth of it is the limit itself, to the last digit.
    ["need-tannin", { tannin: value(2) }, "TR-1054"],
    ["need-sediment", { turbidity: value(3) }, "PS-20"],
  ] as const)("%s: Check where nothing treats it, nothing where a unit does", (rule, water, unit) => {
    expect(judged(own, ["EV-8"], { water }).level("house", rule)).toBe("Check");
    expect(judged(own, [unit], { water }).of("house", rule)).toBeUndefined();
  });
  it.each([
    ["need-iron-first", "iron"],
    ["need-manganese-first", "manganese"],
    ["need-sulphide", "sulphide"],
    ["need-neutraliser", "ph"],
    ["need-tannin", "tannin"],
    ["need-sediment", "turbidity"],
  ] as const)("%s: Unknown naming the test where nobody tested", (rule, key) => {
    const said = judged(own, ["EV-8"], { water: without(key) }).of("house", rule);
    expect(said).toMatchObject({ level: "Unknown", missing: [`water.${key}`] });
  });
});

describe("6: what is not tested is unknown in every judgement", () => {
  it("carbon or softener first waits for the disinfectant", () => {
    const order = (water: Partial<Water>, facts = town) =>
      judged(facts, ["CT-1054", "SF-150"], { water }).of("house", "carbon-softener-order");
    expect(order(without("chlorine", "chloramine"))).toMatchObject({
      level: "Unknown",
      missing: ["water.chlorine", "water.chloramine"],
    });
    expect(order(without("chlorine", "chloramine"), own)?.level).toBe("Check");
    expect(order({ chlorine: value(1) })?.level).toBe("Good");
  });
  it("dissolved solids, lead and nitrate at an outlet", () => {
    const j = judged(town, ["RO-T5"], { water: without("tds", "lead", "nitrate") });
    for (const key of ["tds", "lead", "nitrate"])
      expect(j.of("u1", `outlet-${key}`)).toMatchObject({ level: "Unknown", missing: [`water.${key}`] });
  });
});

describe("7: sulphide", () => {
  it("carbon takes only what its unit states", () => {
    const water = { sulphide: value(0.6) };
    expect(judged(own, ["CT-1054", "SF-150"], { water }).level("u2", "feed-sulphide")).toBe("Stop");
    expect(judged(own, ["SA-1252", "SF-150"], { water }).level("u2", "feed-sulphide")).toBe("Good");
  });
  it("carbon that takes it stands first, and the remedy can be followed", () => {
    const stated = {
      ...unitModels.get("CT-1054")!,
      code: "CT-9",
      reductions: { sulphide: { removes: 0.95 } },
    };
    const of = (...units: string[]) =>
      judged(own, units, { water: { sulphide: value(0.6) }, models: [stated] });
    expect(of("CT-9", "SF-150").level("house", "carbon-softener-order")).toBe("Good");
    expect(of("SF-150", "CT-9").said("house", "carbon-softener-order").remedy).toBe("Carbon first");
  });
});

describe("9: each unit is judged at rest, at night and flowing where it stands", () => {
  it("RO-T5 at 560 at rest and 800 at night is a Stop by both", () => {
    const j = judged({ ...town, tapRise: 0, staticPressure: 560, nightPressure: 800 }, ["RO-T5"]);
    expect([j.level("u1", "feed-pressureRest"), j.level("u1", "feed-pressureNight")]).toEqual([
      "Stop",
      "Stop",
    ]);
  });
  it("a cellar below the gauge adds to it", () => {
    const at = (riseM: number) =>
      judged({ ...town, staticPressure: 540 }, [{ model: "RO-T5", riseM }]).level("u1", "feed-pressureRest");
    expect([at(0), at(-3)]).toEqual(["Good", "Stop"]);
  });
  it("a minimum is met from 0.999 of it on", () => {
    const limits = { pressure: { min: 300, max: 700 } };
    const filter = { ...unitModels.get("PF-1")!, code: "PF-9", limits };
    const at = (kPa: number) =>
      judged(
        {
          ...town,
          flowing: { pressure: kPa, flow: 0.001 },
          staticPressure: kPa + 0.0001,
          tapRise: 0,
          fixtures: {},
        },
        ["PF-9"],
        { models: [filter] },
      ).level("u1", "feed-pressure");
    expect([at(299.9), at(299)]).toEqual(["Good", "Stop"]);
  });
  it("a well whose cut-out is not known is Unknown", () => {
    expect(judged({ ...own, wellCutOut: undefined }, ["PS-20"]).of("u1", "feed-pressureRest")).toMatchObject({
      level: "Unknown",
      missing: ["source.cutOut"],
    });
    expect(judged({ ...own, wellCutOut: 700 }, ["PS-20"]).level("u1", "feed-pressureRest")).toBe("Stop");
  });
  it.each(["FD-1", "SH-1", "PF-1", "PL-2", "MS-2", "LS-1"])(
    "%s has limits of pressure like all others",
    (code) => {
      const at = (kPa: number) =>
        judged({ ...town, staticPressure: kPa }, [code]).level("u1", "feed-pressureRest");
      expect([at(400), at(900)]).toEqual(["Good", "Stop"]);
    },
  );
});

describe("10: a pump's yield", () => {
  it("above what is known it is a Stop, and not known it is Unknown", () => {
    const at = (wellYield: number | undefined) =>
      judged({ ...own, wellYield }, ["PS-20"]).of("house", "well-yield");
    expect([at(10)?.level, at(undefined)?.level, at(200)]).toEqual(["Stop", "Unknown", undefined]);
    expect(at(undefined)?.missing).toEqual(["source.yield"]);
  });
});

describe("11: a closed system", () => {
  it("without room for what a heater warms is a Check at every pressure", () => {
    const at = (over: Partial<SiteFacts>) =>
      judged({ ...town, ...over }, ["PS-20"]).level("house", "closed-system");
    expect(at({ closed: true, expansion: false })).toBe("Check");
    expect(at({ reducer: 300, expansion: false })).toBe("Check");
    expect(at({ closed: true, expansion: true })).toBe("Good");
    expect(at({ closed: true })).toBe("Unknown");
    expect(at({ closed: true, expansion: false, heater: "instant" })).toBeUndefined();
    expect(at({})).toBeUndefined();
  });
});

describe("12: a remedy can be entered", () => {
  it("a restrictor ahead of the chamber brings the peak to what it disinfects", () => {
    const busy: SiteFacts = { ...town, fixtures: { bathroomGroup: 4, kitchenSink: 2 } };
    expect(judged(busy, ["PS-20", "UV-30"]).level("u2", "uv-flow")).toBe("Stop");
    const held = judged(busy, [{ model: "FR-25", set: 20 }, "PS-20", "UV-30"]);
    expect(held.level("u3", "uv-flow")).toBe("Good");
  });
  it("a reducing valve of the house and one of a branch bring the pressure down, as they are set", () => {
    const high: SiteFacts = { ...town, staticPressure: 700, nightPressure: 760 };
    const valve = (set?: number): Unit => ({ model: "PR-25", set });
    expect(judged(high, ["PS-20"]).level("u1", "feed-pressureRest")).toBe("Stop");
    expect(judged(high, [valve(), "PS-20"]).level("u2", "feed-pressureRest")).toBe("Good");
    expect(judged(high, [valve(640), "PS-20"]).level("u2", "feed-pressureRest")).toBe("Stop");
    expect(judged(high, [on("PR-6", "u2", "feed"), "RO-T5"]).level("u2", "feed-pressureRest")).toBe("Good");
  });
  it("a booster of the house lifts what follows, a check valve closes the system, a vessel opens it again", () => {
    const weak: SiteFacts = {
      ...town,
      staticPressure: 200,
      flowing: { pressure: 170, flow: 30 },
      expansion: false,
    };
    expect(judged(weak, ["HB-300", "PS-20"]).house.pressurePeak!).toBeGreaterThan(
      judged(weak, ["PS-20"]).house.pressurePeak! + 200,
    );
    expect(judged(weak, ["CV-25"]).level("house", "closed-system")).toBe("Check");
    expect(judged(weak, ["CV-25", "EV-8"]).level("house", "closed-system")).toBe("Good");
  });
});

describe("13: the flow at a tankless faucet", () => {
  it("has a band of its own, and a day's litres never make it Good", () => {
    const at = (permeate: number) => {
      const made = unitModels.get("RO-D")!;
      const unit = { ...made, code: "RO-X", ro: { ...made.ro!, permeate } };
      return judged({ ...town, water: { ...clean, temperature: value(25) } }, ["RO-X"], { models: [unit] });
    };
    expect([1, 0.6, 0.3].map((p) => at(p).level("u1", "ro-faucet"))).toEqual(["Good", "Check", "Stop"]);
    expect(at(0.3).level("u1", "ro-day")).toBe("Good");
    expect(judged(town, ["RO-T5"]).of("u1", "ro-faucet")).toBeUndefined();
  });
});

describe("14: a lamp in water of unknown transmittance", () => {
  it("is a Stop where the peak is above what it takes in the clearest", () => {
    const busy: SiteFacts = { ...town, fixtures: { bathroomGroup: 9 } };
    expect(judged(busy, ["PS-20", "UV-20"], { water: without("uvt") }).level("u2", "uv-flow")).toBe("Stop");
    expect(judged(town, ["PS-20", "UV-130"], { water: without("uvt") }).level("u2", "uv-flow")).toBe(
      "Unknown",
    );
  });
});

describe("15: a softener's setting, and two of them", () => {
  const GPG = 64.79891 / 3.785411784;
  const setting = (grains: number) =>
    JSON.stringify(
      judged(town, ["SF-150"], {
        water: { hardness: value(grains * GPG), iron: value(0), manganese: value(0) },
      }).stations[0]!.cautions,
    );
  it("is whole grains, and what is whole is not rounded up", () => {
    expect(setting(20)).toContain('"value":20');
    expect(setting(20.2)).toContain('"value":21');
  });
  it("is told what one carries while the other regenerates", () => {
    const busy: SiteFacts = { ...town, fixtures: { bathroomGroup: 5 } };
    const two = (model: string) => judged(busy, [{ model, parallel: 2 }]).level("u1", "softener-one-out");
    expect([two("SF-075"), two("SF-300")]).toEqual(["Check", "Good"]);
    expect(judged(busy, ["SF-300"]).of("u1", "softener-one-out")).toBeUndefined();
  });
});

describe("16: outdoor taps taken off before treatment", () => {
  it("are not in the treated peak", () => {
    const taps: SiteFacts = { ...town, fixtures: { ...town.fixtures, hoseBib: 3 } };
    const peak = (facts: SiteFacts) => judged(facts, ["PS-20"]).peak!;
    expect(peak({ ...taps, outdoorBefore: true })).toBe(peak(town));
    expect(peak({ ...taps, outdoorBefore: false })).toBeGreaterThan(peak(town));
  });
});

describe("17: outlet, drain, frost and floor of every unit that needs them", () => {
  it.each(["RO-D", "PL-2", "BP-2", "UV-45", "SF-150", "IF-1054"])("%s plugs in", (code) => {
    const at = (over: Partial<SiteFacts>) => judged({ ...town, ...over }, [code]).of("u1", "unit-power");
    expect(at({})?.level).toBe("Good");
    expect(at({ outlet: "unprotected" })?.level).toBe("Check");
    expect(at({ outlet: "none" })?.level).toBe("Stop");
    expect(at({ outlet: "none", socketPlanned: true })?.level).toBe("Check");
    expect(at({ outlet: undefined })).toMatchObject({ level: "Unknown", missing: ["power.outlet"] });
  });
  it("a boat's DC feeds what takes DC, behind its fuse", () => {
    const boat: SiteFacts = { ...town, outlet: "dc" };
    expect(judged(boat, ["PL-2"]).said("u1", "unit-power").reason).toContain("3 A");
    expect(judged(boat, ["PL-2"]).level("u1", "unit-power")).toBe("Good");
    expect(judged(boat, ["UV-45"]).level("u1", "unit-power")).toBe("Stop");
  });
  it("what has no plug is not asked for an outlet", () => {
    expect(judged({ ...town, outlet: undefined }, ["CT-1054"]).of("u1", "unit-power")).toBeUndefined();
  });
  it.each(["IF-1054", "MS-2", "RO-H"])("%s asks for a drain with an air gap", (code) => {
    const at = (airGap: boolean | undefined) => judged({ ...town, airGap }, [code]).level("u1", "unit-drain");
    expect([at(true), at(false), at(undefined)]).toEqual(["Good", "Stop", "Unknown"]);
  });
  it.each(["PL-2", "CT-1054", "RO-T5"])("%s does not stand where it freezes", (code) => {
    const at = (over: Partial<SiteFacts>) => judged({ ...town, ...over }, [code]).level("u1", "unit-frost");
    expect([at({ frost: true }), at({ frost: true, season: true }), at({})]).toEqual([
      "Stop",
      "Check",
      undefined,
    ]);
  });
  it.each(["CT-1354", "SF-300", "NT-1054"])("the floor carries %s full", (code) => {
    const at = (floorCarries: boolean | undefined) =>
      judged({ ...town, floorCarries }, [code]).level("u1", "unit-floor");
    expect([at(true), at(false), at(undefined)]).toEqual(["Good", "Stop", "Unknown"]);
  });
  it.each([
    ["PF-1", 584],
    ["PF-2", 440],
    ["RO-T5", 520],
  ])("%s is opened downwards: under a sink it needs %i mm where they were measured", (code, needs) => {
    const at = (sinkHeight: number | undefined) =>
      judged({ ...town, sinkHeight }, [code]).level("u1", "unit-sink-height");
    expect([at(needs), at(needs - 1), at(undefined)]).toEqual(["Good", "Stop", undefined]);
  });
  it("what hangs in the house's line asks nothing of the room under a sink", () => {
    const low = { ...town, sinkHeight: 100 };
    for (const code of ["PS-20", "UV-45"])
      expect(judged(low, [code]).of("u1", "unit-sink-height")).toBeUndefined();
  });
  it("what weighs no more than a person asks nothing of a floor", () => {
    expect(judged(town, ["CN-40"]).of("u1", "unit-floor")).toBeUndefined();
  });
});

describe("rule 10 of handbook 9: a unit on another's line is judged on the water that reaches it there", () => {
  const hard = { water: { hardness: value(400), tds: value(600) } };
  it("a lamp behind an RO sees what the membrane leaves, at its own stop the raw water", () => {
    expect(judged(town, ["RO-D", on("PL-2", "u1", "product")], hard).level("u2", "feed-hardness")).toBe(
      "Good",
    );
    expect(judged(town, ["RO-D", "PL-2"], hard).level("u2", "feed-hardness")).toBe("Stop");
  });
  it("a pump on the feed is judged before its RO, wherever the design has it", () => {
    const weak: SiteFacts = { ...town, staticPressure: 220, flowing: { pressure: 200, flow: 20 } };
    for (const units of [
      ["BP-3", "RO-T5"],
      ["RO-T5", "BP-3"],
    ])
      expect(judged(weak, units).level(units[0] === "RO-T5" ? "u1" : "u2", "ro-feed")).toBe("Good");
  });
  it("a lamp is a Stop where nothing holds its flow", () => {
    const { restrictor: _, ...bare } = unitModels.get("PL-2")!;
    expect(judged(town, ["PL-2"]).level("u1", "point-flow")).toBe("Good");
    expect(judged(town, ["PL-9"], { models: [{ ...bare, code: "PL-9" }] }).level("u1", "point-flow")).toBe(
      "Stop",
    );
  });
});

describe("rule 2 of handbook 9, and what stands on another unit's line: the order of a run", () => {
  const composed = (units: readonly DesignUnit[]) => {
    const d = surveyed();
    d.do({ kind: "designChanged", units, what: "On its lines", seen: d.job.designSeq });
    return signed(d).do({ kind: "runStarted" }).job.run!.steps;
  };
  const pump = { key: "p", model: "BP-3", parallel: 1 };
  const membrane = { key: "r", model: "RO-T5", parallel: 1 };

  it.each([
    ["before its RO", [pump, membrane]],
    ["behind it", [membrane, pump]],
  ])(
    "a booster that the design has %s is powered after its water, before what needs its pressure",
    (_, units) => {
      const ids = composed(units).map((s) => s.id);
      const order = ["r.open", "r.dryFirst", "r.dry", "p.dry", "p.power", "r.rinse", "r.flows"];
      expect(order.map((id) => ids.indexOf(id))).toEqual(
        order.map((id) => ids.indexOf(id)).toSorted((a, b) => a - b),
      );
      expect(order.filter((id) => !ids.includes(id))).toEqual([]);
    },
  );

  it("an ice maker's tube is opened after the last discard, whatever the design's order", () => {
    for (const units of [
      [membrane, { key: "i", model: "IM-1", parallel: 1 }],
      [{ key: "i", model: "IM-1", parallel: 1 }, membrane],
    ]) {
      const steps = composed(units);
      const ids = steps.map((s) => s.id);
      expect(ids.indexOf("i.open")).toBeGreaterThan(ids.indexOf("r.discard"));
      expect(steps.find((s) => s.id === "i.open")!.needs.some((n) => n.startsWith("r."))).toBe(true);
    }
  });

  it("units that stand on each other in a circle, or on one that is not there, are refused", () => {
    const d = surveyed();
    const on = (unit: string) => ({ unit, port: "product" as const });
    const tried = (units: readonly DesignUnit[]) =>
      d.try({ kind: "designChanged", units, what: "In a circle", seen: d.job.designSeq });
    expect(tried([{ ...membrane, on: on("x") }])).toMatchObject({ ok: false });
    expect(
      tried([
        { key: "a", model: "RM-1", parallel: 1, on: on("b") },
        { key: "b", model: "PI-1", parallel: 1, on: on("a") },
      ]),
    ).toMatchObject({ ok: false, error: expect.stringContaining("circle") });
  });

  it("carbon goes to service only after what follows it is flushed", () => {
    const steps = composed([
      { key: "c", model: "CT-1354", parallel: 1 },
      { key: "n", model: "CN-40", parallel: 1 },
    ]);
    expect(steps.find((s) => s.id === "c.service")!.needs).toContain("n.trickle");
  });
});

describe("8: the scaling index", () => {
  const acid = { ph: value(6.6), alkalinity: value(40), hardness: value(60), tds: value(180) };
  it("is corrosive by the cold water, said of the pipe that it takes metal from", () => {
    const j = judged({ ...town, pipe: "copperL" }, ["PS-20"], { water: acid });
    expect(j.level("house", "scaling-index")).toBe("Check");
    expect(j.said("house", "scaling-index").reason).toMatch(/^corrosive: index −\d.*on copper pipe$/);
  });
  it("is scaling by the heater", () => {
    const hard = { hardness: value(380), alkalinity: value(300), ph: value(7.8), tds: value(600) };
    expect(judged(town, ["PS-20"], { water: hard }).said("house", "scaling-index").reason).toMatch(
      /scaling in the heater/,
    );
  });
  it("behind a softener is a note, unless pH or buffer are low", () => {
    const hard = { hardness: value(380), alkalinity: value(300), ph: value(7.6), tds: value(600) };
    expect(judged(town, ["SF-150"], { water: hard }).level("house", "scaling-index")).toBe("Good");
    expect(
      judged(town, ["SF-150"], { water: { ...hard, alkalinity: value(50) } }).level("house", "scaling-index"),
    ).toBe("Check");
    expect(
      judged(town, ["SF-150"], { water: { ...hard, ph: value(6.9) } }).level("house", "scaling-index"),
    ).toBe("Check");
  });
  it("is of the water that people get: behind a neutraliser it is another", () => {
    const before = judged(town, ["PS-20"], { water: acid }).of("house", "scaling-index")!.facts as {
      cold: number;
    };
    const after = judged(town, ["NT-1054"], { water: acid }).of("house", "scaling-index")!.facts as {
      cold: number;
    };
    expect(after.cold).toBeGreaterThan(before.cold);
  });
  it("says nothing where a value is missing", () =>
    expect(
      judged(town, ["PS-20"], { water: without("alkalinity") }).of("house", "scaling-index"),
    ).toBeUndefined());
});

describe("K7, K10: holes and room", () => {
  it("a hole outside the band is a Stop that names the other kit", () => {
    const fits = (sinkHole: number, sinkReach = true) => judged({ ...town, sinkHole, sinkReach }, ["RO-D"]);
    expect(fits(25).level("u1", "unit-hole")).toBe("Good");
    expect(fits(40).level("u1", "unit-hole")).toBe("Stop");
    expect(fits(12.8, false).level("u1", "unit-hole")).toBe("Stop");
    expect(fits(12.8, false).said("u1", "unit-hole").remedy).toBe("Mount it from below");
    expect(judged(town, ["RO-D"]).of("u1", "unit-hole")).toBeUndefined();
  });
  it("a cartridge that cannot be dropped below the sink is a Stop", () => {
    expect(judged({ ...town, sinkHeight: 580 }, ["PF-1"]).level("u1", "unit-room")).toBe("Stop");
    expect(judged({ ...town, sinkHeight: 584 }, ["PF-1"]).level("u1", "unit-room")).toBe("Good");
  });
});

describe("old treatment", () => {
  it("makes a test that was taken behind it, or nobody knows where, worth nothing", () => {
    const sample = (facts: Partial<SiteFacts>) =>
      judged({ ...town, ...facts }, ["PS-20"]).level("house", "water-sample");
    expect(sample({ oldTreatment: true })).toBe("Unknown");
    expect(sample({ oldTreatment: true, sampledBehind: true })).toBe("Unknown");
    expect(sample({ oldTreatment: true, sampledBehind: false })).toBeUndefined();
    expect(sample({})).toBeUndefined();
  });
});

describe("19 and 21: readings", () => {
  const rated = {
    permeate: 0.2,
    pressure: 414,
    tds: 250,
    recovery: 0.25,
    concentrate: 0.6,
    preLoss: 20,
    feedTds: 250,
  };
  const flows = (values: Record<string, number>) => judgeReading("roFlows", values, { ro: rated }).verdict;
  it("RO flows are held against what it gives now, and no drain with product is a Stop", () => {
    const now = { product: 0.085, drain: 0.45, pressure: 250, temperature: 18 };
    expect(flows(now).level).toBe("Good");
    expect(flows({ ...now, drain: 0 })).toMatchObject({ level: "Stop", facts: { blocked: true } });
  });
  it("a loss within one division of the prediction is Good, on a gauge fine enough for it", () => {
    const loss = (after: number, division?: number) =>
      judgeReading(
        "trainLoss",
        { before: 300, after, flow: 20, division },
        {
          loss: [{ curve: { a: 1, b: 0 }, parallel: 1 }],
        },
      ).verdict.level;
    expect([loss(280), loss(274, 6), loss(271.9), loss(266, 5), loss(280, 7)]).toEqual([
      "Good",
      "Good",
      "Check",
      "Stop",
      "Unknown",
    ]);
  });
});

describe("22: a hold test", () => {
  const read = { start: 400, end: 398, minutes: 15, division: 10 };
  it("names what hides small leaks in the part that is shut in", () => {
    const said = (hides?: string[]) =>
      tell(judgeReading("holdTest", read, { hides }).verdict, "metric").reason;
    expect(said(["the heater"])).toMatch(/; the heater in that part hides small leaks$/);
    expect(said()).not.toMatch(/hides/);
  });
});

describe("20: equal units side by side", () => {
  /** What readings of a job with one chamber, or two side by side, are judged against. */
  const against = (model: string, parallel: number) => {
    const d = surveyed();
    d.do({
      kind: "designChanged",
      units: [{ key: "u1", model, parallel }],
      what: `${parallel} × ${model}`,
      seen: d.job.designSeq,
    });
    return readingContext(signed(d).job, "u1", knowledgeWith());
  };

  it("each takes its share of what is measured: two chambers bear twice what one does, and no more", () => {
    const read = (flow: number, parallel: number) =>
      judgeReading("uvFlow", { flow, uvt: 95, lamp: "on" }, against("UV-45", parallel));
    const limit = (parallel: number) => read(20, parallel).derived[0]!.value;
    expect(limit(2)).toBeCloseTo(2 * limit(1), 6);
    const level = (flow: number, parallel: number) => read(flow, parallel).verdict.level;
    expect([level(60, 1), level(60, 2), level(120, 2)]).toEqual(["Stop", "Good", "Stop"]);
  });

  it("two carbon tanks give the contact of both, as in the design", () => {
    const contact = (flow: number, parallel: number) =>
      judgeReading("chlorine", { in: 1, out: 0.05, flow }, against("CT-1354", parallel)).derived;
    expect(contact(20, 2).map((d) => d.value)).toEqual(contact(10, 1).map((d) => d.value));
  });
});
