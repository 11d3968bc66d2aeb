import { handOverBlockers, phaseOf } from "@/core/job";
import { intentSchema } from "@/core/log";
import { describe, expect, it } from "vitest";
import { summarise } from "@/core/record";
import {
  designed,
  Desk,
  knowledge,
  opened,
  running,
  signedDesign,
  surveyed,
  ulidAt,
  work,
  type Wish,
} from "./desk";

const finished = () => work(running());
const sign = (d: Desk, as: "installer" | "householder", head = d.job.head): Wish => ({
  kind: "signed",
  as,
  name: as === "installer" ? "Imke Vos" : "The baker",
  file: ulidAt(as === "installer" ? 51 : 52),
  sha256: "a".repeat(64),
  head,
});
const firstHold = "site.tell";
const u = (over = {}) => ({ key: "a", model: "CT-1354", parallel: 1, ...over });

/**
 * What is asked, of a job in which state, and the words of the refusal. Every one of them must leave the
 * log as it was.
 */
const refusals: readonly (readonly [string, () => Desk, (d: Desk) => Wish, RegExp])[] = [
  [
    "opening a job twice",
    opened,
    () => ({ kind: "jobOpened", name: "Again", place: "Here", about: "" }),
    /open already/,
  ],
  ["anything of a job that is not there", () => new Desk(), () => ({ kind: "runStarted" }), /no such job/],
  [
    "an answer to no question",
    opened,
    () => ({ kind: "surveyAnswered", field: "source.colour", text: "blue", profile: "us" }),
    /does not ask/,
  ],
  [
    "a choice that is not offered",
    opened,
    () => ({ kind: "surveyAnswered", field: "source.kind", text: "cloud", profile: "us" }),
    /answers offered/,
  ],
  [
    "half a fixture",
    opened,
    () => ({ kind: "surveyAnswered", field: "fixture.toilet", text: "1.5", profile: "us" }),
    /whole number/,
  ],
  [
    "a pressure below nothing",
    opened,
    () => ({ kind: "surveyAnswered", field: "source.static", text: "-5 psi", profile: "us" }),
    /below zero/,
  ],
  [
    "a unit that nobody makes",
    surveyed,
    (d) => ({ kind: "designChanged", units: [u({ model: "ZZ-9" })], what: "?", seen: d.job.designSeq }),
    /not in the catalogue/,
  ],
  [
    "more units than a rig holds",
    opened,
    (d) => ({
      kind: "designChanged",
      units: ["a", "b", "c", "d"].map((key) => u({ key, parallel: key === "d" ? 3 : 6 })),
      what: "?",
      seen: d.job.designSeq,
    }),
    /21 units, .* at most 20/,
  ],
  [
    "two units under one key",
    surveyed,
    (d) => ({ kind: "designChanged", units: [u(), u()], what: "?", seen: d.job.designSeq }),
    /same key/,
  ],
  [
    "a design drawn on old facts",
    surveyed,
    (d) => ({ kind: "designChanged", units: [u()], what: "?", seen: d.job.designSeq - 1 }),
    /changed this job meanwhile/,
  ],
  [
    "signing no design",
    surveyed,
    (d) => ({ kind: "designSigned", seen: d.job.designSeq }),
    /Choose the units/,
  ],
  [
    "signing over what is not settled",
    () => {
      const d = opened();
      return d.do({ kind: "designChanged", units: [u()], what: "+", seen: d.job.designSeq });
    },
    (d) => ({ kind: "designSigned", seen: d.job.designSeq }),
    /Stop or Unknown/,
  ],
  [
    "overriding a judgement that is not there",
    designed,
    () => ({ kind: "verdictOverridden", at: "a", rule: "no-such-rule", why: "Because" }),
    /no longer stands/,
  ],
  [
    "overriding what is Good",
    designed,
    () => ({ kind: "verdictOverridden", at: "b", rule: "softener-interval", why: "Because" }),
    /nothing to override/,
  ],
  [
    "withdrawing an override that is not there",
    designed,
    () => ({ kind: "overrideWithdrawn", at: "a", rule: "carbon-load" }),
    /no override/,
  ],
  ["starting a run without a signed design", designed, () => ({ kind: "runStarted" }), /Sign the design/],
  ["starting a run twice", running, () => ({ kind: "runStarted" }), /started already/],
  [
    "a step of another recipe",
    running,
    () => ({ kind: "stepDone", step: "z.nothing" }),
    /not part of the run/,
  ],
  ["a step before its turn", running, () => ({ kind: "stepDone", step: "a.join" }), /^First: /],
  [
    "skipping a hold",
    running,
    () => ({ kind: "stepSkipped", step: firstHold, why: "No time" }),
    /hold cannot be skipped/,
  ],
  [
    "skipping what proves the water",
    running,
    () => ({ kind: "stepSkipped", step: "c.discard", why: "No time" }),
    /cannot be skipped/,
  ],
  [
    "undoing what was not done",
    running,
    () => ({ kind: "stepUndone", step: "site.boxes", why: "A slip" }),
    /not finished/,
  ],
  [
    "undoing what others rest on",
    () => work(running(), "site.tell"),
    () => ({ kind: "stepUndone", step: "site.boxes", why: "A slip" }),
    /undo that first/,
  ],
  [
    "a clock before what it waits for",
    running,
    () => ({ kind: "clockStarted", step: "a.trickle" }),
    /^First: /,
  ],
  [
    "pausing a clock that does not run",
    running,
    () => ({ kind: "clockPaused", step: "a.soak" }),
    /not running/,
  ],
  [
    "restarting a clock that does not run",
    running,
    () => ({ kind: "clockRestarted", step: "a.soak", why: "Opened" }),
    /not running/,
  ],
  [
    "keeping a soak that does not run",
    running,
    () => ({ kind: "soakKept", step: "a.soak", why: "Opened" }),
    /No soak/,
  ],
  [
    "discards where there are none",
    running,
    () => ({ kind: "cycleCounted", step: "site.boxes", cycle: 1 }),
    /no discards/,
  ],
  [
    "discards counted past one another",
    running,
    () => ({ kind: "cycleCounted", step: "c.discard", cycle: 2 }),
    /one by one/,
  ],
  [
    "a reading of no kind",
    running,
    () => ({
      kind: "readingTaken",
      reading: ulidAt(70),
      reads: "mood",
      place: "Tap",
      when: "after",
      values: {},
      profile: "us",
    }),
    /not known/,
  ],
  [
    "a reading of a step that is not there",
    running,
    () => ({
      kind: "readingTaken",
      reading: ulidAt(70),
      reads: "clarity",
      step: "z.nothing",
      place: "Tap",
      when: "after",
      values: { look: "clear" },
      profile: "us",
    }),
    /not part of the run/,
  ],
  [
    "correcting a reading that is not there",
    running,
    () => ({
      kind: "readingTaken",
      reading: ulidAt(70),
      reads: "clarity",
      place: "Tap",
      when: "after",
      values: { look: "clear" },
      supersedes: ulidAt(71),
      why: "Misread",
      profile: "us",
    }),
    /not here/,
  ],
  [
    "overriding a reading that is not there",
    running,
    () => ({ kind: "readingOverridden", reading: ulidAt(72), why: "Because" }),
    /no such reading/,
  ],
  [
    "a serial of a unit that is not there",
    running,
    () => ({ kind: "serialRecorded", unit: "z", what: "serial", label: "Serial", text: "1" }),
    /not in the design/,
  ],
  [
    "taking away a photo that is not there",
    running,
    () => ({ kind: "photoRemoved", file: ulidAt(73), why: "Blurred" }),
    /gone already/,
  ],
  [
    "closing a point that is not open",
    running,
    () => ({ kind: "openPointClosed", point: ulidAt(74), how: "Settled" }),
    /closed already/,
  ],
  [
    "hours without water that end before they begin",
    running,
    () => ({ kind: "waterOffAgreed", from: "2026-11-25T12:00:00.000Z", to: "2026-11-25T11:00:00.000Z" }),
    /comes back before it goes off/,
  ],
  [
    "hours without water of a week",
    running,
    () => ({ kind: "waterOffAgreed", from: "2026-11-25T12:00:00.000Z", to: "2026-12-02T12:00:00.000Z" }),
    /three days/,
  ],
  [
    "taking back a turn that was not made",
    running,
    () => ({ kind: "turnTakenBack", turn: 1 }),
    /no such turn/,
  ],
  [
    "a visit that ends before it begins",
    running,
    () => ({
      kind: "visitPlanned",
      visit: ulidAt(75),
      from: "2026-11-25T10:00:00.000Z",
      to: "2026-11-25T09:00:00.000Z",
      person: { id: "p", name: "Tobias Rell" },
      what: "Rinse",
    }),
    /ends after it begins/,
  ],
  [
    "cancelling a visit that is not planned",
    running,
    () => ({ kind: "visitCancelled", visit: ulidAt(76), why: "Ill" }),
    /no such visit/,
  ],
  ["signing before the work is done", running, (d) => sign(d, "installer"), /Hand-over is blocked/],
  ["the householder before the installer", finished, (d) => sign(d, "householder"), /installer signs first/],
  [
    "signing what was not read",
    finished,
    (d) => sign(d, "installer", "b".repeat(64)),
    /changed since you opened it/,
  ],
  [
    "signing twice",
    () => {
      const d = finished();
      return d.do(sign(d, "installer"));
    },
    (d) => sign(d, "installer"),
    /Signed already/,
  ],
  [
    "signing a job that is handed over",
    () => {
      const d = finished();
      d.do(sign(d, "installer"));
      return d.do(sign(d, "householder"));
    },
    (d) => sign(d, "householder"),
    /signed already/,
  ],
];

