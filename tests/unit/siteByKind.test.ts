import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { placementsOf } from "@/core/families";
import { statusOf } from "@/core/job";
import type { Step } from "@/core/run";
import { judgeReading } from "@/core/readings";
import { readingContext } from "@/core/record";
import { canPassBy } from "@/core/rig";
import { tell } from "@/core/tell";
import { inTrouble } from "@/phases/record/PackPdf";
import { reportOf } from "@/phases/record/report";
import { type Desk, knowledge, runOf, signed, surveyed, ulidAt, work } from "./desk";

const siteSteps = (models: readonly string[], answers: Readonly<Record<string, string>> = {}): string[] =>
  runOf(models, answers)
    .job.run!.steps.filter((s) => s.unit === undefined)
    .map((s) => s.id.replace("site.", ""));

const begin = ["boxes"];
const end = ["everyday"];
/** The site part of a job in the house's line, as chapter 9 has it. */
const inLine = [
  ...begin,
  "route",
  "pressureBefore",
  "hardnessBefore",
  "tell",
  "heaterOffElectric",
  "drainDown",
  "cut",
  "inlet",
  "bypass",
  "restore",
  "joined",
  "order",
  "leakQuarter",
  "holdTest",
  "pressureAfter",
  "hotAir",
  "heaterOn",
  ...end,
  "clear",
  "walk",
];
const readings = ["pressureBefore", "hardnessBefore"];
const close = ["clearAside", "walkAside"];
const atStop = [...begin, "routeAside", ...readings, "tellStop", "leakLast", ...end, ...close];
const houseShut = [
  ...begin,
  "routeAside",
  ...readings,
  "tellHouse",
  "heaterOffElectric",
  "drainDown",
  "mainBack",
  "leakLast",
  "hotAir",
  "heaterOn",
  ...end,
  ...close,
];

describe("the site part of a run, by where its units connect", () => {
  it.each([
    ["a tank in the house's line", ["CT-1354"], {}, inLine],
    ["a tank in the line and an RO at a stop", ["SF-150", "RO-T5"], {}, inLine],
    ["an RO with a tank", ["RO-T5"], { "sink.coldStop": "yes" }, atStop],
    ["a direct RO whose stop is not known", ["RO-D"], {}, atStop],
    ["a filter at a stop that does not hold", ["PF-1"], { "sink.coldStop": "no" }, houseShut],
    ["a high-output RO at a tee", ["RO-H"], {}, atStop],
    ["a softener for one appliance, with a valve of its own", ["MS-2"], { "appliance.valve": "yes" }, atStop],
    ["a softener for one appliance without one", ["MS-2"], {}, houseShut],
    [
      "a diverter on a faucet",
      ["FD-1"],
      {},
      [...begin, "routeAside", "pressureBefore", "leakLast", ...end, ...close],
    ],
  ] as const)("of %s", (_, models, answers, wanted) => {
    expect(siteSteps(models, answers)).toEqual(wanted);
  });

  it.each([
    ["electric", "heaterOffElectric"],
    ["instantElectric", "heaterOffElectric"],
    ["heatPump", "heaterOffElectric"],
    ["unknown", "heaterOffElectric"],
    ["gas", "heaterOffGas"],
    ["instant", "heaterOffControl"],
    ["indirect", "heaterOffBoiler"],
  ])("switches a heater of the kind %s off where it is switched: %s", (kind, wanted) => {
    const steps = siteSteps(["CT-1354"], { "heater.kind": kind });
    expect(steps.filter((id) => id.startsWith("heaterOff"))).toEqual([wanted]);
    expect(steps.indexOf("hotAir")).toBeLessThan(steps.indexOf("heaterOn"));
  });

  it("has no step about the heater where there is none", () => {
    const steps = siteSteps(["CT-1354"], { "heater.kind": "none" });
    for (const id of ["heaterOffElectric", "heaterOffGas", "hotAir", "heaterOn"])
      expect(steps).not.toContain(id);
  });

  it("keeps the house off behind an unsafe source, and gives its water back elsewhere", () => {
    const unsafe = siteSteps(["PS-20", "UV-45"], { "water.ecoli": "present", "water.coliform": "present" });
    expect(unsafe).toContain("staysOff");
    expect(unsafe).not.toContain("restore");
  });
});

