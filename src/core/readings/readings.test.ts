import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { handleAdvice, judgeReading, judgeTimedFlow, readingKinds, type ReadingContext } from ".";

const alone: ReadingContext = {};
const level = (kind: string, values: Record<string, number | string>, context: ReadingContext = alone) =>
  judgeReading(kind, values, context).verdict.level;

describe("timed container", () => {
  const band = { low: 1.5, high: 2.5 };
  it("tells flow, verdict and how to move the handle: 10 L in 6:15 is 1.6 L/min", () => {
    const j = judgeTimedFlow(10, 6.25, { band });
    expect(j.derived[0]!.value).toBeCloseTo(1.6, 9);
    expect(j.verdict.level).toBe("Good");
    const fast = judgeTimedFlow(10, 3.5, { band }).verdict;
    expect(fast.level).toBe("Check");
    expect(handleAdvice(fast)).toMatch(/^Close/);
    expect(judgeTimedFlow(10, 1, { band }).verdict.level).toBe("Stop");
    const slow = judgeTimedFlow(1, 1, { band }).verdict;
    expect(slow.level).toBe("Stop");
    expect(handleAdvice(slow)).toMatch(/^Open/);
  });
  it("is never Good outside its band", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 100, noNaN: true }),
        fc.double({ min: 0.01, max: 60, noNaN: true }),
        (litres, minutes) => {
          const flow = litres / minutes;
          return (
            (judgeTimedFlow(litres, minutes, { band }).verdict.level === "Good") ===
            (flow >= band.low && flow <= band.high)
          );
        },
      ),
    );
  });
});

describe("judgements of handbook 6", () => {
  it.each([
    ["rejection", { feed: 400, product: 30 }, "Good"],
    ["rejection", { feed: 400, product: 60 }, "Check"],
    ["rejection", { feed: 400, product: 100 }, "Stop"],
    ["rejection", { feed: 400, product: 2 }, "Check"],
    ["rejection", { feed: 0, product: 2 }, "Unknown"],
    ["precharge", { pressure: 40 }, "Good"],
    ["precharge", { pressure: 52 }, "Check"],
    ["precharge", { pressure: 70 }, "Stop"],
    ["hardness", { in: 380, out: 15 }, "Good"],
    ["hardness", { in: 380, out: 30 }, "Check"],
    ["hardness", { in: 380, out: 60 }, "Stop"],
    ["chlorine", { in: 1, out: 0.05, flow: 10 }, "Good"],
    ["chlorine", { in: 1, out: 0.2, flow: 10 }, "Check"],
    ["chlorine", { in: 1, out: 0.5, flow: 10 }, "Stop"],
    ["holdTest", { start: 400, end: 395, minutes: 15, division: 10 }, "Good"],
    ["holdTest", { start: 400, end: 385, minutes: 15, division: 10 }, "Check"],
    ["holdTest", { start: 400, end: 340, minutes: 15, division: 10 }, "Stop"],
    ["holdTest", { start: 400, end: 409, minutes: 15, division: 10 }, "Good"],
    ["holdTest", { start: 400, end: 411, minutes: 15, division: 10 }, "Check"],
    ["holdTest", { start: 400, end: 400, minutes: 5, division: 10 }, "Unknown"],
    ["residual", { dose: 50, start: 55, end: 30 }, "Good"],
    ["residual", { dose: 50, start: 55, end: 10 }, "Stop"],
    ["residual", { dose: 50, start: 40, end: 40 }, "Stop"],
    ["residual", { dose: 50, start: 55, end: 0 }, "Stop"],
    ["flushResidual", { residual: 0.8 }, "Check"],
    ["flushResidual", { residual: 3 }, "Stop"],
    ["staticPressure", { pressure: 400 }, "Good"],
    ["staticPressure", { pressure: 600 }, "Check"],
    ["staticPressure", { pressure: 900 }, "Stop"],
    ["staticPressure", { pressure: 120 }, "Stop"],
    ["clarity", { look: "clear" }, "Good"],
    ["clarity", { look: "air" }, "Good"],
    ["clarity", { look: "grey" }, "Check"],
    ["clarity", { look: "black" }, "Stop"],
  ] as const)("%s %o is %s", (kind, values, wanted) => expect(level(kind, values)).toBe(wanted));

  it("carries the meter's uncertainty: 400 → 36 mg/L is 91 ± 0.3 %", () => {
    const d = judgeReading("rejection", { feed: 400, product: 36 }, alone).derived[0]!;
    expect(d.value).toBeCloseTo(91, 9);
    expect(d.spread).toBeCloseTo(0.25, 1);
  });

  it("compares output at rated conditions and the waste with the design", () => {
    const ro = {
      permeate: 0.2,
      pressure: 414,
      tds: 250,
      recovery: 0.25,
      concentrate: 0.6,
      preLoss: 0,
      feedTds: 250,
    };
    expect(level("roFlows", { product: 0.2, drain: 0.6, pressure: 414, temperature: 25 }, { ro })).toBe(
      "Good",
    );
    expect(level("roFlows", { product: 0.2, drain: 1.0, pressure: 414, temperature: 25 }, { ro })).toBe(
      "Check",
    );
    expect(level("roFlows", { product: 0.05, drain: 0.6, pressure: 414, temperature: 25 }, { ro })).toBe(
      "Stop",
    );
    expect(level("roFlows", { product: 0.05, drain: 0.6, pressure: 30, temperature: 25 }, { ro })).toBe(
      "Unknown",
    );
  });

  it("compares the train's loss with its prediction", () => {
    const context: ReadingContext = { loss: [{ curve: { a: 1, b: 0.05 }, parallel: 1 }] };
    expect(level("trainLoss", { before: 400, after: 360, flow: 20 }, context)).toBe("Good");
    expect(level("trainLoss", { before: 400, after: 340, flow: 20 }, context)).toBe("Check");
    expect(level("trainLoss", { before: 400, after: 200, flow: 20 }, context)).toBe("Stop");
    expect(level("trainLoss", { before: 300, after: 400, flow: 20 }, context)).toBe("Unknown");
  });

  it("judges UV by the lamp first, then by the flow", () => {
    const context: ReadingContext = {
      uv: { ratedFlow: 45, ratedUvt: 95, uvt: 95, layerCm: 2, endOfLife: true, maxFlow: 45 },
    };
    expect(level("uvFlow", { flow: 20, uvt: 95, lamp: "off" }, context)).toBe("Stop");
    expect(level("uvFlow", { flow: 40, uvt: 95, lamp: "on" }, context)).toBe("Good");
    expect(level("uvFlow", { flow: 43, uvt: 95, lamp: "on" }, context)).toBe("Check");
    expect(level("uvFlow", { flow: 45.1, uvt: 99, lamp: "on" }, context)).toBe("Stop");
  });

  it("takes the least transmittance that a chamber asks for where nobody measured it, and below it is a Stop (handbook 10, ruling 14)", () => {
    const context: ReadingContext = {
      uv: { ratedFlow: 45, ratedUvt: 95, uvt: 95, layerCm: 2, endOfLife: true, maxFlow: 45, least: 80 },
    };
    const at = (values: Record<string, number | string>) => judgeReading("uvFlow", values, context).verdict;
    expect(at({ flow: 20, lamp: "on" })).toMatchObject({ level: "Good", facts: { assumed: 80 } });
    expect(at({ flow: 44, lamp: "on" }).level).toBe("Stop");
    const two = { uv: { ...context.uv!, parallel: 2 } };
    expect(judgeReading("uvFlow", { flow: 60, uvt: 95, lamp: "on" }, two).verdict.level).toBe("Good");
    expect(at({ flow: 5, uvt: 78, lamp: "on" })).toMatchObject({
      level: "Stop",
      facts: { below: { uvt: 78, least: 80 } },
    });
  });

  it("proves catalytic carbon by total chlorine; nothing in and nothing out proves nothing (handbook 10, ruling 4)", () => {
    const at = (inflow: number, out: number) => level("totalChlorine", { in: inflow, out });
    expect([at(2, 0.1), at(2, 0.3), at(2, 0.31), at(0, 0)]).toEqual(["Good", "Check", "Stop", "Unknown"]);
  });

  it("never calls an empty reading Good", () => {
    for (const kind of readingKinds.keys()) expect(level(kind, {})).not.toBe("Good");
    expect(level("no such kind", {})).toBe("Unknown");
  });
});

