import { describe, expect, it } from "vitest";
import { followUpsOf, isFinished, leakChecksOf, phaseOf, sampleOf, statusOf } from "@/core/job";
import { isHandedOver, openAddendum } from "@/core/job/handedOver";
import { handOverBlockers, standingStops } from "@/core/job/handOver";
import { jobFrom } from "@/core/log";
import { signingBlockers, summarise } from "@/core/record";
import { changesBetween } from "@/phases/record/changes";
import { reportOf } from "@/phases/record/report";
import { knowledge, MIN, runOf, sha256, ulidAt, work, type Desk } from "./desk";

const DAY = 24 * 60 * MIN;
let files = 860_000;
const file = () => {
  const id = ulidAt((files += 1));
  return { file: id, sha256: sha256(id) };
};
const signAs = (d: Desk, as: "installer" | "householder") =>
  d.try({ kind: "signed", as, name: `The ${as}`, ...file(), head: d.job.head });
const settled = (d: Desk): Desk => {
  for (const { reading } of standingStops(d.job))
    d.do({ kind: "readingOverridden", reading, why: "Agreed with the householder" });
  return d;
};
const sign = (d: Desk): Desk => {
  settled(d);
  for (const as of ["installer", "householder"] as const) {
    d.now += MIN;
    expect(signAs(d, as)).toMatchObject({ ok: true });
  }
  return d;
};
/** A house with a chamber, installed and signed by both. */
const handedOver = () =>
  sign(work(runOf(["PS-20", "UV-45"], { "source.kind": "well", "water.coliform": "present" })));
const found = (d: Desk, what: "absent" | "present") =>
  d.do({
    kind: "readingTaken",
    reading: ulidAt((files += 1)),
    reads: "bacteria",
    place: "Behind the chamber",
    when: "after",
    values: { laboratory: "Harbour", taken: "2026-12-02", found: what },
    profile: "metric",
  });
const leak = (d: Desk, what: string) =>
  d.do({
    kind: "readingTaken",
    reading: ulidAt((files += 1)),
    reads: "leakCheck",
    place: "Every joint",
    when: "after",
    values: { found: what },
    profile: "metric",
  });
const blockers = (d: Desk) => signingBlockers(d.job, knowledge);
const reported = (d: Desk) => reportOf(d.job, knowledge, "metric", "UTC", d.now);

describe("signing", () => {
  it("is of one record: what is entered between two signatures makes the installer sign again", () => {
    const d = settled(work(runOf(["PS-20"])));
    d.now += MIN;
    expect(signAs(d, "installer").ok).toBe(true);
    expect(signAs(d, "installer")).toMatchObject({ ok: false, error: "Signed already" });
    d.do({
      kind: "openPointAdded",
      point: ulidAt(850_001),
      text: "A label is missing",
      who: "Imke",
      due: undefined,
    });
    expect(signAs(d, "householder")).toMatchObject({
      ok: false,
      error: "The record changed since the installer signed: the installer signs it again first",
    });
    expect(signAs(d, "installer").ok).toBe(true);
    expect(signAs(d, "householder").ok).toBe(true);
    expect([isHandedOver(d.job), d.job.signatures.length]).toEqual([true, 2]);
  });
});