/** A signed design whose line has no way past it. */
const withoutBypass = (models: readonly string[], answers: Readonly<Record<string, string>> = {}): Desk => {
  const d = surveyed().answer(answers);
  d.do({
    kind: "designChanged",
    units: models.map((model, i) => ({ key: `u${i + 1}`, model, parallel: 1 })),
    what: models.join(", "),
    seen: d.job.designSeq,
  });
  const seen = d.job.designSeq;
  d.do({ kind: "bypassChosen", arrangement: "none", drainCock: true, what: "A shut-off ahead", seen });
  return signed(d).do({ kind: "runStarted" });
};

describe("a line without a bypass", () => {
  const d = withoutBypass(["CH-3"]);
  const { steps } = d.job.run!;

  it("tells the household that it is off until the units are open, and promises no way round", () => {
    expect(steps.filter((s) => s.unit === undefined).map((s) => s.id.replace("site.", ""))).toEqual(
      inLine
        .filter((id) => id !== "bypass" && id !== "restore" && id !== "joined")
        .map((id) => ({ tell: "tellOff", walk: "walkShutOff" })[id] ?? id),
    );
    expect(steps.some((s) => s.water === "bypassed")).toBe(false);
  });

  it("stays off behind an unsafe source until the lamp is proven, as with a bypass", () => {
    const unsafe = withoutBypass(["PS-20", "UV-45"], { "water.ecoli": "present" });
    expect(unsafe.job.run!.steps.map((s) => s.id)).toContain("site.staysOff");
  });

  it("has one valve ahead of it and none round it", () => {
    const handles = d.job.rig!.rig.handles.map((h) => h.name);
    expect(handles).toContain("Shut-off ahead of the train");
    expect(handles.filter((h) => /bypass/i.test(h))).toEqual([]);
  });

  it("can be worked to its end", () => {
    const done = work(withoutBypass(["CH-3"]));
    expect(done.job.run!.steps.filter((s) => statusOf(done.job, s, done.now) !== "done")).toEqual([]);
  });
});

describe("runs of what stands aside", () => {
  it.each([
    ["RO-T5"],
    ["RO-D"],
    ["RO-H"],
    ["RO-C"],
    ["PF-1"],
    ["PL-2"],
    ["FD-1"],
    ["SH-1"],
    ["MS-2"],
    ["PI-1"],
  ])("of %s can be worked to their end, the unit found dry before anything runs unattended", (code) => {
    const d = runOf([code]);
    const own = d.job.run!.steps.filter((s) => s.unit === "u1");
    const asked = own.findIndex((s) => s.kind === "check" && /\bdry\b/.test(s.check!.question));
    const unattended = own.findIndex(
      (s) => s.soak !== undefined || s.wait !== undefined || s.cycle !== undefined,
    );
    expect(asked).toBeGreaterThan(-1);
    if (unattended >= 0) expect(asked).toBeLessThan(unattended);
    work(d);
    expect(d.job.run!.steps.filter((s) => statusOf(d.job, s, d.now) !== "done")).toEqual([]);
  });
});

describe("the rig of a run that leaves the house its water", () => {
  it("begins as every day, with what is new shut and dry", () => {
    const { rig, state, supply } = runOf(["RO-T5"]).job.rig!;
    expect(state.positions).toMatchObject({ mainValve: "open", heaterValve: "open", lowTap: "closed" });
    expect(state.positions["u1.valve"]).toBe("closed");
    const house = rig.nodes.find((n) => n.kind === "house")!.id;
    expect(state.wet).toContain(house);
    expect(state.pressured).toContain(house);
    expect(supply.at(-1)!.is).toBe("bypassed");
  });

  it("begins drained where the house is shut for it", () => {
    const { state } = runOf(["PF-1"], { "sink.coldStop": "no" }).job.rig!;
    expect(state.positions).toMatchObject({ mainValve: "closed", lowTap: "open" });
    expect(state.wet).toEqual(["main"]);
  });

  it("says off only where its water was shut", () => {
    const supplies = (d: Desk) => new Set(work(d).job.rig!.supply.map((s) => s.is));
    expect(supplies(runOf(["RO-T5"]))).toEqual(new Set(["bypassed"]));
    expect(supplies(runOf(["MS-2"]))).toEqual(new Set(["bypassed", "off"]));
  });
});

