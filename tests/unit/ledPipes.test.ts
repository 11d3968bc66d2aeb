import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { routeBetween, routeThrough } from "@/core/fit/route";
import { facings, HOUSE_END, type Point, type WallPort } from "@/core/fit/wall";
import { assemblyOf, judgedOf } from "@/core/record";
import { box } from "./fit";
import { knowledge, signed, type Desk } from "./desk";
import { fitted, placeAll, plannedTrain } from "./placing";

const none = { a: [], b: [] };
const pipe = { piece: 54, laying: 22 };
const room = { width: 2000, height: 2400, clear: 30, barred: [box("shelf", 900, 900, 200, 300)], pipe };
const port = fc.record({
  x: fc.integer({ min: 150, max: 1850 }),
  y: fc.integer({ min: 150, max: 2250 }),
  facing: fc.constantFrom(...facings),
}) as fc.Arbitrary<WallPort>;
const spot = fc.record({ x: fc.integer({ min: 0, max: 2000 }), y: fc.integer({ min: 0, max: 2400 }) });

const isOn = (p: Point, a: Point, b: Point) =>
  Math.min(a.x, b.x) <= p.x &&
  p.x <= Math.max(a.x, b.x) &&
  Math.min(a.y, b.y) <= p.y &&
  p.y <= Math.max(a.y, b.y);

describe("a pipe that is led by hand", () => {
  it("goes through its point, at right angles, no shorter than it would by itself, and never through what is barred", () => {
    let led = 0;
    fc.assert(
      fc.property(port, port, spot, (a, b, through) => {
        const route = routeThrough(room, a, b, none, through);
        if (!route) return;
        led += 1;
        const pieces = route.points.slice(1).map((q, i) => [route.points[i]!, q] as const);
        expect(pieces.some(([p, q]) => isOn(through, p, q))).toBe(true);
        for (const [p, q] of pieces) expect(p.x === q.x || p.y === q.y).toBe(true);
        expect(route.elbows).toBe(route.points.length - 2);
        const reach = pieces.reduce((mm, [p, q]) => mm + Math.abs(p.x - q.x) + Math.abs(p.y - q.y), 0);
        expect(reach).toBe(route.length);
        const own = routeBetween(room, a, b)!;
        expect(own.elbows < route.elbows || own.length <= route.length).toBe(true);
        // 30 mm from the shelf on every side.
        const inShelf = (p: Point) => p.x > 870 && p.x < 1130 && p.y > 870 && p.y < 1230;
        expect(inShelf(through)).toBe(false);
      }),
      { numRuns: 300 },
    );
    expect(led).toBeGreaterThan(100);
  });

  it("has room for its parts on both sides of the point", () => {
    fc.assert(
      fc.property(port, port, spot, (a, b, through) => {
        const route = routeThrough(room, a, b, none, through);
        if (!route) return;
        const between = route.points.slice(1, -1);
        for (const [i, q] of between.slice(1).entries()) {
          const p = between[i]!;
          expect(Math.abs(p.x - q.x) + Math.abs(p.y - q.y)).toBeGreaterThanOrEqual(
            pipe.piece + 2 * pipe.laying,
          );
        }
      }),
      { numRuns: 300 },
    );
  });

  it("finds no way through what is barred", () => {
    const [a, b]: WallPort[] = [
      { x: 300, y: 2000, facing: "right" },
      { x: 1700, y: 2000, facing: "left" },
    ];
    expect(routeThrough(room, a!, b!, none, { x: 1000, y: 1000 })).toBeUndefined();
    expect(routeThrough(room, a!, b!, none, { x: 1000, y: 2200 })).toMatchObject({ elbows: 4 });
  });
});

describe("a layout with a pipe that is led by hand", () => {
  const train = () => placeAll(plannedTrain());
  const led = (d: Desk, through: Point, target = HOUSE_END) =>
    d.do({
      kind: "unitsPlaced",
      places: {},
      held: { [target]: through },
      what: "led",
      seen: d.job.designSeq,
    });
  const piecesOf = (d: Desk) =>
    assemblyOf(fitted(d.job), d.job, knowledge)!.pieces.reduce((mm, p) => mm + p.lengthMm, 0);

  it("has longer pieces for it, and more loss in its judgement; freed, it is as it was", () => {
    const d = train();
    const before = { mm: piecesOf(d), kPa: judgedOf(d.job, knowledge).house.pressurePeak! };
    led(d, { x: 3000, y: 300 });
    expect(piecesOf(d)).toBeGreaterThan(before.mm + 1500);
    expect(judgedOf(d.job, knowledge).house.pressurePeak!).toBeLessThan(before.kPa - 0.1);
    d.do({ kind: "unitsPlaced", places: {}, freed: [HOUSE_END], what: "freed", seen: d.job.designSeq });
    expect(piecesOf(d)).toBe(before.mm);
    expect(d.job.held).toEqual({});
  });

  it("has no list of pipes where there is no way through the point", () => {
    const d = led(train(), { x: 99_000, y: 300 });
    expect(assemblyOf(fitted(d.job), d.job, knowledge)).toBeUndefined();
  });

  it("keeps it when the design is signed, and is refused where no such pipe is", () => {
    const d = led(train(), { x: 3000, y: 300 });
    signed(d);
    expect(d.job.revisions.at(-1)!.held).toEqual({ [HOUSE_END]: { x: 3000, y: 300 } });
    expect(() => led(d, { x: 1, y: 1 }, "u9")).toThrow("No pipe of this design leads to u9");
  });
});