describe("after the hand-over", () => {
  it("what was signed is closed to changes, and samples, points, photos and visits go on", () => {
    const d = handedOver();
    const { reading, step } = d.job.readings.findLast((r) => r.step !== undefined)!;
    const closed = {
      ok: false,
      error: expect.stringContaining("Open an addendum") as string,
    };
    const unit = d.job.units[0]!.key;
    expect(
      d.try({ kind: "serialRecorded", unit, what: "serial", label: "Serial", text: "X-1", step: undefined }),
    ).toMatchObject(closed);
    expect(d.try({ kind: "readingOverridden", reading, why: "Looks right" })).toMatchObject(closed);
    expect(d.try({ kind: "stepUndone", step: step!, why: "Not so" })).toMatchObject(closed);
    expect(d.try({ kind: "photoAdded", ...file(), caption: "At a step", step })).toMatchObject(closed);
    const photo = file();
    d.do({ kind: "photoAdded", ...photo, caption: "A year later" });
    d.do({ kind: "photoRemoved", file: photo.file, why: "Blurred" });
    leak(d, "dry");
    found(d, "absent");
    d.do({ kind: "openPointAdded", point: ulidAt(850_002), text: "Label", who: "Imke", due: undefined });
    d.do({
      kind: "visitPlanned",
      visit: ulidAt(850_003),
      from: "2027-06-01T08:00:00.000Z",
      to: "2027-06-01T09:00:00.000Z",
      person: { id: "p2", name: "Tobias" },
      what: "Service",
    });
    expect(isHandedOver(d.job)).toBe(true);
  });

  it("an addendum opens it, is signed for itself, and says what it changed", () => {
    const d = handedOver();
    expect(
      d.try({
        kind: "addendumSigned",
        addendum: ulidAt(851_000),
        name: "Imke",
        ...file(),
        head: d.job.head,
      }).ok,
    ).toBe(false);
    const before = reported(d);
    const addendum = ulidAt(851_001);
    d.do({ kind: "addendumOpened", addendum, why: "The serial number was misread" });
    expect(openAddendum(d.job)?.addendum).toBe(addendum);
    expect(d.try({ kind: "addendumOpened", addendum: ulidAt(851_002), why: "Another" }).ok).toBe(false);
    const unit = d.job.units[1]!.key;
    d.do({
      kind: "serialRecorded",
      unit,
      what: "serial",
      label: "Serial number",
      text: "SM-9917",
      step: undefined,
    });
    const [change, ...others] = changesBetween(before, reported(d));
    expect(change!.is).toContain("SM-9917");
    expect(change!.was).not.toContain("SM-9917");
    expect(others).toEqual([]);
    const seen = d.job.head;
    leak(d, "dry");
    const signs = { kind: "addendumSigned", addendum, name: "Imke Vos" } as const;
    expect(d.try({ ...signs, ...file(), head: seen })).toMatchObject({
      ok: false,
      error: expect.stringContaining("changed since you opened it") as string,
    });
    d.do({ ...signs, ...file(), head: d.job.head });
    expect(d.job.addenda[0]!.signed).toMatchObject({ name: "Imke Vos" });
    expect([openAddendum(d.job), isHandedOver(d.job)]).toEqual([undefined, true]);
    expect(
      d.try({ kind: "serialRecorded", unit, what: "serial", label: "Serial", text: "X", step: undefined }).ok,
    ).toBe(false);
  });

  it("an addendum is not signed while what it opened stands undone", () => {
    const d = handedOver();
    const addendum = ulidAt(853_000);
    d.do({ kind: "addendumOpened", addendum, why: "A step was marked by mistake" });
    const step = d.job.run!.steps.at(-1)!;
    d.do({ kind: "stepUndone", step: step.id, why: "Not shown yet" });
    const signs = { kind: "addendumSigned", addendum, name: "Imke Vos" } as const;
    expect(d.try({ ...signs, ...file(), head: d.job.head })).toMatchObject({
      ok: false,
      error: expect.stringContaining(step.title) as string,
    });
    d.do({ kind: "stepDone", step: step.id });
    expect(d.try({ ...signs, ...file(), head: d.job.head }).ok).toBe(true);
  });

  it("an addendum that was left open does not open the record of a later run", () => {
    const d = handedOver();
    d.do({ kind: "addendumOpened", addendum: ulidAt(854_000), why: "Left open" });
    found(d, "present");
    d.do({ kind: "runStarted" });
    sign(work(d));
    expect([isHandedOver(d.job), openAddendum(d.job)]).toEqual([true, undefined]);
    const unit = d.job.units[1]!.key;
    expect(
      d.try({ kind: "serialRecorded", unit, what: "serial", label: "Serial", text: "X", step: undefined }).ok,
    ).toBe(false);
  });

  it("a change names what is new, what differs and what is gone", () => {
    const d = handedOver();
    const before = reported(d);
    leak(d, "damp");
    expect(changesBetween(before, before)).toEqual([]);
    expect(changesBetween(before, reported(d))).toMatchObject([
      { what: "Leak check, Every joint", was: "", is: expect.stringContaining("Check") as string },
    ]);
    expect(changesBetween(reported(d), before)).toMatchObject([{ is: "" }]);
  });

  it("an addendum before the hand-over is refused: there is nothing signed yet", () =>
    expect(
      work(runOf(["PS-20"])).try({ kind: "addendumOpened", addendum: ulidAt(852_000), why: "Too early" }),
    ).toMatchObject({ ok: false, error: expect.stringContaining("not signed yet") as string }));
});

describe("follow-ups are open points, not readings that are missing", () => {
  it("the sample until it is entered, leak checks for 14 days; no reading is Unknown for them", () => {
    const d = handedOver();
    const is = () => followUpsOf(d.job, d.now).map((f) => f.is);
    expect(is()).toEqual(["sample", "leaks"]);
    expect(reported(d).followUps.map((f) => f.is)).toEqual(["sample", "leaks"]);
    expect(reported(d).readings.filter((r) => /sample|Leak/.test(r.label))).toEqual([]);
    d.now = sampleOf(d.job)!.from;
    found(d, "absent");
    expect(is()).toEqual(["leaks"]);
    d.now = leakChecksOf(d.job)!.until;
    expect(is()).toEqual([]);
  });

  it("a leak check is counted on its day; a drip opens the job until a newer look is dry", () => {
    const d = handedOver();
    leak(d, "dry");
    d.now += 3 * DAY;
    leak(d, "drops");
    const answered = () =>
      leakChecksOf(d.job)!
        .days.filter((x) => x.answer)
        .map((x) => x.day);
    expect(answered()).toEqual([1, 4]);
    expect(phaseOf(d.job)).toBe("run");
    expect(summarise(d.job, d.now, knowledge)).toMatchObject({
      rank: 0,
      next: "leak check: it leaks",
    });
    d.now += DAY;
    leak(d, "dry");
    expect([phaseOf(d.job), handOverBlockers(d.job)]).toEqual(["record", []]);
    // It is no reason to do the run anew.
    expect(d.try({ kind: "runStarted" }).ok).toBe(false);
  });
});