describe("what the household's pack says of trouble", () => {
  const said = (d: Desk) =>
    inTrouble(
      reportOf(d.job, knowledge, "metric", "Europe/Amsterdam", d.now),
      "Saltmarsh Water Fitters",
      canPassBy(d.job.rig!.rig),
    ).join("\n");

  it("names the bypass where it can be turned", () => {
    expect(said(runOf(["CT-1354"]))).toMatch(/turn the bypass/);
  });

  it.each([
    ["an RO at a stop", runOf(["RO-T5"])],
    ["a softener for one appliance", runOf(["MS-2"])],
    ["a line without a way past", withoutBypass(["CH-3"])],
  ])("says nothing of one for %s", (_, d) => {
    expect(said(d)).not.toMatch(/bypass/);
    expect(said(d)).toMatch(/^Close the main valve[^]*Call Saltmarsh Water Fitters\.$/);
  });
});

describe("what readings are judged against", () => {
  const contextOf = (answers: Readonly<Record<string, string>>) =>
    readingContext(runOf(["CT-1354"], answers).job, undefined, knowledge);

  it("is the pressure that the house has: behind its reducing valve where there is one", () => {
    const street = { "source.static": "700 kPa", "source.flowing": "600 kPa" };
    expect(contextOf({ "source.static": "58 psi" }).static).toBeCloseTo(399.9, 1);
    expect(contextOf({ ...street, "source.reducer": "415 kPa" }).static).toBeCloseTo(415, 6);
  });

  it("is never taken for good where no unit states what it takes", () => {
    const { verdict } = judgeReading("staticPressure", { pressure: 400 }, { feed: {} });
    expect(verdict.level).toBe("Unknown");
    expect(tell(verdict, "metric").reason).toBe("400 kPa, no unit here states what it takes");
  });
});

describe("pressure read before anything is drilled", () => {
  const read = (models: readonly string[], pressure: string) => {
    const d = work(runOf(models), "site.pressureBefore");
    d.do({
      kind: "readingTaken",
      reading: ulidAt(77),
      reads: "staticPressure",
      step: "site.pressureBefore",
      place: "Stop",
      when: "before",
      values: { pressure },
      profile: "metric",
    });
    const { verdict } = d.job.readings.at(-1)!;
    return [verdict.level, tell(verdict, "metric").reason];
  };

  it.each([
    [["RO-T5"], "200 kPa", "Stop", "200 kPa, RO-T5 needs at least 276 kPa"],
    [["RO-T5"], "400 kPa", "Good", "400 kPa, inside what the units take"],
    [["RO-T5"], "600 kPa", "Stop", "600 kPa, RO-T5 takes at most 552 kPa"],
    [["RO-T5", "BP-2"], "200 kPa", "Good", "200 kPa, inside what the units take"],
    [["CT-1354"], "130 kPa", "Stop", "130 kPa, at least 140 kPa is needed at a fixture"],
  ] as const)("with %j at %s is %s", (models, pressure, level, reason) => {
    expect(read(models, pressure)).toEqual([level, reason]);
  });
});

describe("holds of a job", () => {
  const said = (step: Step) => `${step.hold?.statement ?? ""} ${step.check?.question ?? ""}`;
  const steps = (models: readonly string[]) => runOf(models).job.run!.steps;

  it("at one stop say nothing of a bypass, of hours without water or of untreated water", () => {
    for (const step of steps(["RO-T5"]).filter((s) => s.unit === undefined))
      expect(said(step)).not.toMatch(/bypass|untreated|from when to when/);
  });

  it("in the line do", () => {
    expect(steps(["CT-1354"]).map(said).join(" ")).toMatch(/bypassed and untreated/);
  });
});

