import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { misfits } from "@/core/fit/judge";
import { pack } from "@/core/fit/pack";
import { pipesBuilt } from "@/core/fit/piped";
import { place } from "@/core/fit/place";
import { placingOf } from "@/core/fit/routes";
import { usualPlacing } from "@/core/fit/patience";
import { bodyOf, type Standing, type WallUnit } from "@/core/fit/standing";
import { overlap, type Rect, type Wall } from "@/core/fit/wall";
import { wallOf } from "@/core/fit/wallOf";
import { surveyed } from "./desk";
import { housing, tank, trains, walls } from "./fit";
import { built, pex } from "./piped";
import { measuredWall } from "./placing";

const upright = (x: number, y = 0): Standing => ({ x, y, lies: false, mirrored: false });
const deep = (unit: WallUnit, depth: number): WallUnit => ({ ...unit, depth });
const free = { around: 0, above: 0, below: 0, front: 0 };
const corner = 1500;
const room: Wall = {
  width: 3000,
  height: 2400,
  corner,
  obstacles: [],
  from: { x: 200, y: 2200, facing: "down" },
  to: { x: 400, y: 2200, facing: "down" },
};

/** A unit as it is seen from above: the first wall along x, the second from the corner into the room. */
function fromAbove(wall: Wall, unit: WallUnit, at: Standing): Rect {
  const { x, width } = bodyOf(unit, at);
  const depth = unit.depth ?? 0;
  return x < wall.corner!
    ? { x, y: 0, width, height: depth }
    : { x: wall.corner! - depth, y: x - wall.corner!, width: depth, height: width };
}

describe("two walls with a corner", () => {
  it("hold nothing across it", () => {
    const one = [tank("u1")];
    const across = (x: number) => misfits(room, one, [upright(x)]);
    // It keeps 75 mm free beside it, of the other wall too.
    for (const x of [corner - 100, corner - 257, corner + 74])
      expect(across(x)).toEqual([{ is: "corner", unit: "u1" }]);
    for (const x of [corner - 257 - 75, corner + 75]) expect(across(x)).toEqual([]);
  });

  it("hold two units on both sides only where they do not stand in one another", () => {
    const two = [deep(tank("u1", { free }), 300), deep(tank("u2", { free }), 400)];
    const at = (left: number, right: number) =>
      misfits(room, two, [upright(corner - 257 - left), upright(corner + right)]).filter(
        (m) => m.is === "corner",
      );
    // The first stands 300 mm off its wall, the second 400 off its own.
    expect(at(0, 0)).toEqual([{ is: "corner", unit: "u2", other: "u1" }]);
    expect(at(0, 299)).toHaveLength(1);
    expect(at(0, 300)).toEqual([]);
    expect(at(399, 0)).toHaveLength(1);
    expect(at(400, 0)).toEqual([]);
    // What one keeps free before it, the other does not stand in.
    const busy = [{ ...two[0]!, free: { ...two[0]!.free, front: 200 } }, two[1]!];
    expect(misfits(room, busy, [upright(corner - 257), upright(corner + 499)])).toHaveLength(1);
    expect(misfits(room, busy, [upright(corner - 257), upright(corner + 500)])).toEqual([]);
  });

  it("hold what hangs over what stands", () => {
    const two = [deep(tank("u1", { height: 900, ports: undefined, free }), 300), deep(housing("u2"), 300)];
    expect(misfits(room, two, [upright(corner - 257), upright(corner, 890)])).toHaveLength(1);
    expect(misfits(room, two, [upright(corner - 257), upright(corner, 900)])).toEqual([]);
  });

  it("are never filled so that bodies overlap as seen from above, wherever units are put", () => {
    let placed = 0;
    fc.assert(
      fc.property(
        walls,
        trains(3),
        fc.integer({ min: 300, max: 1700 }),
        fc.integer({ min: 100, max: 500 }),
        (wall, units, at, depth) => {
          const turned = { ...wall, corner: at };
          const thick = units.map((u) => deep(u, depth));
          const found = [
            pack(turned, thick),
            {
              is: "fits",
              standings: place(turned, thick, { step: 100, clear: 30, patience: 5000 }).best?.standings,
            },
          ];
          for (const one of found) {
            const standings = one.is === "fits" && "standings" in one ? one.standings : undefined;
            if (!standings) continue;
            placed += 1;
            thick.forEach((unit, i) => {
              const { x, width } = bodyOf(unit, standings[i]!);
              expect(x >= at || x + width <= at).toBe(true);
              thick.slice(0, i).forEach((other, k) => {
                const [a, b] = [bodyOf(unit, standings[i]!), bodyOf(other, standings[k]!)];
                const [p, q] = [
                  fromAbove(turned, unit, standings[i]!),
                  fromAbove(turned, other, standings[k]!),
                ];
                const isOver = a.y >= b.y + b.height || b.y >= a.y + a.height;
                expect(isOver || !overlap(p, q)).toBe(true);
              });
            });
          }
        },
      ),
      { numRuns: 60 },
    );
    expect(placed).toBeGreaterThan(30);
  }, 60_000);

  it("have an elbow more in every pipe that goes round the corner, and pieces as long as before together", () => {
    const { plan, wall, units, best } = built(["PS-20", "SF-150"], {
      house: pex,
      train: pex,
      threads: "rule",
    });
    const apart = best!.standings.map((s, i) => (i === 0 ? s : { ...s, x: s.x + 1200 }));
    const straight = placingOf(wall, units, apart, usualPlacing.clear)!;
    const first = bodyOf(units[0]!, apart[0]!);
    const at = first.x + first.width + 600;
    const turned = placingOf({ ...wall, corner: at }, units, apart, usualPlacing.clear)!;
    expect(turned.pipeMm).toBe(straight.pipeMm);
    const elbows = (placing: typeof straight) => placing.routes.reduce((sum, r) => sum + r.elbows, 0);
    // To the softener on the other wall, and back from it.
    expect(elbows(turned)).toBe(elbows(straight) + 2);
    const [bent, plain] = [turned, straight].map((p) => pipesBuilt(plan, p.routes)!);
    expect(bent!.fittings.length).toBe(plain!.fittings.length + 2);
    expect(bent!.faults).toEqual([]);
    const cut = (a: typeof bent) => a!.pieces.reduce((mm, p) => mm + p.lengthMm, 0);
    // Each elbow takes up 22 mm on both sides.
    expect(cut(plain) - cut(bent)).toBe(2 * 2 * 22);
  });

  it("are known by the survey, from the left as one stands before them", () => {
    const found = (over: Readonly<Record<string, string>>) =>
      wallOf(surveyed().answer({ ...measuredWall, "space.corner": "40 in", ...over }).job.answers, true);
    expect(found({})).toMatchObject({ wall: { corner: 1016 } });
    expect(found({ "cutin.runs": "left" })).toMatchObject({ wall: { corner: 3810 - 1016 } });
    expect(found({ "space.corner": "" })).not.toHaveProperty("wall.corner");
    expect(found({ "space.corner": "150 in" })).toMatchObject({ is: "faulty" });
  });
});
