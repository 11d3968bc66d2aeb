import { describe, expect, it } from "vitest";
import { nextStep } from "@/core/job";
import { movesFor } from "@/core/record";
import { judge } from "@/core/rig";
import { judgeReading } from "@/core/readings";
import { outletsOf, sayStep } from "@/core/run";
import { contactOf, disinfectionOf } from "@/core/train";
import { parseQuantity } from "@/core/units";
import type { SurveyAnswers } from "@/core/site";
import { knowledge, runOf, work } from "./desk";

// Disinfection behind a chamber: handbook 9, K15 and K16; handbook 10, rulings 18, 24 and 26 to 28.

const { pipes } = knowledge.tables;
const quantities = {
  "behind.coldLength": "height",
  "behind.hotLength": "height",
  "heater.volume": "volume",
  "behind.bleach": "percent",
} as const;
const answered = (given: Readonly<Record<string, string>>): SurveyAnswers =>
  Object.fromEntries(
    Object.entries(given).map(([id, text]) => {
      const quantity = quantities[id as keyof typeof quantities];
      const read = quantity && parseQuantity(text, quantity, { profile: "metric" });
      return [id, read?.ok ? { text, measured: read.measured } : { text }];
    }),
  );
const units = ["PS-20", "UV-45"].map((model, i) => ({
  unit: { key: `u${i + 1}`, model, parallel: 1 },
  model: knowledge.models.get(model)!,
}));
const house = {
  "cutin.pipe": "pex",
  "cutin.size": "3/4",
  "behind.coldLength": "40 m",
  "behind.hotLength": "30 m",
  "behind.age": "existing",
  "heater.kind": "electric",
  "heater.volume": "180 L",
};
const of = (over: Readonly<Record<string, string | undefined>> = {}) =>
  disinfectionOf(
    units,
    "u2",
    answered(
      Object.fromEntries(Object.entries({ ...house, ...over }).filter(([, v]) => v)) as Record<
        string,
        string
      >,
    ),
    {
      pipes,
      isFast: false,
    },
  );

describe("what a disinfection takes", () => {
  it("adds up pipe, units and heater: 40 m and 30 m of 17.0 mm pipe, bowl and chamber, 180 L", () => {
    const perMetre = (Math.PI / 4) * 0.17 ** 2 * 10;
    const d = of();
    expect(d.pipeLitres).toBeCloseTo(70 * perMetre, 9);
    expect(d.unitLitres).toBe(6 + 4);
    expect(d.litres).toBeCloseTo(70 * perMetre + 10 + 180, 9);
    expect(d.missing).toEqual([]);
  });
  it("without a heater nothing hot is dosed", () => {
    const d = of({ "heater.kind": "none", "behind.hotLength": undefined, "heater.volume": undefined });
    expect([d.heaterLitres, d.missing]).toEqual([0, []]);
  });
  it("never takes a length that nobody entered for nothing", () => {
    const d = of({ "behind.hotLength": undefined });
    expect([d.litres, d.missing]).toEqual([undefined, ["behind.hotLength"]]);
  });
  it("lets it stand by the age of the pipe; what nobody knows counts as opened", () => {
    expect(contactOf("existing", false)).toEqual({ start: 50, minutes: 30 });
    expect(contactOf("opened", false)).toEqual({ start: 50, minutes: 1440 });
    expect(contactOf("opened", true)).toEqual({ start: 200, minutes: 180 });
    expect(contactOf(undefined, false)).toEqual({ start: 50, minutes: 1440 });
  });
});

describe("the outlets of a house", () => {
  const fixtures = { kitchenSink: 1, bathroomGroup: 2, hoseBib: 1 };
  it("are named cold and hot, numbered where there are several", () => {
    const names = outletsOf(fixtures, { hasHot: true, outdoorBehind: false });
    expect(names).toHaveLength(2 + 2 * 5);
    expect(names).toEqual(expect.arrayContaining(["Kitchen tap, cold", "Lavatory tap 2, hot", "Toilet 1"]));
    expect(new Set(names).size).toBe(names.length);
  });
  it("have no hot one without a heater, and an outdoor tap only behind the treatment", () => {
    const cold = outletsOf(fixtures, { hasHot: false, outdoorBehind: true });
    expect(cold).toContain("Outdoor tap");
    expect(cold.filter((o) => o.endsWith("hot"))).toEqual([]);
  });
});

