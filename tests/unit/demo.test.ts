import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { connectionOf } from "@/core/families";
import { jobFrom, type Entry } from "@/core/log";
import { runningClocks, statusOf } from "@/core/job/progress";
import { isWorked, workingTimes } from "@/data/demo/hours";
import { demoJobs } from "@/data/demo/jobs";
import { imke, knowledge, sha256 } from "./desk";

// Handbook 8: the demo is alive whenever it is started, and every time that it shows falls into working hours.

const zone = "Europe/Amsterdam";
const HOUR = 3_600_000;
const signature = (name: string) => Promise.resolve({ content: Buffer.from(name), sha256: sha256(name) });
const view = () => signature("a wall");
const paper = (job: { readonly head: string }) => signature(job.head);
const people = { imke, tobias: { ...imke, id: "p2" }, adaeze: { ...imke, id: "p3" } };
const moment = fc.date({ min: new Date("2026-01-01"), max: new Date("2027-12-31"), noInvalidDate: true });

const made = async (now: number) => {
  const { logs } = await demoJobs(knowledge, now, zone, people, { view, signature, paper });
  return logs.map((entries) => ({ entries, job: jobFrom("demo", entries as Entry[]) }));
};

describe("working times", () => {
  it("are within working hours, and on the side of now that was asked for", () => {
    fc.assert(
      fc.property(moment, fc.integer({ min: 0, max: 100 }), fc.integer({ min: 1, max: 8 }), (at, h, len) => {
        const now = at.getTime();
        const times = workingTimes(now, zone);
        const length = len * HOUR;
        const [ago, ahead] = [times.ago(h * HOUR, length), times.ahead(h * HOUR, length)];
        expect(isWorked(ago, length, zone) && isWorked(ahead, length, zone)).toBe(true);
        expect(ago).toBeLessThanOrEqual(now - length);
        expect(ahead).toBeGreaterThanOrEqual(now + h * HOUR);
      }),
    );
  });
  it("find a soak of two days that runs now and ends soon, begun and ended by people at work", () => {
    fc.assert(
      fc.property(moment, (at) => {
        const ends = workingTimes(at.getTime(), zone).endOfWait(48 * HOUR, 2 * HOUR);
        expect(ends).toBeGreaterThan(at.getTime());
        expect(ends - 48 * HOUR).toBeLessThanOrEqual(at.getTime());
        expect(isWorked(ends, 2 * HOUR, zone) && isWorked(ends - 50 * HOUR, 4 * HOUR, zone)).toBe(true);
      }),
    );
  });
});

describe.each([
  ["a Thursday at eleven", "2026-11-26T10:00:00Z"],
  ["a Thursday night", "2026-11-26T22:30:00Z"],
  ["early on a Monday", "2026-11-23T04:00:00Z"],
  ["a Sunday", "2026-11-29T13:00:00Z"],
  ["a Tuesday afternoon", "2026-11-24T14:45:00Z"],
])("the demo started on %s", (_, start) => {
  const now = Date.parse(start);

  it("shows nothing that has not happened, and no hour at which nobody works", async () => {
    for (const { entries, job } of await made(now)) {
      const late = entries.filter((e) => Date.parse(e.at) > now);
      expect([job.name, late.map((e) => e.kind)]).toEqual([job.name, []]);
      const unworked = entries.filter((e) => !isWorked(Date.parse(e.at), 0, zone));
      expect([job.name, unworked.map((e) => `${e.kind} ${e.at}`)]).toEqual([job.name, []]);
      for (const v of job.visits) {
        const [from, to] = [Date.parse(v.from), Date.parse(v.to)];
        expect([job.name, isWorked(from, to - from, zone)]).toEqual([job.name, true]);
      }
    }
  });

  it("is alive: a soak runs, a visit is ahead, a step is open", async () => {
    const jobs = await made(now);
    expect(jobs.some(({ job }) => runningClocks(job, now).some((c) => c.step.soak && !c.paused))).toBe(true);
    expect(jobs.some(({ job }) => job.visits.some((v) => Date.parse(v.from) > now))).toBe(true);
    expect(jobs.some(({ job }) => job.run?.steps.some((s) => statusOf(job, s, now) === "open"))).toBe(true);
  });

  it("meets every place where a unit connects", async () => {
    const at = (await made(now)).flatMap(({ job }) =>
      job.units.map((u) => u.on?.port ?? connectionOf(knowledge.models.get(u.model)!)),
    );
    expect([...new Set(at)].toSorted()).toEqual(
      ["appliance", "faucet", "feed", "line", "product", "sink", "supply"].toSorted(),
    );
  });
});
