import { describe, expect, it } from "vitest";
import { partsPrice } from "@/core/plumbing/takeOff";
import { assemblyOf, draftBasis } from "@/core/record";
import { judgeJob } from "@/core/train";
import { methodsOf, type MethodRow } from "@/phases/parts/methods";
import { knowledge, type Desk } from "./desk";
import { fitted, roomyTrain } from "./placing";

/** Two housings with so much room in front of them. */
const placed = (depth: string): Desk => roomyTrain({ "space.depth": depth });
const rowsOf = (d: Desk) => methodsOf(d.job, judgeJob(draftBasis(d.job), knowledge), knowledge);
const rowOf = (rows: readonly MethodRow[], method: string, ring: string, wall?: string) =>
  rows.find((r) => r.way.method === method && r.way.ring === ring && r.way.wall === wall)!.built!;

describe("ways to join a train, side by side", () => {
  it("where a crimp tool has no room, the cheapest that reaches every joint is mixed: crimped at the bench, pushed on at the wall", () => {
    const rows = rowsOf(placed("11.5 in"));
    const [crimped, pushed] = [rowOf(rows, "crimp", "crimp"), rowOf(rows, "pushFit", "crimp")];
    const mixed = rowOf(rows, "crimp", "crimp", "pushFit");
    expect(crimped.outOfReach).toBeGreaterThan(0);
    expect(mixed.outOfReach).toBe(0);
    expect(mixed.price).toBeGreaterThan(crimped.price);
    expect(mixed.price).toBeLessThan(pushed.price);
    expect(mixed.minutes).toBeLessThan(crimped.minutes!);
    expect(mixed.tools).toEqual(["crimp tool and go/no-go gauge", "deburrer and depth gauge"]);
    const reaching = rows.flatMap(({ built }) => (built?.outOfReach === 0 ? [built.price] : []));
    for (const row of rows)
      expect(row.isCheapest).toBe(row.built?.outOfReach === 0 && row.built.price === Math.min(...reaching));
    expect(rows.some((row) => row.isCheapest)).toBe(true);
  });

  it("needs no mixing where there is room, and nothing is the cheapest while nobody measured it", () => {
    const roomy = rowsOf(placed("24 in"));
    expect(rowOf(roomy, "crimp", "crimp").outOfReach).toBe(0);
    expect(roomy.filter((row) => row.isCheapest).every((row) => row.way.wall === undefined)).toBe(true);
    const open = rowsOf(placed(""));
    expect(rowOf(open, "crimp", "crimp").outOfReach).toBeUndefined();
  });

  it("is built as it is chosen: joints with pipe are pushed on at the wall and crimped at the bench, and no piece is too short", () => {
    const d = placed("11.5 in");
    const before = rowOf(rowsOf(d), "crimp", "crimp", "pushFit");
    d.do({
      kind: "schoolChosen",
      school: "wallJoints",
      option: "pushFit",
      why: "no room for the tool",
    });
    const built = assemblyOf(fitted(d.job), d.job, knowledge)!;
    const kinds = (where: "bench" | "wall") =>
      new Set(built.joints.filter((j) => j.where === where).map((j) => j.kind));
    expect(kinds("wall").has("crimp")).toBe(false);
    expect(kinds("wall").has("pipePushFit")).toBe(true);
    expect(kinds("bench").has("crimp")).toBe(true);
    expect(built.faults).toEqual([]);
    expect(partsPrice(built)).toBeCloseTo(before.price, 6);
    expect(rowsOf(d).find((row) => row.isChosen)!.way).toEqual({
      system: "pex",
      method: "crimp",
      ring: "crimp",
      wall: "pushFit",
    });
  });

  it("is as at the bench where nothing is pushed on its pipe", () => {
    const d = roomyTrain({ "cutin.pipe": "pvc" });
    const before = assemblyOf(fitted(d.job), d.job, knowledge);
    d.do({ kind: "schoolChosen", school: "wallJoints", option: "pushFit", why: "As we always do it" });
    expect(before).toBeDefined();
    expect(assemblyOf(fitted(d.job), d.job, knowledge)).toEqual(before);
  });
});
