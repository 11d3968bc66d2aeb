import { judgeJob } from "@/core/train";
import type { DesignUnit } from "@/core/families";
import fc from "fast-check";
import { describe, expect, it } from "vitest";

import { siteFacts } from "@/core/site";
import { allVerdicts, judgeTrain, judgeWithin, openEnds } from "@/core/train";
import { tell } from "@/core/tell";
import { value, type Measured } from "@/core/units";
import { unitModels } from "@/catalogue/units";
import { knowledge, surveyed } from "./desk";

const range = (low: number, high: number): Measured => ({ is: "range", low, high });
const line = (...codes: string[]): DesignUnit[] =>
  codes.map((model, i) => ({ key: `u${i}`, model, parallel: 1 }));
const train = line("CT-1354", "SF-150", "RO-T5");
const answers = (over: Readonly<Record<string, Measured>> = {}, text = "") => ({
  ...surveyed().job.answers,
  ...Object.fromEntries(Object.entries(over).map(([k, measured]) => [k, { text, measured }])),
});
const judged = (given: ReturnType<typeof answers>, units: readonly DesignUnit[] = train) =>
  judgeJob({ answers: given, units }, knowledge);
const figure = (j: ReturnType<typeof judged>, id: string) =>
  j.stations.flatMap((s) => s.figures).find((f) => f.id === id)!;
const verdict = (j: ReturnType<typeof judged>, rule: string) =>
  allVerdicts(j).find((v) => v.verdict.rule === rule)!.verdict;

describe("what is left open by ranges and detection limits", () => {
  it("names ranges and limits, not plain numbers and not ND", () => {
    expect(
      openEnds({
        a: { text: "3", measured: value(3) },
        b: { text: "2–4", measured: range(2, 4) },
        c: { text: "<5", measured: { is: "below", limit: 5 } },
        d: { text: "ND", measured: { is: "notDetected" } },
        e: { text: "yes" },
      }),
    ).toEqual([
      { field: "b", low: 2, high: 4 },
      { field: "c", low: 0, high: 5 },
    ]);
  });
  it("gives a softener's interval from its hard to its soft end", () => {
    const j = judged(answers({ "water.hardness": range(200, 500) }));
    const days = figure(j, "interval");
    expect(days.range!.low).toBeLessThan(days.range!.high);
    const at = (h: number) =>
      figure(judged(answers({ "water.hardness": value(h), "water.manganese": value(0) })), "interval").value!;
    expect(days.range).toEqual({ low: at(500), high: at(200) });
    expect(days.value).toBe(days.range!.low);
  });
  it("says that a verdict turns inside the range, keeps the worse, and names what would settle it", () => {
    const j = judged(answers({ "source.static": range(250, 420), "source.flowing": range(240, 400) }));
    const feed = verdict(j, "ro-feed");
    expect(feed.level).toBe("Stop");
    expect(tell(feed, "us").reason).toContain("within what was measured");
    expect(feed.settle).toContain("source.static");
    expect(feed.settle).not.toContain("water.manganese");
  });
  it("says also what only a part of the range would say, and names what settles it", () => {
    const need = (low: number, high: number) =>
      allVerdicts(judged(answers({ "water.hardness": range(low, high) }), line("CT-1354"))).find(
        (v) => v.verdict.rule === "need-softener",
      )?.verdict;
    expect(need(60, 110)).toBeUndefined();
    const turning = need(100, 150)!;
    expect(turning).toMatchObject({ level: "Check", settle: ["water.hardness"] });
    expect(tell(turning, "us").reason).toContain("Good or Check within what was measured");
    expect(need(150, 200)!.settle).toBeUndefined();
  });
  it("leaves a detection limit that could be over the limit Unknown, and says which test settles it", () => {
    const j = judged(answers({ "water.iron": { is: "below", limit: 0.5 } }), line("PS-20", "UV-45"));
    const iron = verdict(j, "feed-iron");
    expect(iron).toMatchObject({ level: "Unknown", settle: ["water.iron"] });
    expect(j.stations.find((s) => s.model.family === "uv")!.level).not.toBe("Good");
  });
  it("changes nothing where every answer is a number", () => {
    const plain = answers({
      "water.manganese": value(0.01),
      "water.chloramine": value(0),
      "source.static": value(400),
    });
    const units = train.map((unit) => ({ unit, model: unitModels.get(unit.model)! }));
    expect(judged(plain)).toEqual(
      judgeTrain({
        facts: siteFacts(plain),
        units,
        schools: knowledge.schoolsWith({}),
        tables: knowledge.tables,
      }),
    );
  });
  it("judges no more often than it must", () => {
    let times = 0;
    judgeWithin({ ...answers(), "space.width": { text: "1–2 m", measured: range(1000, 2000) } }, (a) => {
      times += 1;
      return judged(
        Object.fromEntries(
          Object.entries(a as ReturnType<typeof answers>).filter(
            ([k]) => k !== "space.width" && openEnds({ [k]: a[k] }).length === 0,
          ),
        ),
      );
    });
    expect(times).toBeLessThan(30);
  });

  const spans = {
    "water.hardness": [100, 600],
    "water.iron": [0, 2],
    "water.temperature": [4, 30],
    "water.tds": [50, 1500],
    "water.chlorine": [0, 3],
    "source.static": [150, 550],
    "sink.rise": [0, 8],
  } as const;
  const field = fc.constantFrom(...(Object.keys(spans) as (keyof typeof spans)[]));
  const between = ([low, high]: readonly [number, number], part: number) => low + part * (high - low);
  it("contains the result of every point inside the ranges", () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(field, { minLength: 1, maxLength: 3 }),
        fc.array(
          fc.tuple(
            fc.double({ min: 0, max: 1, noNaN: true }),
            fc.double({ min: 0, max: 0.4, noNaN: true }),
            fc.double({ min: 0, max: 1, noNaN: true }),
          ),
          { minLength: 3, maxLength: 3 },
        ),
        (fields, parts) => {
          const ends = fields
            .map((f, i) => {
              const low = between(spans[f], parts[i]![0] * 0.6);
              return { f, low, high: low + parts[i]![1] * (spans[f][1] - spans[f][0]), part: parts[i]![2] };
            })
            .filter((e) => e.high > e.low);
          const fixed = {
            "water.manganese": value(0.01),
            "water.chloramine": value(0),
            "source.flowing": value(140),
            "source.flowingAt": value(20),
          };
          const wide = judged(
            answers({ ...fixed, ...Object.fromEntries(ends.map((e) => [e.f, range(e.low, e.high)])) }),
          );
          const point = judged(
            answers({
              ...fixed,
              ...Object.fromEntries(ends.map((e) => [e.f, value(between([e.low, e.high], e.part))])),
            }),
          );
          for (const s of point.stations)
            for (const f of s.figures) {
              const of = wide.stations.find((w) => w.key === s.key)!.figures.find((w) => w.id === f.id)!;
              if (f.value === undefined || of.value === undefined) continue;
              const slack = 1e-9 * Math.abs(f.value) + 1e-12;
              expect(f.value, `${f.id} of ${s.model.code}`).toBeGreaterThanOrEqual(
                (of.range?.low ?? of.value) - slack,
              );
              expect(f.value, `${f.id} of ${s.model.code}`).toBeLessThanOrEqual(
                (of.range?.high ?? of.value) + slack,
              );
            }
        },
      ),
      { numRuns: 120 },
    );
  }, 60_000);
});
