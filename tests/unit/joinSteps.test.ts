import { describe, expect, it } from "vitest";
import { jointsLeft, whyNotFinish } from "@/core/job/progress";
import { findStep } from "@/core/job/job";
import { handOverBlockers } from "@/core/job/handOver";
import { assemblyOf, draftNetwork, judgedOf } from "@/core/record";
import { nothingBuilt } from "@/core/plumbing/assembly";
import { partsOf } from "@/phases/parts/listed";
import { reportOf } from "@/phases/record/report";
import type { Step } from "@/core/run/step";
import { knowledge, runOf, signed, surveyed, work, type Desk } from "./desk";
import { fitted, measuredWall, placeAll, placesOf, plannedTrain } from "./placing";

/** A filter and a softener on a wall that was measured, each where the search puts it; not signed yet. */
function placed(): Desk {
  const d = surveyed().answer(measuredWall);
  d.do({
    kind: "designChanged",
    units: ["PS-20", "SF-150"].map((model, i) => ({ key: `u${i + 1}`, model, parallel: 1 })),
    what: "Filter, softener",
    seen: d.job.designSeq,
  });
  return d.do({ kind: "unitsPlaced", places: placesOf(d.job), what: "placed", seen: d.job.designSeq });
}
const started = (): Desk => signed(placed()).do({ kind: "runStarted" });
const at = (d: Desk, id: string): Step => findStep(d.job, id)!;
const idsAt = (d: Desk, id: string): string[] =>
  (at(d, id).joins ?? []).flatMap((alike) => alike.joints.map((j) => j.id));

describe("join steps of the run", () => {
  it("make every joint of the assembly once, at the bench, at the house's pipe or on the wall", () => {
    const d = started();
    const assembly = assemblyOf(fitted(d.job), d.job, knowledge)!;
    const made = ["site.bench", "site.bypass", "site.pipes"].flatMap((id) => idsAt(d, id));
    expect([...made].sort()).toEqual(assembly.joints.map((j) => j.id).sort());
    const bench = new Set(assembly.joints.filter((j) => j.where === "bench").map((j) => j.id));
    expect(new Set(idsAt(d, "site.bench"))).toEqual(bench);
  });

  it("come before water goes off where they are of the bench, and take the place of one look at all rings", () => {
    const ids = started().job.run!.steps.map((s) => s.id);
    expect(ids.indexOf("site.bench")).toBeLessThan(ids.indexOf("site.drainDown"));
    expect(ids).not.toContain("site.gauge");
    expect(ids.indexOf("site.pipes")).toBeLessThan(ids.indexOf("site.joined"));
    expect(ids.indexOf("site.pipes")).toBeGreaterThan(ids.indexOf("site.cut"));
  });

  it("are as before where nobody knows where the units stand", () => {
    const steps = runOf(["PS-20", "SF-150"], { "cutin.pipe": "pex" }).job.run!.steps;
    expect(steps.flatMap((s) => s.joins ?? [])).toEqual([]);
    expect(steps.map((s) => s.id)).toContain("site.gauge");
  });

  it("say how each kind of joint is made, the unit's manual before the rule, and which ones", () => {
    const { joins } = at(started(), "site.bench");
    const crimped = joins!.find((alike) => alike.checks.includes("gauge"))!;
    expect(crimped.joints.length).toBeGreaterThan(1);
    expect(crimped.size).toBe("3/4");
    const byManual = joins!.filter((alike) => alike.byManual);
    expect(byManual.length).toBeGreaterThan(0);
    const what = JSON.stringify(byManual.flatMap((alike) => alike.joints.map((j) => j.what)));
    expect(what).toContain("SF-150");
    // Lengths of pipe are said in the reader's own system.
    expect(JSON.stringify(joins)).toMatch(/"us":"[^"]*in[^"]*","metric":"[^"]*mm/);
  });

  it("name what a leak is looked for at", () => {
    const d = started();
    const looked = at(d, "site.leakQuarter").details!.join(" ");
    const counted = [...looked.matchAll(/(\d+) × /g)].reduce((sum, m) => sum + Number(m[1]), 0);
    expect(counted).toBe(idsAt(d, "site.bypass").length + idsAt(d, "site.pipes").length);
  });
});