describe("whatever stands in a design", () => {
  const codes = [...knowledge.models.keys()];
  const lineOnly = ["cut", "inlet", "bypass", "restore", "order", "leakQuarter", "holdTest", "pressureAfter"];
  const aside = ["routeAside", "leakLast", "clearAside", "walkAside"];

  it("has steps about the house's line exactly where a unit stands in it, and proves each stop before it is opened", () => {
    fc.assert(
      fc.property(fc.uniqueArray(fc.constantFrom(...codes), { minLength: 1, maxLength: 4 }), (models) => {
        const run = runOf(models).job.run!.steps;
        const site = run.filter((s) => s.unit === undefined).map((s) => s.id.replace("site.", ""));
        const units = models.map((code, i) => ({
          unit: { key: `u${i + 1}`, model: code, parallel: 1 },
          model: knowledge.models.get(code)!,
        }));
        const kinds = [...placementsOf(units).values()].map((placed) => placed.connects);
        for (const id of lineOnly) expect([id, site.includes(id)]).toEqual([id, kinds.includes("line")]);
        for (const id of aside) expect([id, site.includes(id)]).toEqual([id, !kinds.includes("line")]);
        for (const [i, kind] of kinds.entries()) {
          // What is only looked at before anything is taken in hand comes ahead of it.
          const own = run.filter((s) => s.unit === `u${i + 1}` && s.stage !== "arrive").map((s) => s.id);
          const proved = own.indexOf(`u${i + 1}.stops`);
          const first = run.findIndex((s) => s.id === `u${i + 1}.stopsFirst`);
          const hangs = kind === "sink" || kind === "supply";
          // In a house that is dry every tap runs dry: there the stop is proved before the water goes off.
          const isDryLater = kinds.includes("line");
          expect([models[i], proved]).toEqual([models[i], hangs && !isDryLater ? 0 : -1]);
          expect([models[i], first !== -1]).toEqual([models[i], hangs && isDryLater]);
          if (first !== -1) expect(first).toBeLessThan(run.findIndex((s) => s.id === "site.drainDown"));
        }
      }),
      { numRuns: 120, seed: 10 },
    );
  });
});

describe("a dosing pump on an unsafe well, without a lamp", () => {
  const well = { "source.kind": "well", "water.chlorine": "0", "water.coliform": "present" };
  const steps = (answers: Readonly<Record<string, string>>) =>
    runOf(["CD-450", "CB-20"], answers).job.run!.steps;
  const at = (all: readonly Step[], id: string) => all.findIndex((s) => s.id === id);

  it("shows chlorine behind its tank before the house gets any water, and again at the end", () => {
    const all = steps(well);
    expect(at(all, "u1.power")).toBeLessThan(at(all, "u1.chlorineFirst"));
    expect(at(all, "u1.chlorineFirst")).toBeLessThan(at(all, "site.leakQuarter"));
    expect(all.find((s) => s.id === "site.leakQuarter")!.needs).toContain("u1.chlorineFirst");
    expect(at(all, "u1.chlorine")).toBeGreaterThan(at(all, "site.leakQuarter"));
    expect(at(steps({ "source.kind": "municipal" }), "u1.chlorineFirst")).toBe(-1);
  });
  it("is never spoken of as a lamp", () => {
    const said = steps(well).flatMap((s) => [s.title, JSON.stringify(s.why), s.hold?.statement ?? ""]);
    expect(said.filter((text) => /lamp|chamber/i.test(text))).toEqual([]);
  });
  it("strokes while water runs, and the house is off until then", () => {
    const d = runOf(["CD-450", "CB-20"], well);
    work(d, "u1.chlorineFirst");
    expect(d.job.rig!.supply.map((s) => s.is)).not.toContain("treated");
    work(d);
    expect(d.job.rig!.turned.flatMap((t) => t.warned.filter((w) => w.level === "Stop"))).toEqual([]);
    expect(d.job.rig!.supply.at(-1)!.is).toBe("treated");
  });
});

describe("a bypass alone on an unsafe well", () => {
  it("gives the household the water that it had, and says that it is untreated", () => {
    const d = surveyed().answer({ "source.kind": "well", "water.coliform": "present", "cutin.pipe": "pex" });
    d.do({
      kind: "bypassChosen",
      arrangement: "threeValve",
      drainCock: true,
      what: "Bypass",
      seen: d.job.designSeq,
    });
    signed(d).do({ kind: "runStarted" });
    const steps = d.job.run!.steps;
    expect(steps.find((s) => s.id === "site.restoreAlone")!.cautions).toContain("untreated");
    expect(steps.map((s) => s.id)).not.toContain("site.staysOff");
    work(d);
    expect(d.job.rig!.supply.at(-1)!.is).toBe("bypassed");
    expect(d.job.rig!.turned.flatMap((t) => t.warned.filter((w) => w.level === "Stop"))).toEqual([]);
  });
});
