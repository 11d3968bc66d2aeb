import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { misfits } from "../../src/core/fit/judge";
import { pack } from "../../src/core/fit/pack";
import { place } from "../../src/core/fit/place";
import { placingLonger, usualPlacing } from "../../src/core/fit/patience";
import { routeBetween } from "../../src/core/fit/route";
import { placingOf } from "../../src/core/fit/routes";
import { bodyOf, portOf, zonesOf, type Standing, type WallUnit } from "../../src/core/fit/standing";
import { between, facings, grown, overlap, type Wall, type WallPort } from "../../src/core/fit/wall";
import { whyNotFit } from "../../src/core/fit/whyNot";
import { box, bruteLeast, chamber, housing, saltTank, tank, trains, wall, walls } from "./fit";

const room = (barred: readonly ReturnType<typeof box>[] = []) => ({
  width: 2000,
  height: 2400,
  clear: 30,
  barred,
});
const ports: fc.Arbitrary<WallPort> = fc.record({
  x: fc.integer({ min: 40, max: 1960 }),
  y: fc.integer({ min: 40, max: 2360 }),
  facing: fc.constantFrom(...facings),
});

describe("a pipe", () => {
  it("runs straight where two ports look at each other", () => {
    const route = routeBetween(
      room(),
      { x: 800, y: 1300, facing: "right" },
      { x: 1200, y: 1300, facing: "left" },
    );
    expect(route).toMatchObject({ elbows: 0, length: 400 });
  });

  it("goes over what stands between, with four elbows, and stays clear of it", () => {
    const between = box("heater", 900, 0, 200, 1500);
    const route = routeBetween(
      room([between]),
      { x: 700, y: 1300, facing: "right" },
      { x: 1300, y: 1300, facing: "left" },
    );
    // Up 230 mm to 30 mm over it, across, and down again.
    expect(route).toMatchObject({ elbows: 4, length: 600 + 2 * 230 });
  });

  it("finds no way through a wall that is taken from floor to ceiling", () => {
    const barred = [box("door", 900, 0, 200, 2400)];
    const route = routeBetween(
      room(barred),
      { x: 700, y: 1300, facing: "right" },
      { x: 1300, y: 1300, facing: "left" },
    );
    expect(route).toBeUndefined();
  });

  it("prefers fewer elbows to less pipe", () => {
    // Round the shelf below takes four elbows; a straight way is barred.
    const route = routeBetween(
      room([box("shelf", 500, 1000, 400, 100)]),
      { x: 300, y: 1050, facing: "up" },
      { x: 1200, y: 1050, facing: "up" },
    );
    expect(route).toMatchObject({ elbows: 2, length: 900 + 2 * 80 });
  });

  it("grows with the distance of two facing ports that have nothing between them", () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 1500 }), fc.integer({ min: 1, max: 400 }), (gap, more) => {
        const at = (x: number) =>
          routeBetween(room(), { x: 50, y: 900, facing: "right" }, { x: 50 + x, y: 900, facing: "left" })!
            .length;
        expect(at(gap + more)).toBe(at(gap) + more);
      }),
    );
  });

  it("is the same where no more pipe is allowed than it takes; with less, none is found that is longer", () => {
    let found = 0;
    fc.assert(
      fc.property(walls, ports, ports, fc.integer({ min: 1, max: 400 }), (w, a, b, less) => {
        const there = room(w.obstacles as never);
        const own = { a: [], b: [] };
        const free = routeBetween(there, a, b);
        if (!free) return;
        found += 1;
        expect(routeBetween(there, a, b, own, free.length)).toEqual(free);
        const shorter = routeBetween(there, a, b, own, free.length - less);
        // A shorter one has more elbows: of as few as the best the best is the shortest.
        if (shorter && shorter.length < free.length) expect(shorter.elbows).toBeGreaterThan(free.elbows);
      }),
      { numRuns: 300 },
    );
    expect(found).toBeGreaterThan(100);
  });

  it("keeps clear of everything, bends only at right angles, and is the same from either end", () => {
    fc.assert(
      fc.property(walls, ports, ports, (w, a, b) => {
        const there = routeBetween(room(w.obstacles as never), a, b);
        const back = routeBetween(room(w.obstacles as never), b, a);
        expect([back?.elbows, back?.length]).toEqual([there?.elbows, there?.length]);
        if (!there) return;
        const pieces = there.points.slice(1).map((p, i) => ({ from: there.points[i]!, to: p }));
        const length = pieces.reduce(
          (sum, { from, to }) => sum + Math.abs(from.x - to.x) + Math.abs(from.y - to.y),
          0,
        );
        expect(length).toBe(there.length);
        for (const { from, to } of pieces) {
          expect(from.x === to.x || from.y === to.y).toBe(true);
          const piece = between(from, to);
          // Of no thickness: a hair is added so that running along an edge is not crossing it.
          for (const o of w.obstacles) {
            const inside = grown(o, 29);
            const touches =
              Math.max(from.x, to.x) > inside.x &&
              Math.min(from.x, to.x) < inside.x + inside.width &&
              Math.max(from.y, to.y) > inside.y &&
              Math.min(from.y, to.y) < inside.y + inside.height;
            expect(touches, JSON.stringify({ piece, o })).toBe(false);
          }
        }
      }),
      { numRuns: 300 },
    );
  });
});

