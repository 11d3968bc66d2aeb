import { describe, expect, it } from "vitest";
import { logKinds } from "@/core/log";
import { summarise, wordsOf } from "@/core/record";
import { finderOver, soughtWords } from "@/core/words";
import { historyOf, tellings } from "@/phases/job/history";
import { choiceOf, jobsAsked, narrowings, queryOf } from "@/phases/jobs/asked";
import { jobsCsv, type RowShown } from "@/phases/jobs/listed";
import { heldBy } from "@/phases/recall/held";
import { designed, Desk, imke, knowledge, opened, runOf, surveyed, work } from "./desk";

const summary = (d: Desk) => summarise(d.job, d.now, knowledge);

describe("a job that is closed", () => {
  const closed = () => designed().do({ kind: "jobClosed", as: "lost", why: "Somebody was cheaper" });

  it("needs nobody, and takes nothing until it is opened again", () => {
    const d = closed();
    expect(summary(d)).toMatchObject({
      ...{ rank: 9, life: "lost", next: "Closed as lost", detail: "Somebody was cheaper", stops: 0 },
      ...{ points: [], strip: [] },
    });
    for (const wish of [
      { kind: "surveyAnswered", field: "source.static", text: "58 psi", profile: "us" },
      { kind: "jobClosed", as: "done", why: "Twice" },
      { kind: "jobRenamed", name: "Other", place: "There", about: "" },
    ] as const)
      expect(d.try(wish)).toMatchObject({ ok: false, error: expect.stringContaining("is closed") as string });
    d.do({ kind: "jobReopened", why: "They called back" });
    expect(summary(d).life).toBe("open");
    d.do({ kind: "jobRenamed", name: "Mill", place: "Mill Lane", about: "The old one" });
    expect(d.job).toMatchObject({
      name: "Mill",
      place: "Mill Lane",
      about: "The old one",
    });
  });

  it("is not opened where it is open", () => {
    expect(designed().try({ kind: "jobReopened", why: "For nothing" })).toMatchObject({
      error: "It is open",
    });
  });
});

describe("what comes before the work", () => {
  it("is offered, accepted, ordered: the last word counts, and the list has it", () => {
    const d = opened().do({ kind: "offerMoved", is: "offered", on: "2026-11-20", note: "" });
    d.do({ kind: "offerMoved", is: "ordered", on: "2026-11-24", note: "tank on Tuesday" });
    expect(d.job.offer).toMatchObject({ is: "ordered", on: "2026-11-24", note: "tank on Tuesday", by: imke });
    expect(summary(d).offer).toBe("ordered");
  });
});

describe("a copy", () => {
  const from = designed().job;
  const wish = {
    kind: "jobCopied",
    from: { id: from.id, name: from.name },
    answers: from.answers,
    units: from.units,
  } as const;

  it("begins with survey and design of the other, and says whose", () => {
    const d = opened(new Desk(knowledge, "job2", "The bakery's twin")).do(wish);
    expect(d.job).toMatchObject({
      copiedFrom: { name: "Pell Lane bakery" },
      answers: from.answers,
      units: from.units,
    });
    expect(d.job.revisions).toEqual([]);
    expect(d.job.answered["source.static"]).toMatchObject({ by: imke });
    expect(d.job.designSeq).toBe(2);
  });

  it("is taken by a new job alone, of units that the catalogue has and questions that are asked", () => {
    expect(surveyed().try(wish)).toMatchObject({ ok: false });
    const strange = { ...wish, units: [{ key: "u1", model: "XX-1", parallel: 1 }] };
    expect(opened().try(strange)).toMatchObject({ error: "XX-1 is not in the catalogue" });
    const d = opened().do({ ...wish, answers: { ...from.answers, "water.moonlight": { text: "much" } } });
    expect(d.job.answers).toEqual(from.answers);
  });
});

describe("what a job is found by", () => {
  it("names its units, their families, its people and its numbers", () => {
    const d = work(runOf(["SF-150"])).do({
      kind: "crewChanged",
      responsible: { id: "p2", name: "Tobias Rell" },
      letIn: [],
    });
    const words = wordsOf(d.job, summary(d), knowledge);
    expect(words.units).toContain("SF-150");
    expect(words.units.toLowerCase()).toContain("softener");
    expect(words.people).toContain("Tobias Rell");
    expect(words.serials).toContain("SM-4471");
  });

  it("is split so that dashes, marks, quotes and case do not matter", () => {
    expect(soughtWords("PF-1")).toEqual(["pf", "1", "pf1"]);
    expect(soughtWords("Ferryman’s")).toEqual(soughtWords("ferryman's"));
    expect(soughtWords("Zürich Straße Łódź")).toEqual(["zurich", "strasse", "lodz"]);
  });

  it("is found by the beginning of words, in any order, one letter off; figures exactly; what is dropped no more", () => {
    const finder = finderOver(["name"], "name");
    finder.put({ id: "a", texts: { name: "Pell Lane bakery 12" } });
    finder.put({ id: "b", texts: { name: "Tern Street 12" } });
    const ids = (question: string) => finder.find(question, 10).map((h) => h.id);
    expect(ids("lane pel")).toEqual(["a"]);
    expect(ids("bakry")).toEqual(["a"]);
    expect(ids("bkry")).toEqual([]);
    expect(ids("12").toSorted()).toEqual(["a", "b"]);
    expect(ids("13")).toEqual([]);
    expect(ids("")).toEqual([]);
    finder.put({ id: "a", texts: { name: "Mill" } });
    expect(ids("bakery")).toEqual([]);
    finder.drop("b");
    expect(ids("tern")).toEqual([]);
  });
});

