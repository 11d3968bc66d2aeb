import { judgeJob } from "@/core/train";
import Papa from "papaparse";
import { describe, expect, it } from "vitest";
import { readingsCsv } from "@/phases/record/readingsCsv";
import { reportOf } from "@/phases/record/report";
import { packPdf } from "@/phases/record/PackPdf";
import { recordPdf } from "@/phases/record/RecordPdf";
import { stationsOf } from "@/phases/job/stations";
import { liveOf } from "@/phases/job/live";
import { draftBasis } from "@/core/record";
import { knowledge, running, ulidAt, work, type Desk } from "./desk";

const report = (d: Desk, profile: "us" | "metric" = "us") =>
  reportOf(d.job, knowledge, profile, "Europe/Amsterdam", d.now);

describe("the commissioning record", () => {
  it("shows a reading and what follows from it in the reader's units, in whichever it was typed", () => {
    const d = running().do({
      kind: "readingTaken",
      reading: ulidAt(60),
      reads: "trainLoss",
      place: "Train",
      when: "after",
      values: { before: "56 psi", after: "54.3", flow: "4 gpm" },
      profile: "us",
    });
    const [us, metric] = [report(d).readings[0]!, report(d, "metric").readings[0]!];
    expect(us.values).toBe("Before the train 56 psi, After the train 54.3 psi, At a flow of 4 gpm");
    expect(us.derived).toMatch(/^Loss 1.7 psi, Predicted [\d.]+ psi$/);
    expect(metric.values).toBe("Before the train 386 kPa, After the train 374 kPa, At a flow of 15.1 L/min");
  });

  it("strikes what was corrected, and says why, beside what corrects it", () => {
    const take = {
      kind: "readingTaken",
      reads: "hardness",
      place: "Tap",
      when: "after",
      profile: "metric",
    } as const;
    const d = running()
      .do({ ...take, reading: ulidAt(61), values: { in: "377", out: "200" } })
      .do({
        ...take,
        reading: ulidAt(62),
        values: { in: "377", out: "12" },
        supersedes: ulidAt(61),
        why: "Strip held too long",
      });
    const [first, second] = report(d).readings;
    expect(first).toMatchObject({ superseded: true, level: "Stop", note: "corrected later" });
    expect(second).toMatchObject({
      superseded: false,
      level: "Good",
      note: expect.stringContaining("Strip held too long") as string,
    });
  });

  it("has a line for every step with who and when, and why it was skipped", () => {
    const d = work(running(), "site.pressureBefore").do({
      kind: "stepSkipped",
      step: "site.pressureBefore",
      why: "Gauge broken",
    });
    const { steps } = report(d);
    expect(steps).toHaveLength(d.job.run!.steps.length);
    expect(steps.find((s) => s.id === "site.boxes")).toMatchObject({
      state: "done",
      who: "Imke Vos",
      at: expect.stringMatching(/^25 Nov 2026, \d\d:\d\d$/) as string,
    });
    expect(steps.find((s) => s.id === "site.pressureBefore")).toMatchObject({
      state: "skipped",
      note: "Gauge broken",
    });
    expect(steps.at(-1)).toMatchObject({ state: "open", who: "" });
  });

  it("gives every unit its numbers and its service", () => {
    const d = work(running());
    for (const u of report(d).units) {
      expect(u.serials.length, u.code).toBeGreaterThan(0);
      expect(u.service.length, u.code).toBeGreaterThan(0);
    }
    expect(report(d).cautionsGiven.length).toBeGreaterThan(5);
  });

  it("exports readings that a spreadsheet reads back and cannot run", () => {
    const d = running().do({
      kind: "readingTaken",
      reading: ulidAt(63),
      reads: "clarity",
      place: '=HYPERLINK("x")',
      when: "after",
      values: { look: "clear" },
      profile: "us",
    });
    const rows = Papa.parse<string[]>(readingsCsv(report(d))).data;
    expect(rows[0]).toEqual([
      "reading",
      "place",
      "before or after",
      "values",
      "computed",
      "verdict",
      "reason",
      "note",
      "who",
      "when",
      "corrected later",
    ]);
    expect(rows[1]![1]).toBe('\'=HYPERLINK("x")');
    expect(rows).toHaveLength(2);
  });

  it("prints on both papers, and packs two pages for the household", async () => {
    const d = work(running());
    const input = {
      job: d.job,
      report: report(d),
      company: "Saltmarsh Water Fitters",
      reached: { phone: "+00 555 0100", line: "+00 555 0100 · Ferry Landing 1" },
      zone: "Europe/Amsterdam",
      signatures: {},
      photos: [],
      printed: d.now,
      canPassBy: true,
    };
    const size = (pdf: Buffer) =>
      /MediaBox\s*\[\s*0 0 ([\d.]+) ([\d.]+)/.exec(pdf.toString("latin1"))!.slice(1, 3).map(Number);
    expect(size(await recordPdf({ ...input, paper: "A4" })).map(Math.round)).toEqual([595, 842]);
    expect(size(await recordPdf({ ...input, paper: "LETTER" }))).toEqual([612, 792]);
    const structure = (await recordPdf({ ...input, paper: "A4" })).toString("latin1");
    expect(structure).toMatch(/\/MarkInfo/);
    const elements = [...structure.matchAll(/\/S \/(H1|H2|Table|TH|TD)\b/g)].map((m) => m[1]!);
    expect(elements.filter((e) => e === "H1")).toHaveLength(1);
    // Readings and steps have heads of four columns each.
    expect(elements.filter((e) => e === "TH").length).toBeGreaterThanOrEqual(8);
    expect(elements.filter((e) => e === "TD").length).toBeGreaterThan(40);
    expect(
      (await packPdf({ ...input, paper: "A4" })).toString("latin1").match(/\/Type \/Page\b(?!s)/g),
    ).toHaveLength(2);
  }, 30_000);
});

describe("the Line of a job", () => {
  const line = (d: Desk) => stationsOf(d.job, judgeJob(draftBasis(d.job), knowledge), "run", d.now, "us");
  it("goes from the main through every unit to the house", () => {
    expect(line(running()).map((s) => s.name)).toEqual(["Main", "CT-1354", "SF-150", "RO-T5", "House"]);
    expect(line(running()).map((s) => s.markOut)).toEqual([
      "raw",
      "filtered",
      "softened",
      "permeate",
      "softened",
    ]);
  });

  it("shows a unit dry, soaking with its level, flushing, wet and in service", () => {
    const d = work(running(), "a.soak");
    expect(liveOf(d.job, "a", d.now)).toMatchObject({ state: "dry" });
    d.do({ kind: "clockStarted", step: "a.soak" });
    expect(liveOf(d.job, "a", d.now + 12 * 3_600_000)).toMatchObject({ state: "soaking", soaked: 0.25 });
    d.now += 48 * 3_600_000;
    d.do({ kind: "stepDone", step: "a.soak" });
    expect(liveOf(d.job, "a", d.now)).toMatchObject({ state: "wet", soaked: 1 });
    work(d, "a.reverse");
    d.do({ kind: "clockStarted", step: "a.reverse" });
    expect(liveOf(d.job, "a", d.now)).toMatchObject({ state: "flushing" });
    d.now += 5 * 60_000;
    work(d);
    expect(liveOf(d.job, "a", d.now)).toMatchObject({ state: "in service" });
    expect(liveOf(d.job, "nobody", d.now)).toEqual({});
  });
});