describe("a unit as it stands", () => {
  it("lying and mirrored keeps its ports on its body and its size", () => {
    fc.assert(
      fc.property(
        fc.constantFrom(tank("t"), housing("h"), chamber("c")),
        fc.nat(900),
        fc.nat(900),
        (unit, x, y) => {
          for (const lies of [false, true])
            for (const mirrored of [false, true]) {
              const at = { x, y, lies, mirrored };
              const body = bodyOf(unit, at);
              expect(new Set([body.width, body.height])).toEqual(new Set([unit.width, unit.height]));
              for (const port of [unit.ports!.inlet, unit.ports!.outlet]) {
                const seen = portOf(unit, port, at);
                expect(seen.x).toBeGreaterThanOrEqual(body.x);
                expect(seen.x).toBeLessThanOrEqual(body.x + body.width);
                expect(seen.y).toBeGreaterThanOrEqual(body.y);
                expect(seen.y).toBeLessThanOrEqual(body.y + body.height);
              }
            }
        },
      ),
    );
  });

  it("draws its lamp out to the right where it lies, to the left where it is mirrored", () => {
    const lamp = (mirrored: boolean) =>
      zonesOf(chamber("c"), { x: 1000, y: 500, lies: true, mirrored }).find((z) => z.what === "above");
    expect(lamp(false)).toMatchObject({ x: 1760, width: 700, y: 500, height: 150 });
    expect(lamp(true)).toMatchObject({ x: 300, width: 700 });
  });
});

describe("placing", () => {
  const isLong = process.env.BRANT_LONG === "1";
  it(
    "looked for to its end is never worse than trying everything on a grid of 50 mm, and never hopes for too much",
    () => {
      fc.assert(
        fc.property(walls, trains(isLong ? 3 : 2), (w, units) => {
          const first = place(w, units);
          const { best, isBest } = first.isBest ? first : place(w, units, placingLonger(units.length));
          expect(isBest).toBe(true);
          // Every pipe is shorter than 8 m where places are found at all.
          const brute = bruteLeast(w, units, (best?.pipeMm ?? 8000) - 1);
          expect(brute).toBeGreaterThanOrEqual(best?.pipeMm ?? Infinity);
          expect(brute).toBeGreaterThanOrEqual(first.leastMm);
        }),
        { numRuns: isLong ? 200 : 20, endOnFailure: true },
      );
    },
    isLong ? 3_600_000 : 120_000,
  );

  it("puts everything where nothing is in its way, with the pipes that it counts", () => {
    let proved = 0;
    const runs = 16;
    fc.assert(
      fc.property(walls, trains(3), (w, units) => {
        const { best, isBest } = place(w, units);
        if (isBest) proved += 1;
        if (!best) return;
        expect(misfits(w, units, best.standings)).toEqual([]);
        expect(placingOf(w, units, best.standings, usualPlacing.clear)).toEqual(best);
        expect(best.routes).toHaveLength(units.length + 1);
      }),
      { numRuns: runs },
    );
    // Where lamps are drawn out of every unit, pipes go far round: not every search comes to its end.
    expect(proved / runs).toBeGreaterThan(0.4);
  });
});