describe("a joint that was made", () => {
  const bench = () => work(started(), "site.bench");
  const check = (d: Desk, joints: readonly string[], found: "right" | "wrong", note?: string) =>
    d.do({ kind: "jointsChecked", step: "site.bench", joints, found, note });

  it("keeps its step open until somebody has looked at it", () => {
    const d = bench();
    const all = idsAt(d, "site.bench");
    expect(d.try({ kind: "stepDone", step: "site.bench" })).toMatchObject({
      ok: false,
      error: `${all.length} joints are not looked at yet`,
    });
    check(d, all.slice(1), "right");
    expect(whyNotFinish(d.job, at(d, "site.bench"), d.now)).toBe("One joint is not looked at yet");
    check(d, all.slice(0, 1), "right");
    expect(d.try({ kind: "stepDone", step: "site.bench" }).ok).toBe(true);
  });

  it("that is wrong is made again and looked at again, and both stand in the log", () => {
    const d = bench();
    const [one, ...others] = idsAt(d, "site.bench");
    check(d, others, "right");
    check(d, [one!], "wrong", "The gauge does not go over");
    expect(whyNotFinish(d.job, at(d, "site.bench"), d.now)).toBe("One joint is to be made again");
    check(d, [one!], "right");
    expect(jointsLeft(d.job, at(d, "site.bench"))).toEqual([]);
    const said = d.job.steps["site.bench"]!.joints!.map((m) => [m.found, m.joints.length, m.note]);
    expect(said).toEqual([
      ["right", others.length, undefined],
      ["wrong", 1, "The gauge does not go over"],
      ["right", 1, undefined],
    ]);
  });

  it("stands in the record as it was made, with what was wrong at first and what the gauge shows now", () => {
    const d = bench();
    const [one, ...others] = idsAt(d, "site.bench");
    check(d, others, "right");
    check(d, [one!], "wrong", "Tape came off");
    const rows = (job: Desk["job"]) => reportOf(job, knowledge, "metric", "UTC", d.now).joints;
    const rowOf = (job: Desk["job"]) => rows(job).find((r) => r.id === one)!;
    expect(rowOf(d.job).again).toEqual([expect.stringMatching(/not right at first, Tape came off$/)]);
    check(d, [one!], "right");
    expect(rowOf(d.job).found).toMatch(/^(all|\d+ of \d+) right, Imke Vos, /);
    const whole = work(d);
    expect(rows(whole.job).map((r) => r.found)).toEqual(
      rows(whole.job).map(() => expect.stringMatching(/^all right, Imke Vos/)),
    );
  });

  it("of another step, or of none, is refused in words", () => {
    const d = bench();
    for (const joints of [[], ["r9.j9"], idsAt(d, "site.pipes")])
      expect(d.try({ kind: "jointsChecked", step: "site.bench", joints, found: "right" })).toMatchObject({
        ok: false,
        error: "That joint is not made at this step",
      });
  });

  it("is part of a whole job that is handed over", () => {
    const d = work(started());
    expect(handOverBlockers(d.job)).toEqual([]);
    for (const id of ["site.bench", "site.bypass", "site.pipes"])
      expect(jointsLeft(d.job, at(d, id))).toEqual([]);
  });
});

describe("a run that started before anybody placed its units", () => {
  it("gains its joints when it is carried on with a design in which they stand", () => {
    const d = signed(plannedTrain()).do({ kind: "runStarted" });
    expect(d.job.run!.steps.flatMap((s) => s.joins ?? [])).toEqual([]);
    expect(d.job.run!.steps.map((s) => s.id)).toContain("site.gauge");
    signed(placeAll(d)).do({ kind: "runCarriedOn", why: "The wall was measured meanwhile" });
    const assembly = assemblyOf(fitted(d.job), d.job, knowledge)!;
    const made = ["site.bench", "site.bypass", "site.pipes"].flatMap((id) => idsAt(d, id));
    expect([...made].sort()).toEqual(assembly.joints.map((j) => j.id).sort());
    expect(d.job.run!.steps.map((s) => s.id)).not.toContain("site.gauge");
    expect(handOverBlockers(work(d).job)).toEqual([]);
  });
});

describe("a unit at a sink alone", () => {
  it("has no bypass in its list: nothing is cut into the house's line", () => {
    const d = surveyed();
    d.do({
      kind: "designChanged",
      units: [{ key: "ro", model: "RO-T5", parallel: 1 }],
      what: "An RO alone",
      seen: d.job.designSeq,
    });
    const judged = judgedOf(d.job, knowledge);
    const { built, lines, tubing } = partsOf(d.job, judged, knowledge, { profile: "us" });
    expect(built).toEqual(nothingBuilt);
    expect(lines.filter((l) => l.group === "pipe")).toEqual([]);
    expect(tubing.tubes).toHaveLength(4);
  });
});

describe("a bypass alone, before its train", () => {
  const started = () => {
    const d = surveyed().answer({ "cutin.pipe": "pex", "cutin.size": "3/4" });
    d.do({
      kind: "bypassChosen",
      arrangement: "threeValve",
      drainCock: true,
      what: "A bypass alone",
      seen: d.job.designSeq,
    });
    return signed(d).do({ kind: "runStarted" });
  };

  it("is built at the bench up to its two joints with the house's pipe, legs and shut-offs too", () => {
    const d = started();
    const built = assemblyOf(fitted(d.job), d.job, knowledge)!;
    expect(built.fittings.map((f) => f.fitting.shape).sort()).toEqual([
      "tee",
      "tee",
      "valve",
      "valve",
      "valve",
    ]);
    expect(built.faults).toEqual([]);
    const wall = built.joints.filter((j) => j.where === "wall").map((j) => j.parts);
    expect(wall).toEqual([
      ["house.before", "bypass.t1"],
      ["bypass.t2", "house.behind"],
    ]);
    // Four of the bypass, and of each leg its tee, its piece and its valve.
    expect(idsAt(d, "site.bench")).toHaveLength(8);
    expect(idsAt(d, "site.bypass")).toHaveLength(2);
  });

  it("has every ring gauged and kept one by one, on a run that comes to its end", () => {
    const d = work(started());
    expect(d.job.run!.steps.map((s) => s.id)).not.toContain("site.gauge");
    const rows = reportOf(d.job, knowledge, "metric", "UTC", d.now).joints;
    expect(rows.length).toBeGreaterThan(1);
    expect(rows.map((r) => r.found)).toEqual(rows.map(() => expect.stringMatching(/^all right, /)));
    expect(rows.every((r) => /Ring 3 to 6 mm/.test(r.how))).toBe(true);
    expect(handOverBlockers(d.job)).toEqual([]);
  });

  it("has a list of parts with its caps, and its network is nobody's: nothing is drawn behind it", () => {
    const d = started();
    const { lines } = partsOf(d.job, judgedOf(d.job, knowledge), knowledge, { profile: "metric" });
    expect(lines.find((l) => l.id === "cap bypass")!.count).toBe(2);
    expect(lines.find((l) => l.id.startsWith("fitting tee"))!.count).toBe(2);
    expect(lines.find((l) => l.id.startsWith("fitting valve"))!.count).toBe(3);
    expect(draftNetwork(d.job, knowledge)).toBeUndefined();
  });
});