describe("18: readings of a disinfection", () => {
  const level = (kind: string, values: Record<string, number>, context = {}) =>
    judgeReading(kind, values, context).verdict.level;
  const dose = { dose: { start: 50, litres: 200 } };
  it("short of the dose when contact begins is a Stop, whatever dose is typed", () => {
    expect(level("doseReached", { measured: 49 }, dose)).toBe("Stop");
    expect(level("doseReached", { measured: 50 }, dose)).toBe("Good");
    expect(level("doseReached", { measured: 50 })).toBe("Unknown");
  });
  it("below half of it at the end is a Stop", () => {
    expect(level("residual", { end: 25 }, dose)).toBe("Good");
    expect(level("residual", { end: 24.9 }, dose)).toBe("Stop");
    expect(level("residual", { dose: 10, end: 20 }, dose)).toBe("Stop");
  });
  it("bleach poured is held against the volume: 200 L × 50 mg/L at 5 % is 200 mL", () => {
    expect(level("dosed", { poured: 0.2, strength: 5 }, dose)).toBe("Good");
    expect(level("dosed", { poured: 0.1, strength: 5 }, dose)).toBe("Stop");
    expect(level("dosed", { poured: 0.5, strength: 5 }, dose)).toBe("Check");
    expect(level("dosed", { poured: 0.2, strength: 5 }, { dose: { start: 50 } })).toBe("Unknown");
  });
  it("a flush goes on to the source's own residual, and at an RO without carbon to a tenth", () => {
    expect(level("flushResidual", { residual: 0.5 }, { sourceChlorine: 0.6 })).toBe("Good");
    expect(level("flushResidual", { residual: 0.5 }, { sourceChlorine: 0 })).toBe("Check");
    expect(level("flushResidual", { residual: 1.5 }, { sourceChlorine: 0 })).toBe("Stop");
    expect(level("teeResidual", { residual: 0.4 }, { sourceChlorine: 0.5 })).toBe("Good");
    expect(level("teeResidual", { residual: 0.4 }, { sourceChlorine: 0.5, roBare: true })).toBe("Stop");
    expect(level("teeResidual", { residual: 0.4 })).toBe("Unknown");
  });
  it("a sample that finds bacteria is a Stop", () => {
    const sample = (found: string) =>
      judgeReading("bacteria", { laboratory: "Harbour", taken: "2026-11-26", found }, {}).verdict.level;
    expect([sample("absent"), sample("present")]).toEqual(["Good", "Stop"]);
  });
});

