import { blockerSaid, handOverBlockers, nextStep, phaseOf, stepState, whyNotFinish } from "../job";
import type { Intent } from "../log";
import { readAnswer } from "../site";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  designed,
  Desk,
  knowledge,
  MIN,
  opened,
  running,
  sha256,
  signedDesign,
  surveyed,
  ulidAt,
  work,
} from "../../../tests/unit/desk";
import { canonicalJson, signingBlockers, verifyChain } from ".";

describe("the chain", () => {
  const entries = surveyed().entries;
  it("holds, with hashes that anyone can compute from RFC 8785 and SHA-256", () => {
    expect(verifyChain(entries, sha256)).toEqual([]);
    const { hash, ...rest } = entries[3]!;
    expect(sha256(canonicalJson(rest))).toBe(hash);
    expect(entries[0]!.previous).toBe("0".repeat(64));
    expect(canonicalJson({ b: 1, a: [1e21, "é"] })).toBe('{"a":[1e+21,"é"],"b":1}');
  });
  it("names the entry that was changed, dropped, swapped or forged, wherever it is", () => {
    fc.assert(
      fc.property(
        fc.nat(entries.length - 1),
        fc.constantFrom("change", "drop", "swap", "author"),
        (i, how) => {
          const bad = JSON.parse(JSON.stringify(entries)) as Record<string, unknown>[];
          if (how === "change") bad[i]!.at = "2020-01-01T00:00:00.000Z";
          if (how === "author") (bad[i]!.by as { name: string }).name = "Someone else";
          if (how === "drop") bad.splice(i, 1);
          if (how === "swap") bad.reverse();
          const faults = verifyChain(bad, sha256);
          // Dropping the last entry leaves a shorter, whole chain: only a printed head hash can show that.
          return how === "drop" && i === entries.length - 1
            ? faults.length === 0
            : faults.length > 0 && (how === "swap" || faults[0]!.seq === i + 1);
        },
      ),
    );
  });
  it("survives nonsense", () => {
    fc.assert(
      fc.property(
        fc.array(fc.anything(), { minLength: 1, maxLength: 5 }),
        (anything) => verifyChain(anything, sha256).length > 0,
      ),
    );
  });
});

describe("survey and design", () => {
  it("keeps what was written and what was understood, and clears on empty text", () => {
    const d = surveyed();
    expect(d.job.answers["source.static"]).toMatchObject({ text: "58 psi", measured: { is: "value" } });
    d.answer({ "source.static": "" });
    expect(d.job.answers["source.static"]).toBeUndefined();
  });
  it("refuses nonsense beside its field", () => {
    const d = opened();
    for (const text of ["3//4", "-5 psi", "1e99", "x".repeat(10_240)])
      expect(d.try({ kind: "surveyAnswered", field: "source.static", text, profile: "us" })).toMatchObject({
        ok: false,
        field: "source.static",
      });
    expect(d.try({ kind: "surveyAnswered", field: "nothing", text: "1", profile: "us" })).toMatchObject({
      ok: false,
    });
    expect(readAnswer(knowledge.fields.get("household.persons")!, "2.5", "us")).toMatchObject({ ok: false });
    expect(readAnswer(knowledge.fields.get("hours.from")!, "25:00", "us")).toMatchObject({ ok: false });
  });
  it("does not sign over a Stop or an Unknown without a written reason", () => {
    const d = opened().answer({ "source.kind": "municipal" });
    d.do({
      kind: "designChanged",
      units: [{ key: "a", model: "SF-150", parallel: 1 }],
      what: "Softener",
      seen: d.job.designSeq,
    });
    expect(d.try({ kind: "designSigned", seen: d.job.designSeq })).toMatchObject({ ok: false });
    expect(signingBlockers(d.job, knowledge).length).toBeGreaterThan(0);
  });
  it("refuses a stale form and loses nothing of it", () => {
    const d = designed();
    const seen = d.job.designSeq;
    d.answer({ "water.tds": "300" });
    expect(d.try({ kind: "designSigned", seen })).toMatchObject({
      ok: false,
      error: expect.stringContaining("meanwhile") as string,
    });
  });
  it("freezes a signed design and starts the run from it", () => {
    const d = signedDesign();
    const frozen = d.job.revisions[0]!;
    d.do({ kind: "designChanged", units: [], what: "Emptied", seen: d.job.designSeq });
    expect(d.job.revisions[0]).toEqual(frozen);
    d.do({ kind: "runStarted" });
    expect(d.job.run!.steps.some((s) => s.unitName === "RO-T5")).toBe(true);
    expect(d.try({ kind: "runStarted" })).toMatchObject({ ok: false });
  });
});