describe("the address of a list", () => {
  it("is read as it was written, and holds nothing that goes without saying", () => {
    const query = "q=pf1&life=any&phase=run&level=Stop&person=Tobias+Rell&late=yes&by=due&falling=yes";
    const asked = jobsAsked(Object.fromEntries(new URLSearchParams(query)));
    expect(queryOf(asked)).toBe(query);
    expect(queryOf(jobsAsked({}))).toBe("");
    expect(narrowings(asked)).toBe(6);
    expect(narrowings(jobsAsked({ by: "name" }))).toBe(0);
    expect(choiceOf(asked)).toMatchObject({ life: undefined, phase: "run", level: "Stop", late: true });
    expect(choiceOf(jobsAsked({}))).toMatchObject({ life: "open" });
  });

  it("takes nothing that cannot stand there", () => {
    const asked = jobsAsked({
      life: "toString",
      phase: "moon",
      by: "head",
      q: ["a", "b"],
      unit: "x".repeat(500),
    });
    expect(asked).toMatchObject({ life: "open", phase: undefined, by: "attention", q: "" });
    expect(asked.unit).toHaveLength(80);
  });
});

describe("the list as CSV", () => {
  it("keeps a spreadsheet from taking a name for a formula", () => {
    const row: RowShown = {
      ...{ id: "1", name: "=cmd()", place: "Here", phase: "run", next: "Rinse, twice", who: "Imke Vos" },
      ...{ due: "2026-11-20", late: true, changed: "20 Nov 2026", units: "SF-150" },
    };
    const [head, line] = jobsCsv([row]).split("\r\n");
    expect(head).toBe("job,place,phase,offer,verdict,needs next,who,promised,late,units,changed");
    expect(line).toContain("'=cmd()");
    expect(line).toContain('"Rinse, twice"');
  });
});

describe("a job's history", () => {
  it("has a sentence for every kind of entry", () => {
    expect(logKinds.map((k) => k.kind).filter((kind) => !(kind in tellings))).toEqual([]);
  });

  it("tells a whole job, the newest first, with the names of its steps, questions and handles", () => {
    const d = work(runOf(["CH-3"]));
    const lines = historyOf(d.entries, d.job, {
      known: knowledge,
      profile: "us",
      day: (at) => at.slice(0, 10),
    });
    expect(lines).toHaveLength(d.entries.length);
    expect(lines.at(-1)).toMatchObject({
      text: "Job opened: Pell Lane bakery",
      who: "Imke Vos",
      phase: "site",
    });
    expect(lines[0]!.text).toMatch(/^Done: /);
    const all = lines.map((l) => l.text).join("\n");
    expect(all).toContain("Static pressure: 58 psi");
    expect(all).toMatch(/Hold test, treated line, shut in: Good/);
    expect(all).not.toMatch(/undefined|\[object|site\.[a-z]|u1\./);
  });

  it("tells what is on a wall in the units of who reads it", () => {
    const d = opened();
    d.do({
      kind: "surveyAnswered",
      field: "wall.obstacles",
      text: "heater: 900, 0, 500, 1300 mm\ndrain: 1500, 0, 100, 100 mm",
      profile: "metric",
    });
    const told = (profile: "us" | "metric") =>
      historyOf(d.entries, d.job, { known: knowledge, profile, day: (at) => at })[0]!.text;
    expect(told("metric")).toContain("heater: 900 mm, 0 mm, 500 mm, 1,300 mm; drain: 1,500 mm");
    expect(told("us")).toContain("heater: 35.43 in, 0 in, 19.69 in, 51.18 in; drain: 59.06 in");
  });
});

describe("a recall", () => {
  const job = work(runOf(["SF-150"])).job;
  const held = (over = {}) => heldBy(job, { unit: "SF-150", ...over });

  it("is of a unit, of a version, of numbers in their order as numbers", () => {
    expect(held()).toMatchObject([{ version: 1, is: "certain" }]);
    expect(held({ version: 2 })).toEqual([]);
    expect(heldBy(job, { unit: "SF-300" })).toEqual([]);
    expect(held({ from: "SM-4000", to: "SM-5000" })).toMatchObject([{ is: "certain" }]);
    expect(held({ from: "SM-999", to: "SM-10000" })).toHaveLength(1);
    expect(held({ from: "SM-4472" })).toEqual([]);
  });

  it("counts a unit whose number nobody wrote down: it may be one of them", () => {
    const planned = runOf(["SF-150"]).job;
    expect(heldBy(planned, { unit: "SF-150", from: "SM-1", to: "SM-2" })).toMatchObject([{ is: "unknown" }]);
  });
});