describe("the guided part of the run (K16)", () => {
  const well = {
    ...house,
    "source.kind": "well",
    "water.coliform": "present",
    "behind.bleach": "5",
    "water.chlorine": "0",
    "fixture.lavatory": "1",
  };
  const d = runOf(["PS-20", "SF-150", "UV-45", "RO-T5"], well);
  const step = (id: string) => d.job.run!.steps.find((s) => s.id === id)!;

  it("names the dosing place, the millilitres and the contact, for these pipes", () => {
    expect(step("u3.dosePlace").title).toMatch(/bowl of the pre-filter/);
    expect(d.job.run!.steps.some((s) => s.id === "u3.dosePort")).toBe(false);
    const said = sayStep(step("u3.dose"), "metric");
    expect(said.sets[0]).toMatchObject({
      label: "Pour",
      value: expect.stringMatching(/^\d+ mL of 5 %$/) as string,
    });
    expect(step("u3.contact").soak!.minutes).toBe(30);
  });
  it("lists every outlet of this house, and none of a drinking branch", () => {
    const places = step("u3.reached").read!.places!;
    expect(places).toEqual(expect.arrayContaining(["Kitchen tap 1, cold", "Kitchen tap 1, hot", "Toilet"]));
    expect(places.some((p) => /RO|faucet/i.test(p))).toBe(false);
    expect(step("u3.flushOut").read!.places).toEqual(places);
  });
  it("keeps the RO shut while the dose stands: its feed is a Stop until the source's own residual is back (ruling 28)", () => {
    const openFeed = (until: string) => {
      const { rig, state } = work(runOf(["PS-20", "SF-150", "UV-45", "RO-T5"], well), until).job.rig!;
      const { verdicts } = judge(rig, state, { handle: "u4.valve", to: "open" });
      return verdicts.find((v) => v.rule === "rig-roChlorine")?.level;
    };
    expect([openFeed("u3.dose"), openFeed("u3.contact"), openFeed("u4.firstRinse")]).toEqual([
      undefined,
      "Stop",
      undefined,
    ]);
  });
  it("offers no first water of the RO while the dose acts, and it waits for the line's service (ruling 26)", () => {
    const run = work(runOf(["PS-20", "SF-150", "UV-45", "RO-T5"], well), "u3.contact");
    for (const m of movesFor(run.job.rig, step("u3.contact")))
      run.do({ kind: "handleTurned", handle: m.handle, to: m.to, step: "u3.contact" });
    run.do({ kind: "clockStarted", step: "u3.contact" });
    expect(nextStep(run.job, run.now)?.id).toBe("u3.contact");
    expect(step("u4.firstRinse").needs).toContain("u3.service");
  });
  it("is not over while an outlet was not read, and says which", () => {
    const run = work(runOf(["PS-20", "UV-45"], well), "u2.reached");
    const places = run.job.run!.steps.find((s) => s.id === "u2.reached")!.read!.places!;
    run.do({
      kind: "readingTaken",
      reading: "01J00000000000000000900001",
      reads: "doseReached",
      step: "u2.reached",
      place: places[0]!,
      when: "after",
      values: { measured: "60" },
      profile: "metric",
    });
    expect(run.try({ kind: "stepDone", step: "u2.reached" })).toMatchObject({
      ok: false,
      error: `Not read yet: ${places[1]!}`,
    });
  });
  it("lets the dose travel: in the chamber once poured, at the outlets once drawn, gone cold and hot as each is read", () => {
    const run = work(runOf(["PS-20", "UV-45", "RO-T5"], well), "u2.dose");
    const dosed = () => new Set(run.job.rig!.state.dosed);
    expect([...dosed()]).toEqual([]);
    work(run, "u2.draw");
    expect([...dosed()].sort()).toEqual(["u2.in", "u2.out"]);
    work(run, "u2.contact");
    expect(["house", "heater"].every((n) => dosed().has(n))).toBe(true);
    expect(dosed().has("u3.feed")).toBe(false);
    work(run, "u2.flushOut");
    const places = run.job.run!.steps.find((s) => s.id === "u2.flushOut")!.read!.places!;
    const flushed = (place: string, i: number) =>
      run.do({
        kind: "readingTaken",
        reading: `01J000000000000000009010${String(i).padStart(2, "0")}`,
        reads: "flushResidual",
        step: "u2.flushOut",
        place,
        when: "after",
        values: { residual: "0" },
        profile: "metric",
      });
    const cold = places.filter((p) => !p.endsWith(", hot"));
    cold.slice(0, -1).forEach(flushed);
    expect(dosed().has("house")).toBe(true);
    flushed(cold.at(-1)!, 40);
    expect([dosed().has("house"), dosed().has("heater")]).toEqual([false, true]);
    expect(run.job.rig!.state.unproven).toContain("heater");
    expect(run.job.rig!.state.unproven).not.toContain("house");
    places.filter((p) => p.endsWith(", hot")).forEach((p, i) => flushed(p, 50 + i));
    expect([...dosed()]).toEqual([]);
    expect(run.job.rig!.state.unproven).toEqual([]);
  });
  it("refuses a dose of nothing", () => {
    const run = work(runOf(["PS-20", "UV-45"], well), "u2.dose");
    expect(
      run.try({
        kind: "readingTaken",
        reading: "01J00000000000000000900002",
        reads: "dosed",
        step: "u2.dose",
        place: "Dosing place",
        when: "after",
        values: { poured: "0 L", strength: "5" },
        profile: "metric",
      }),
    ).toMatchObject({ ok: false, fields: { poured: expect.stringContaining("Nothing poured") as string } });
  });
  it("asks of the RO's tee before its feed is opened, and shuts its branch before anything is dosed", () => {
    const ids = d.job.run!.steps.map((s) => s.id);
    expect(ids.indexOf("u3.branches")).toBeLessThan(ids.indexOf("u3.dose"));
    expect(ids.indexOf("u3.roTee")).toBeLessThan(ids.indexOf("u4.open"));
  });
});
