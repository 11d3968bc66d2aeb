import { describe, expect, it } from "vitest";
import { meanwhileAt, nextStep, statusOf } from "@/core/job/progress";
import { clockOf } from "@/core/run/step";
import { MIN, runOf, work } from "./desk";

const HOUR = 60 * MIN;

describe("a long wait", () => {
  const soaking = () => {
    const d = work(runOf(["CT-1354", "SF-150"]), "u1.soak");
    return d.do({ kind: "clockStarted", step: "u1.soak" });
  };

  it("says what else can be done, and no more once all of it is", () => {
    const d = soaking();
    const before = meanwhileAt(d.job, d.now)!;
    expect(before.open.length).toBeGreaterThan(0);
    expect(before.open.map((s) => s.id)).not.toContain("u1.soak");
    expect(before.until).toBe(d.now + clockOf(d.job.run!.steps.find((s) => s.id === "u1.soak")!)!);
    // What is offered first is what the run offers too.
    expect(before.open[0]!.id).toBe(nextStep(d.job, d.now)!.id);
    const ends = before.until;
    for (let step = nextStep(d.job, d.now)!; statusOf(d.job, step, d.now) !== "counting";) {
      const why = "Done at the shop";
      if (!d.try({ kind: "stepSkipped", step: step.id, why }).ok)
        d.do({ kind: "stepDone", step: step.id, why });
      step = nextStep(d.job, d.now)!;
    }
    const leaving = meanwhileAt(d.job, d.now)!;
    expect(leaving).toEqual({ open: [], until: ends });
  });

  it("is none near its end, where no clock runs, or where it is paused", () => {
    const d = soaking();
    const { until } = meanwhileAt(d.job, d.now)!;
    expect(meanwhileAt(d.job, until - 10 * MIN)).toBeUndefined();
    expect(meanwhileAt(d.job, until - HOUR)).toBeDefined();
    expect(meanwhileAt(d.job, until + MIN)).toBeUndefined();
    expect(meanwhileAt(runOf(["CT-1354"]).job, d.now)).toBeUndefined();
  });
});
