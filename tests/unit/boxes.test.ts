import { describe, expect, it } from "vitest";
import { missingParts } from "@/core/job";
import { stepsOfUnit } from "@/core/job/parts";
import { handOverBlockers } from "@/core/job/handOver";
import { historyOf } from "@/phases/job/history";
import { knowledge, runOf, work, type Desk } from "./desk";

const started = (): Desk => work(runOf(["PS-20", "SF-150"]), "site.boxes");
const say = (d: Desk, what: string, found: "missing" | "there", unit = "u1") =>
  d.try({ kind: "boxChecked", step: "site.boxes", unit, what, found });

describe("boxes that are opened on site", () => {
  it("are listed with what the catalogue puts into them, before water goes off", () => {
    const { steps } = started().job.run!;
    const step = steps.find((s) => s.id === "site.boxes")!;
    expect(step.boxes!.map((box) => box.code)).toEqual(["PS-20", "SF-150"]);
    for (const box of step.boxes!) {
      const model = knowledge.offered.find((m) => m.code === box.code)!;
      expect(box.holds).toEqual(model.fit!.box);
    }
    const off = steps.findIndex((s) => s.water === "off");
    expect(steps.indexOf(step)).toBeLessThan(off === -1 ? Infinity : off);
  });

  it("lack what somebody says, until it is there: the job is missing it, its unit's steps wait, and no other's", () => {
    const d = started();
    expect(say(d, "bracket", "missing").ok).toBe(true);
    expect(missingParts(d.job)).toEqual(["bracket of PS-20"]);
    const waiting = stepsOfUnit(d.job, "u1");
    expect(waiting.length).toBeGreaterThan(0);
    expect(waiting.every((s) => s.unit === "u1")).toBe(true);
    expect(say(d, "bracket", "there").ok).toBe(true);
    expect(missingParts(d.job)).toEqual([]);
  });

  it("are not said to lack what they never held, nor the same thing twice", () => {
    const d = started();
    expect(say(d, "golden tap", "missing")).toMatchObject({
      ok: false,
      error: "That is in no box that is opened at this step",
    });
    expect(say(d, "bracket", "there")).toMatchObject({ ok: false, error: "That is said already" });
    say(d, "bracket", "missing");
    expect(say(d, "bracket", "missing")).toMatchObject({ ok: false, error: "That is said already" });
  });

  it("keep nobody from finishing what needs none of it, and stand in the history", () => {
    const d = started();
    say(d, "bracket", "missing");
    const [last] = historyOf(d.entries, d.job, { known: knowledge, profile: "metric", day: (at) => at });
    expect(last!.text).toBe("Not in the box of PS-20: bracket");
    say(d, "bracket", "there");
    expect(handOverBlockers(work(d).job)).toEqual([]);
  });
});