describe("gauges (handbook 10, rulings 21 and 22)", () => {
  const refused = (values: Record<string, number>, context = {}) =>
    readingKinds.get("holdTest")!.refuses!(values, context)?.field;
  const loss = (over: Record<string, number>) =>
    readingKinds
      .get("trainLoss")!
      .judge(
        { before: 400, after: 380, flow: 10, ...over },
        { loss: [{ curve: { a: 1.6, b: 0 }, parallel: 1 }] },
      ).verdict.level;

  it("refuse a hold test on a gauge that is too coarse, or far from the pressure of the house", () => {
    expect(refused({ start: 400, end: 399, minutes: 15, division: 20 })).toBeUndefined();
    expect(refused({ start: 400, end: 399, minutes: 15, division: 21 })).toBe("division");
    expect(refused({ start: 321, end: 320, minutes: 15, division: 10 }, { static: 400 })).toBeUndefined();
    expect(refused({ start: 319, end: 319, minutes: 15, division: 10 }, { static: 400 })).toBe("start");
    expect(refused({ start: 481, end: 481, minutes: 15, division: 10 }, { static: 400 })).toBe("start");
  });

  it("take a difference within one division for none, and ask for a finer one where it is too coarse to tell", () => {
    // 16 kPa are predicted: 20 lost is 25 % off, 27 is 69 %.
    expect(loss({})).toBe("Good");
    expect(loss({ after: 373 })).toBe("Stop");
    expect(loss({ after: 379.3, division: 4.7 })).toBe("Good");
    expect(loss({ after: 373, division: 4.8 })).toBe("Stop");
    expect(loss({ division: 4.9 })).toBe("Unknown");
  });
});