describe("the run", () => {
  it("never finishes a soak early, and not by pausing it", () => {
    const d = work(running(), "a.soak");
    expect(nextStep(d.job, d.now)!.id).toBe("a.soak");
    d.do({ kind: "clockStarted", step: "a.soak" });
    d.now += 48 * 60 * MIN - 1;
    expect(d.try({ kind: "stepDone", step: "a.soak" })).toMatchObject({ ok: false });
    expect(d.try({ kind: "clockPaused", step: "a.soak" })).toMatchObject({ ok: false });
    d.now += 1;
    expect(d.try({ kind: "stepDone", step: "a.soak" }).ok).toBe(true);
  });
  it("does other work while the soak stands", () => {
    const d = work(running(), "a.soak").do({ kind: "clockStarted", step: "a.soak" });
    expect(nextStep(d.job, d.now)!.id).toBe("site.heaterOffElectric");
  });
  it("holds hold: nothing after one starts, and it is not skipped", () => {
    const d = work(running(), "site.tell");
    expect(d.try({ kind: "stepSkipped", step: "site.tell", why: "In a hurry" })).toMatchObject({
      ok: false,
      error: expect.stringContaining("hold") as string,
    });
    expect(d.try({ kind: "stepDone", step: "a.fillHose" })).toMatchObject({ ok: false });
    expect(d.try({ kind: "clockStarted", step: "a.soak" })).toMatchObject({ ok: false });
  });
  it("asks for the flow before the trickle counts, and corrects it by superseding", () => {
    const d = work(running(), "a.trickle");
    d.do({ kind: "clockStarted", step: "a.trickle" });
    const take = (
      reading: string,
      time: string,
      more: Partial<Extract<Intent, { kind: "readingTaken" }>> = {},
    ) =>
      d.do({
        kind: "readingTaken",
        reading,
        reads: "timedFlow",
        step: "a.trickle",
        place: "Hose end",
        when: "after",
        values: { volume: "10 L", time },
        profile: "metric",
        ...more,
      });
    take(ulidAt(1), "60 s");
    expect(d.job.readings.at(-1)!.verdict.level).toBe("Stop");
    d.now += 40 * MIN;
    expect(
      whyNotFinish(
        d.job,
        d.job.run!.steps.find((s) => s.id === "a.trickle")!,
        d.now,
      ),
    ).toBe("Its time has not run yet");
    expect(
      d.try({
        kind: "readingTaken",
        reading: ulidAt(2),
        reads: "timedFlow",
        step: "a.trickle",
        place: "Hose end",
        when: "after",
        values: { volume: "10 L", time: "5 min" },
        profile: "metric",
        supersedes: ulidAt(1),
      }),
    ).toMatchObject({ ok: false, field: "why" });
    take(ulidAt(2), "5 min", { supersedes: ulidAt(1), why: "Handle closed further" });
    expect(d.job.readings.map((r) => r.supersededBy !== undefined)).toEqual(
      expect.arrayContaining([true, false]),
    );
    d.now += 45 * MIN;
    const glass = (look: string, n: number) =>
      d.do({
        kind: "readingTaken",
        reading: ulidAt(n),
        reads: "clarity",
        step: "a.trickle",
        place: "Hose end",
        when: "after",
        values: { look },
        profile: "metric",
      });
    const finish = () => d.try({ kind: "stepDone", step: "a.trickle" });
    expect(finish()).toMatchObject({ ok: false, error: "Take the reading first" });
    glass("grey", 3);
    expect(finish()).toMatchObject({ ok: false, error: expect.stringContaining("another glass") as string });
    glass("clear", 4);
    expect(finish().ok).toBe(true);
  });
  it("takes a step finished by two people as finished once, by the first", () => {
    const d = running().do({ kind: "stepDone", step: "site.boxes" });
    const first = stepState(d.job, "site.boxes").done;
    d.now += MIN;
    expect(d.try({ kind: "stepDone", step: "site.boxes" }).ok).toBe(true);
    expect(stepState(d.job, "site.boxes").done).toEqual(first);
  });
  it("undoes by a new entry, and not what later steps rest on", () => {
    const d = running()
      .do({ kind: "stepDone", step: "site.boxes" })
      .do({ kind: "stepDone", step: "site.route" });
    expect(d.try({ kind: "stepUndone", step: "site.boxes", why: "Pressed by mistake" })).toMatchObject({
      ok: false,
    });
    const before = d.entries.length;
    d.do({ kind: "stepUndone", step: "site.route", why: "Pressed by mistake" });
    expect(d.entries.length).toBe(before + 1);
    expect(stepState(d.job, "site.route").done).toBeUndefined();
  });
  it("counts one discard once, even from two phones", () => {
    const d = work(running(), "c.discard");
    d.do({ kind: "cycleCounted", step: "c.discard", cycle: 1 }).do({
      kind: "cycleCounted",
      step: "c.discard",
      cycle: 1,
    });
    expect(stepState(d.job, "c.discard").cycles).toBe(1);
    expect(d.try({ kind: "stepDone", step: "c.discard" })).toMatchObject({
      ok: false,
      error: "1 more to fill and discard",
    });
    expect(d.try({ kind: "cycleCounted", step: "c.discard", cycle: 3 })).toMatchObject({ ok: false });
  });
  it("refuses reading values that say nothing, beside each", () => {
    const d = work(running(), "site.pressureBefore");
    expect(
      d.try({
        kind: "readingTaken",
        reading: ulidAt(7),
        reads: "staticPressure",
        step: "site.pressureBefore",
        place: "Main",
        when: "before",
        values: { pressure: "-5 psi" },
        profile: "us",
      }),
    ).toMatchObject({ ok: false, fields: { pressure: expect.stringContaining("below zero") as string } });
  });
});

