import { describe, expect, it } from "vitest";
import { isReopened, phaseOf, sampleOf } from "@/core/job";
import { isHandedOver } from "@/core/job/handedOver";
import { summarise } from "@/core/record";
import { knowledge, MIN, runOf, sha256, ulidAt, work } from "./desk";

const DAY = 24 * 60 * MIN;

describe("24: the bacteria sample", () => {
  const d = work(runOf(["PS-20", "UV-45"], { "source.kind": "well", "water.coliform": "present" }));
  for (const r of d.job.readings.filter((x) => x.verdict.level === "Stop"))
    d.do({ kind: "readingOverridden", reading: r.reading, why: "Agreed with the householder" });
  for (const [i, as] of (["installer", "householder"] as const).entries()) {
    d.now += MIN;
    d.do({
      kind: "signed",
      as,
      name: "Imke Vos",
      file: ulidAt(820_000 + i),
      sha256: sha256(as),
      head: d.job.head,
    });
  }
  const next = (now: number) => summarise(d.job, now, knowledge).next;

  it("is due on day five to ten after the pipes were proven, and overdue after that", () => {
    const { from, until } = sampleOf(d.job)!;
    expect(until - from).toBe(5 * DAY);
    expect(isHandedOver(d.job)).toBe(true);
    expect(next(from - MIN)).toBe("Handed over");
    expect(next(from)).toBe("Take the bacteria sample");
    expect(next(until + MIN)).toBe("Bacteria sample overdue");
  });

  it("keeps the job from being closed while its result is not in", () => {
    const close = (as: "done" | "lost") => d.try({ kind: "jobClosed", as, why: "Paid" });
    expect(close("done")).toMatchObject({
      error: "The bacteria sample is not in yet: enter its result first",
    });
    expect(close("lost")).toMatchObject({ error: "It was handed over: it is not lost" });
    expect(d.job.closed).toBeUndefined();
  });

  it("wants laboratory and day, and absent ends it", () => {
    const take = (values: Record<string, string>, n: number) =>
      d.try({
        kind: "readingTaken",
        reading: ulidAt(n),
        reads: "bacteria",
        place: "Behind the chamber",
        when: "after",
        values,
        profile: "metric",
      });
    expect(take({ found: "absent" }, 830_001)).toMatchObject({
      ok: false,
      fields: { laboratory: expect.any(String) as string, taken: expect.any(String) as string },
    });
    expect(take({ laboratory: "Harbour", taken: "next week", found: "absent" }, 830_002)).toMatchObject({
      ok: false,
      fields: { taken: "Enter the day as year-month-day" },
    });
    expect(take({ laboratory: "Harbour", taken: "2026-12-02", found: "absent" }, 830_003).ok).toBe(true);
    expect(sampleOf(d.job)!.result!.verdict.level).toBe("Good");
    expect(isReopened(d.job)).toBe(false);
    expect(next(sampleOf(d.job)!.until + DAY)).toBe("Handed over");
    expect(take({ laboratory: "Harbour", taken: "2026-12-04", found: "present" }, 830_004).ok).toBe(true);
    expect([isReopened(d.job), phaseOf(d.job)]).toEqual([true, "run"]);
    expect(next(d.now)).toMatch(/^bacteria present/);
  });

  it("is not asked of a job without a chamber", () =>
    expect(sampleOf(work(runOf(["PS-20"])).job)).toBeUndefined());
});
