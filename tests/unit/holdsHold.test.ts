import { describe, expect, it } from "vitest";
import { blockerSaid, handOverBlockers } from "@/core/job/handOver";
import { nextStep, whyNotFinish } from "@/core/job/progress";
import { findStep, stepState } from "@/core/job/job";
import { logKinds, whyOfficeOnly, type Intent } from "@/core/log";
import { clockOf, skipTakesOffice } from "@/core/run/step";
import { movesFor, summarise } from "@/core/record";
import { tell } from "@/core/tell";
import { decided } from "@/phases/run/crewParts";
import { Desk, imke, knowledge, MIN, readings, runOf, sha256, ulidAt, work } from "./desk";

// What holds a run holds: a proof is there, a time has run, a wrong is put right, and nothing rests on what
// nobody knows.

const stepOf = (d: Desk, id: string) => findStep(d.job, id)!;
const rack = () => runOf(["CH-3"]);
const READING = ulidAt(990_001);
const reads = (
  d: Desk,
  step: string,
  kind: string,
  values: Readonly<Record<string, string>>,
  reading = READING,
) =>
  d.try({
    kind: "readingTaken",
    reading,
    reads: kind,
    step,
    place: stepOf(d, step).read!.place,
    when: stepOf(d, step).read!.when,
    values,
    profile: "metric",
  });

describe("a photo that is the proof", () => {
  const photo = { file: ulidAt(880_001), sha256: sha256("a"), caption: "As it was left", step: "site.clear" };

  it("is taken before its step is done, and one that waits on the phone counts there", () => {
    const d = work(rack(), "site.clear");
    const clear = stepOf(d, "site.clear");
    expect(whyNotFinish(d.job, clear, d.now)).toBe("Take the photo first");
    expect(d.try({ kind: "stepDone", step: clear.id })).toMatchObject({ error: "Take the photo first" });
    const waiting = [{ kind: "photoAdded", id: ulidAt(880_002), ...photo } as Intent];
    expect(whyNotFinish(decided.withQueue(d.job, waiting, imke, "us"), clear, d.now)).toBeUndefined();
    d.do({ kind: "photoAdded", ...photo }).do({ kind: "stepDone", step: clear.id });
    expect(stepState(d.job, clear.id).done).toBeDefined();
  });

  it("is not the proof any more once it is taken out", () => {
    const d = work(rack(), "site.clear").do({ kind: "photoAdded", ...photo });
    d.do({ kind: "photoRemoved", file: photo.file, why: "Blurred" });
    expect(d.try({ kind: "stepDone", step: "site.clear" }).ok).toBe(false);
  });
});

describe("a hold test", () => {
  const { holdTest } = readings;
  const shutIn = () => {
    const d = work(rack(), "site.holdTest");
    for (const { handle, to } of movesFor(d.job.rig, stepOf(d, "site.holdTest")))
      d.do({ kind: "handleTurned", handle, to, step: "site.holdTest" });
    return d;
  };

  it("is read when its fifteen minutes have run, not before, whatever minutes are sent with it", () => {
    const d = shutIn();
    expect(clockOf(stepOf(d, "site.holdTest"))).toBe(15 * MIN);
    expect(reads(d, "site.holdTest", "holdTest", holdTest!)).toMatchObject({
      error: "Start its 15 minutes first, and read the gauge again when they have run",
    });
    d.do({ kind: "clockStarted", step: "site.holdTest" });
    d.now += 2 * MIN;
    expect(reads(d, "site.holdTest", "holdTest", holdTest!)).toMatchObject({
      error: "Its 15 minutes have not run yet: read the gauge again when they have",
    });
    expect(d.try({ kind: "stepDone", step: "site.holdTest" }).ok).toBe(false);
    d.now += 13 * MIN;
    expect(reads(d, "site.holdTest", "holdTest", { ...holdTest, minutes: "2 h" }).ok).toBe(true);
    const [taken] = d.job.readings.filter((r) => r.kind === "holdTest");
    expect(taken).toMatchObject({ values: { minutes: { value: 15 } }, verdict: { level: "Good" } });
  });

  it("offers nothing that turns a valve while its minutes run", () => {
    const d = shutIn();
    // What waits for the test alone is let loose, so that only its clock holds it.
    const free = {
      ...d.job,
      run: { ...d.job.run!, steps: d.job.run!.steps.map((s) => ({ ...s, needs: [] })) },
    };
    const turns = (job: typeof d.job) => nextStep(job, d.now)?.goal !== undefined;
    expect(turns(free)).toBe(true);
    d.do({ kind: "clockStarted", step: "site.holdTest" });
    expect(turns({ ...free, steps: d.job.steps })).toBe(false);
  });
});

describe("a check that is answered No", () => {
  const wrong = {
    point: ulidAt(870_001),
    text: "The elbow weeps",
    who: "Imke Vos",
    step: "site.leakQuarter",
  };

  it("is an open point, keeps the step open, and is closed by the step once it is put right", () => {
    const d = work(rack(), "site.leakQuarter").do({ kind: "openPointAdded", ...wrong });
    expect(stepState(d.job, wrong.step).done).toBeUndefined();
    expect(d.job.openPoints).toMatchObject([{ text: "The elbow weeps", step: wrong.step }]);
    expect(handOverBlockers(d.job).map((b) => blockerSaid(b, "us"))).toContainEqual(
      `Not finished: ${stepOf(d, wrong.step).title}`,
    );
    work(d, "site.holdTest");
    expect(d.job.openPoints[0]!.closed).toMatchObject({ how: "Put right, and looked at again", by: imke });
  });

  it("leaves other open points alone", () => {
    const d = work(rack(), "site.leakQuarter");
    d.do({ kind: "openPointAdded", point: ulidAt(870_002), text: "Label the main", who: "Imke Vos" });
    work(d, "site.holdTest");
    expect(d.job.openPoints[0]!.closed).toBeUndefined();
  });
});