describe("what does not fit", () => {
  it("says by how much the wall is too narrow", () => {
    const units = [tank("a"), tank("b")];
    // 75 + 257 + 75 + 257 + 75 mm.
    expect(pack(wall(739), units).is).toBe("fits");
    expect(pack(wall(738), units).is).toBe("no");
    expect(whyNotFit(wall(600), units)).toContainEqual({ is: "wider", by: 140 });
    expect(place(wall(600), units).best).toBeUndefined();
  });

  it("is never said of what stands somewhere on a grid of 10 mm", () => {
    const grid = (w: Wall, unit: WallUnit): Standing[] => {
      const heights = unit.hangs ? [700, 750, 800] : [0];
      const xs = Array.from({ length: w.width / 10 }, (_, i) => i * 10);
      return xs
        .flatMap((x) => heights.map((y) => ({ x, y, lies: false, mirrored: false })))
        .filter((at) => misfits(w, [unit], [at]).length === 0);
    };
    let refused = 0;
    fc.assert(
      fc.property(walls, trains(2), (w, units) => {
        if (pack(w, units).is !== "no") return;
        refused += 1;
        const [first, second] = units.map((unit) => grid(w, unit));
        const both = second ? first!.flatMap((a) => second.map((b) => [a, b])) : first!.map((a) => [a]);
        expect(both.find((all) => misfits(w, units, all).length === 0)).toBeUndefined();
      }),
      { numRuns: 6000 },
    );
    expect(refused).toBeGreaterThan(5);
  });

  it("offers a chamber on its side where the lamp has no room above it", () => {
    const low = wall(2400, {
      height: 1400,
      from: { x: 100, y: 1000, facing: "down" },
      to: { x: 250, y: 1000, facing: "down" },
    });
    expect(whyNotFit(low, [chamber("lamp")])).toContainEqual({ is: "lying", unit: "lamp" });
    expect(pack(low, [chamber("lamp", { mayLie: true })]).is).toBe("fits");
  });

  it("offers the salt tank further from its valve", () => {
    const units = [tank("softener"), saltTank("softener")];
    const narrow = wall(3200, { obstacles: [box("shelf", 420, 0, 2100, 700)] });
    expect(pack(narrow, units).is).toBe("no");
    const [further] = whyNotFit(narrow, units).filter((r) => r.is === "further");
    expect(further).toMatchObject({ unit: "softener.salt" });
    const { within } = further as { within: number };
    expect(pack(narrow, [tank("softener"), saltTank("softener", within)]).is).toBe("fits");
    expect(pack(narrow, [tank("softener"), saltTank("softener", within - 10)]).is).toBe("no");
  });

  it("names the one thing on the wall that is in the way", () => {
    const units = [tank("a"), tank("b")];
    const w = wall(800, { obstacles: [box("shelf", 300, 1000, 300, 200)] });
    expect(whyNotFit(w, units)).toContainEqual({ is: "without", obstacle: "shelf" });
  });

  it("finds what stands wherever anything does", () => {
    fc.assert(
      fc.property(walls, trains(3), (w, units) => {
        const packed = pack(w, units);
        if (packed.is === "fits") expect(misfits(w, units, packed.standings)).toEqual([]);
        if (packed.is === "no") expect(place(w, units).best).toBeUndefined();
        for (const remedy of whyNotFit(w, units))
          if (remedy.is === "wider")
            expect(pack({ ...w, width: w.width + remedy.by }, units).is).toBe("fits");
      }),
      { numRuns: 100 },
    );
  });

  it("keeps the room before an electrical panel free from the floor up", () => {
    const panel = { ...box("electrical panel", 400, 1400, 400, 600), kind: "panel" as const };
    const w = wall(2000, { obstacles: [panel] });
    const at = { x: 450, y: 0, lies: false, mirrored: false };
    expect(misfits(w, [tank("t", { height: 900 })], [at])).toContainEqual({
      is: "bodies",
      unit: "t",
      other: "electrical panel",
    });
    expect(overlap(bodyOf(tank("t", { height: 900 }), at), panel)).toBe(false);
  });
});