describe("hand-over", () => {
  const sign = (d: Desk, as: "installer" | "householder", head = d.job.head) =>
    d.try({
      kind: "signed",
      as,
      name: "T. Rell",
      file: ulidAt(as === "installer" ? 51 : 52),
      sha256: "a".repeat(64),
      head,
    });

  it("is blocked at the start with a reason and a link for each step, and open at the end", () => {
    const d = running();
    expect(handOverBlockers(d.job).length).toBe(d.job.run!.steps.length);
    expect(sign(d, "installer")).toMatchObject({ ok: false });
    work(d);
    expect(handOverBlockers(d.job)).toEqual([]);
    expect(sign(d, "householder")).toMatchObject({ ok: false });
    expect(sign(d, "installer", "b".repeat(64))).toMatchObject({
      ok: false,
      error: expect.stringContaining("changed") as string,
    });
    expect(sign(d, "installer").ok).toBe(true);
    expect(sign(d, "installer")).toMatchObject({ ok: false });
    expect(sign(d, "householder").ok).toBe(true);
    expect(phaseOf(d.job)).toBe("record");
    expect(verifyChain(d.entries, sha256)).toEqual([]);
  });
  it("is blocked by a Stop reading until it is corrected or overridden with a reason", () => {
    const d = work(running());
    d.do({
      kind: "readingTaken",
      reading: ulidAt(99),
      reads: "hardness",
      place: "Tap",
      when: "after",
      values: { in: "377", out: "90" },
      profile: "metric",
    });
    expect(handOverBlockers(d.job)).toMatchObject([{ is: "reading", reading: ulidAt(99) }]);
    d.do({ kind: "readingOverridden", reading: ulidAt(99), why: "Blended on purpose for the dough" });
    expect(handOverBlockers(d.job)).toEqual([]);
  });
  it("is blocked while UV is unproven", () => {
    const d = surveyed();
    d.do({
      kind: "designChanged",
      units: [{ key: "a", model: "UV-45", parallel: 1 }],
      what: "UV",
      seen: d.job.designSeq,
    });
    for (const { at, verdict } of signingBlockers(d.job, knowledge))
      d.do({ kind: "verdictOverridden", at, rule: verdict.rule, why: "Test bench" });
    d.do({ kind: "designSigned", seen: d.job.designSeq }).do({ kind: "runStarted" });
    expect(
      handOverBlockers(d.job).filter((b) => blockerSaid(b, "us").startsWith("UV is unproven")).length,
    ).toBeGreaterThan(3);
  });
});