describe("what a job refuses", () => {
  it.each(refusals)("%s", (_, make, wish, words) => {
    const d = make();
    const before = d.entries.length;
    const decision = d.try(wish(d));
    expect(decision.ok).toBe(false);
    if (!decision.ok) expect(decision.error).toMatch(words);
    expect(d.entries).toHaveLength(before);
  });
});

/** Intents as an old or hostile client may write them. */
const strange: readonly (readonly [string, unknown])[] = [
  ["no kind", { id: ulidAt(1) }],
  ["an unknown kind", { kind: "everythingDone", id: ulidAt(1) }],
  ["an id that is no ulid", { kind: "runStarted", id: "1" }],
  ["a member that was not asked for", { kind: "runStarted", id: ulidAt(1), by: "the owner" }],
  ["a reason of two letters", { kind: "stepSkipped", id: ulidAt(1), step: "a.b", why: "no" }],
  ["thirty discards at once", { kind: "cycleCounted", id: ulidAt(1), step: "a.b", cycle: 30 }],
  [
    "seven units side by side",
    { kind: "designChanged", id: ulidAt(1), units: [u({ parallel: 7 })], what: "+", seen: 1 },
  ],
  [
    "a salt setting that no table has",
    { kind: "designChanged", id: ulidAt(1), units: [u({ saltLbPerFt3: 20 })], what: "+", seen: 1 },
  ],
  ["a time that is none", { kind: "runStarted", id: ulidAt(1), claimed: "yesterday" }],
  ["a hash that is none", { kind: "photoAdded", id: ulidAt(1), file: ulidAt(2), sha256: "abc", caption: "" }],
  [
    "ten kilobytes of answer and more",
    {
      kind: "surveyAnswered",
      id: ulidAt(1),
      field: "source.static",
      text: "9".repeat(13_000),
      profile: "us",
    },
  ],
];
describe("intents that are not even read", () => {
  it.each(strange)("%s", (_, intent) => expect(intentSchema.safeParse(intent).success).toBe(false));
});

