import { describe, expect, it } from "vitest";
import { unitModels } from "@/catalogue/units";
import { siteFacts, type SiteFacts } from "@/core/site";
import { allVerdicts, judgeTrain, nearestTurns, type TrainInput } from "@/core/train";
import { value } from "@/core/units";
import { knowledge, surveyed } from "./desk";

const facts: SiteFacts = { ...siteFacts(surveyed().job.answers), outlet: "protected" };
const input = (f: SiteFacts, ...codes: string[]): TrainInput => ({
  facts: f,
  schools: knowledge.schoolsWith({}),
  tables: knowledge.tables,
  units: codes.map((model, i) => ({
    unit: { key: `u${i}`, model, parallel: 1 },
    model: unitModels.get(model)!,
  })),
});
const level = (t: TrainInput, at: string, rule: string) =>
  allVerdicts(judgeTrain(t)).find((v) => v.at === at && v.verdict.rule === rule)?.verdict.level;

describe("nearestTurns", () => {
  it("finds the hardness above which an RO without a softener is a Check, at 170 mg/L", () => {
    const t = input({ ...facts, water: { ...facts.water, hardness: value(150) } }, "RO-T5");
    const turn = nearestTurns(t, "us", 20).find(
      (x) => x.fact === "water.hardness" && x.flips.some((f) => f.rule === "feed-hardness"),
    )!;
    expect(turn.then).toBeGreaterThan(170 * 1.001);
    expect(turn.then).toBeLessThan(170 * 1.001 + 0.2);
    expect(turn.flips.find((f) => f.rule === "feed-hardness")).toMatchObject({
      at: "u0",
      before: "Good",
      after: { level: "Check" },
    });
  });

  it("says truly: at the value found it turns, and just before it does not", () => {
    const t = input(facts, "CT-1354", "SF-150", "RO-T5");
    const turns = nearestTurns(t, "us", 20);
    expect(turns.length).toBeGreaterThan(3);
    for (const turn of turns.filter((x) => x.fact.startsWith("water."))) {
      const key = turn.fact.slice(6);
      const moved = (v: number): TrainInput => ({
        ...t,
        facts: { ...facts, water: { ...facts.water, [key]: value(v) } },
      });
      for (const f of turn.flips)
        expect(level(moved(turn.then), f.at, f.rule) ?? "Good", turn.fact).toBe(f.after.level);
      const nearer = turn.now + (turn.then - turn.now) * 0.97;
      for (const f of turn.flips)
        expect(level(moved(nearer), f.at, f.rule) ?? "Good", turn.fact).toBe(f.before);
    }
  });

  it("puts the nearest first, and only what is known is turned", () => {
    const turns = nearestTurns(input(facts, "CT-1354", "SF-150", "RO-T5"), "us", 20);
    expect(turns.map((x) => x.distance)).toEqual([...turns.map((x) => x.distance)].sort((a, b) => a - b));
    expect(turns.some((x) => x.fact === "water.uvt")).toBe(false);
    expect(nearestTurns(input({ fixtures: {}, together: {}, water: {} }, "SF-150"), "us")).toEqual([]);
  });

  it("counts people whole", () => {
    const { dailyLitres: _, ...f } = facts;
    const turn = nearestTurns(input({ ...f, persons: 4 }, "SF-100"), "us", 20).find(
      (x) => x.fact === "household.persons",
    );
    expect(turn).toBeDefined();
    expect(Number.isInteger(turn!.then)).toBe(true);
  });
});