describe("bacteria present", () => {
  const d = handedOver();
  d.now = sampleOf(d.job)!.from;
  const signedBefore = d.job.signatures;
  const doneBefore = d.job.run!.steps.filter((s) => isFinished(d.job, s.id)).map((s) => s.id);

  it("opens a run in the same job: the way in is looked for, and everything behind the chamber done anew", () => {
    expect(d.try({ kind: "runStarted" }).ok).toBe(false);
    found(d, "present");
    d.now += DAY;
    d.do({ kind: "runStarted" });
    const open = d.job.run!.steps.filter((s) => !isFinished(d.job, s.id)).map((s) => s.id.split(".")[1]);
    expect(open.slice(0, 2)).toEqual(["boil", "wayIn"]);
    for (const id of ["dose", "reached", "contact", "residual", "flushOut", "proved", "sample"])
      expect(open).toContain(id);
    // Nothing else is asked again.
    const again = new Set(d.job.run!.steps.filter((s) => s.again).map((s) => s.id));
    for (const id of doneBefore) expect(isFinished(d.job, id)).toBe(!again.has(id));
  });

  it("lays the signed record aside, and the water behind the lamp is unproven again", () => {
    expect(isHandedOver(d.job)).toBe(false);
    expect(d.job.handOvers.map((h) => h.signatures)).toEqual([signedBefore]);
    expect(d.job.rig!.state.unproven.length).toBeGreaterThan(0);
    expect(sampleOf(d.job)).toBeUndefined();
    expect(signAs(d, "installer").ok).toBe(false);
    expect(summarise(d.job, d.now, knowledge).stops).toBe(0);
  });

  it("is worked to its end, signed anew, and has its own sample", () => {
    work(d);
    expect(handOverBlockers(d.job)).toEqual([]);
    sign(d);
    expect([isHandedOver(d.job), d.job.rig!.state.unproven]).toEqual([true, []]);
    const sample = sampleOf(d.job)!;
    expect(sample.result).toBeUndefined();
    expect(sample.from).toBeGreaterThan(d.now);
    d.now = sample.from;
    found(d, "absent");
    expect(sampleOf(d.job)!.result!.verdict.level).toBe("Good");
    expect(phaseOf(d.job)).toBe("record");
    expect(reported(d).handOvers).toHaveLength(1);
  });

  it("and a second time, should it be found again", () => {
    found(d, "present");
    d.do({ kind: "runStarted" });
    work(d);
    sign(d);
    expect(d.job.handOvers).toHaveLength(2);
    // The sample that was absent before is none of this run's.
    expect(sampleOf(d.job)!.result).toBeUndefined();
    expect(followUpsOf(d.job, d.now).map((f) => f.is)).toContain("sample");
  });

  it("the whole of it is in the log: read again it is the same job", () => {
    const again = jobFrom("job1", d.entries);
    expect(again).toEqual(d.job);
    const first = again.run!.steps.find((s) => s.proves === "uv")!;
    expect(statusOf(again, first, d.now)).toBe("done");
  });
});

describe("a newer design carried on behind a signed record", () => {
  it("lays the record aside: both sign what was added", () => {
    const d = sign(work(runOf(["PS-20"])));
    d.do({
      kind: "designChanged",
      units: [...d.job.units, { key: "u9", model: "RO-T5", parallel: 1 }],
      what: "Drinking water at the sink",
      seen: d.job.designSeq,
    });
    expect(isHandedOver(d.job)).toBe(true);
    for (const { verdict, at } of blockers(d))
      d.do({ kind: "verdictOverridden", at, rule: verdict.rule, why: "Agreed with the baker" });
    d.do({ kind: "designSigned", seen: d.job.designSeq });
    expect(isHandedOver(d.job)).toBe(true);
    d.do({ kind: "runCarriedOn", why: "The household wants an RO" });
    expect([isHandedOver(d.job), d.job.handOvers.length]).toEqual([false, 1]);
    expect(handOverBlockers(d.job).length).toBeGreaterThan(0);
  });
});