describe("where a job stands", () => {
  const stand = (d: Desk) => {
    const s = summarise(d.job, d.now, knowledge);
    return { phase: phaseOf(d.job), next: s.next, level: s.level, rank: s.rank };
  };
  it("says what is next, from the first answer to the signatures", () => {
    expect(stand(opened())).toMatchObject({
      phase: "site",
      level: "Unknown",
      next: expect.stringMatching(/answers missing/) as string,
    });
    expect(stand(designed())).toMatchObject({ phase: "train", rank: 2 });
    expect(stand(signedDesign())).toMatchObject({ phase: "run", next: "Start the run" });
    expect(stand(running())).toMatchObject({
      phase: "run",
      next: "Check every box before water goes off",
      rank: 1,
    });
    expect(stand(finished())).toMatchObject({ phase: "record", next: "Sign the record" });
    const d = finished();
    d.do(sign(d, "installer")).do(sign(d, "householder"));
    expect(stand(d)).toMatchObject({ phase: "record", next: "Handed over", rank: 9 });
    expect(handOverBlockers(d.job)).toEqual([]);
  });

  it("puts a Stop reading before everything else, until it is overridden with a reason", () => {
    const d = finished();
    d.do({
      kind: "readingTaken",
      reading: ulidAt(80),
      reads: "hardness",
      place: "Tap",
      when: "after",
      values: { in: "377", out: "100" },
      profile: "metric",
    });
    expect(stand(d)).toMatchObject({ level: "Stop", rank: 0 });
    expect(d.try({ kind: "readingOverridden", reading: ulidAt(80), why: "Blended on purpose" }).ok).toBe(
      true,
    );
    expect(stand(d)).toMatchObject({ next: "Sign the record" });
  });

  it("shows a dry house as time without end until water is back, then from when to when", () => {
    const d = work(running(), "site.restore");
    const off = () => summarise(d.job, d.now, knowledge).strip.filter((s) => s.kind === "off");
    expect(off()).toMatchObject([{ title: "House dry", paused: true }]);
    expect(Date.parse(off()[0]!.to)).toBeGreaterThan(d.now);
    work(d, "site.order");
    const back = d.job.rig!.supply.find((s, i, all) => all[i - 1]?.is === "off")!;
    expect(off()).toMatchObject([{ paused: false, to: new Date(back.at).toISOString() }]);
  });

  it("shows running clocks and visits as a strip, and a paused flow as paused", () => {
    const d = work(running(), "a.soak").do({ kind: "clockStarted", step: "a.soak" });
    d.do({
      kind: "visitPlanned",
      visit: ulidAt(90),
      from: new Date(d.now).toISOString(),
      to: new Date(d.now + 7_200_000).toISOString(),
      person: { id: "t", name: "Tobias Rell" },
      what: "Cut and bypass",
    });
    const strip = summarise(d.job, d.now, knowledge).strip;
    expect(strip.map((s) => s.kind).sort()).toEqual(["soak", "visit"]);
    expect(strip.find((s) => s.kind === "soak")).toMatchObject({
      who: "Tobias Rell",
      to: new Date(d.now + 48 * 3_600_000).toISOString(),
      paused: false,
    });
    d.do({ kind: "visitCancelled", visit: ulidAt(90), why: "Ill" });
    expect(summarise(d.job, d.now, knowledge).strip.map((s) => s.kind)).toEqual(["soak"]);
  });
});