describe("skipping a soak", () => {
  const soaking = () => {
    const d = work(runOf(["CT-1354"]), "u1.soak");
    return {
      d,
      intent: { kind: "stepSkipped", id: ulidAt(860_001), step: "u1.soak", why: "Soaked at the shop" },
    } as const;
  };

  it("is for the office alone, other steps are skipped by the crew", () => {
    const { d, intent } = soaking();
    const said = "A soak is skipped by a planner or an owner, with the reason";
    expect(whyOfficeOnly(d.job, intent, "installer")).toBe(said);
    expect(whyOfficeOnly(d.job, intent, "apprentice")).toBe(said);
    for (const role of ["planner", "owner"] as const)
      expect(whyOfficeOnly(d.job, intent, role)).toBeUndefined();
    const other = d.job.run!.steps.find((s) => s.kind === "do" && !skipTakesOffice(s))!;
    expect(whyOfficeOnly(d.job, { ...intent, step: other.id }, "installer")).toBeUndefined();
  });

  it("asks no office of any other kind of entry", () => {
    const { d, intent } = soaking();
    const held = logKinds.filter((k) => k.takesOffice(d.job, intent as never) !== undefined);
    expect(held.map((k) => k.kind)).toEqual(["stepSkipped"]);
  });
});

describe("a reading that the hand-over rests on", () => {
  /** No chlorine before it and none after: nothing says that the carbon takes any. */
  const nothing = { in: "0 mg/L", out: "0 mg/L" };
  const chloraminated = () => runOf(["KT-1354"], { "water.chloramine": "1.8 mg/L" });
  const total = chloraminated().job.run!.steps.find((s) => s.read?.reading === "totalChlorine")!.id;
  const unknown = () =>
    work(chloraminated(), undefined, {
      own: {
        [total]: nothing,
        "site.pressureAfter": { before: "380 kPa", after: "377 kPa", flow: "15 L/min" },
      },
    });

  it("keeps the job from being handed over while it is Unknown", () => {
    const d = unknown();
    const [reading] = d.job.readings.filter((r) => r.kind === "totalChlorine");
    expect(reading!.verdict.level).toBe("Unknown");
    expect(handOverBlockers(d.job)).toMatchObject([{ is: "reading", reading: reading!.reading }]);
    expect(blockerSaid(handOverBlockers(d.job)[0]!, "us")).toMatch(/^A reading is Unknown: /);
    const next = summarise(d.job, d.now, knowledge);
    expect(next).toMatchObject({ level: "Unknown", next: tell(reading!.verdict, "us").reason });
  });

  it("is settled by a better one, or taken on with a reason", () => {
    const better = unknown();
    const [first] = better.job.readings.filter((r) => r.kind === "totalChlorine");
    better.do({
      kind: "readingTaken",
      reading: READING,
      reads: "totalChlorine",
      step: total,
      place: first!.place,
      when: "after",
      values: readings.totalChlorine!,
      profile: "metric",
      supersedes: first!.reading,
      why: "Read at the wrong tap",
    });
    expect(handOverBlockers(better.job)).toEqual([]);
    const agreed = unknown();
    const [taken] = agreed.job.readings.filter((r) => r.kind === "totalChlorine");
    agreed.do({
      kind: "readingOverridden",
      reading: taken!.reading,
      why: "The main was flushed: read again at the first service",
    });
    expect(handOverBlockers(agreed.job)).toEqual([]);
  });
});

describe("raw water", () => {
  const atRaw = () => work(rack(), "site.hardnessBefore");
  const level = (values: Readonly<Record<string, string>>) => {
    const d = atRaw();
    expect(reads(d, rawStep(d), "rawWater", values).ok).toBe(true);
    const { verdict } = d.job.readings.at(-1)!;
    return { level: verdict.level, said: tell(verdict, "us") };
  };
  const rawStep = (d: Desk) => d.job.run!.steps.find((s) => s.read?.reading === "rawWater")!.id;

  it("is Good as surveyed, within a drop of the kit", () => {
    // Surveyed: 22 grains, 1.1 mg/L, 52 °F.
    expect(level({ hardness: "22 gpg", chlorine: "1.2 mg/L", temperature: "52 °F" }).level).toBe("Good");
    expect(level({ hardness: "22.9 gpg" }).level).toBe("Good");
  });

  it("is a Check that names what differs, and how it is judged again", () => {
    const { level: is, said } = level({ hardness: "30 gpg", chlorine: "2 mg/L" });
    expect(is).toBe("Check");
    expect(said.reason).toMatch(/hardness 30.* gpg where the survey has 22.* gpg/);
    expect(said.reason).toContain("free chlorine 2");
    expect(said.remedy).toContain("judge the design again");
    expect(level({ hardness: "20.5 gpg" }).level).toBe("Check");
  });
});

describe("a reading that only says how right a forecast was", () => {
  it("keeps no job from being handed over", () => {
    const coarse = { before: "380 kPa", after: "355 kPa", flow: "15 L/min", division: "100 kPa" };
    const { job } = work(rack(), undefined, { own: { "site.pressureAfter": coarse } });
    expect(job.readings.find((r) => r.kind === "trainLoss")!.verdict.level).toBe("Unknown");
    expect(handOverBlockers(job)).toEqual([]);
  });
});
