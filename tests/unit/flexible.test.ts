import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { joints as rules } from "@/catalogue/joints";
import type { JobPiping } from "@/core/fit/jobPiping";
import { openChoices } from "@/core/fit/flexible";
import { pipesOnWall } from "@/core/fit/piped";
import type { Point } from "@/core/fit/wall";
import { endsBeyond, flexibleOf } from "@/core/plumbing/connector";
import { velocityIn } from "@/core/plumbing/network";
import { laidRuns } from "@/core/plumbing/pressure";
import { pipeLoss } from "@/core/plumbing/supply";
import { noGround, takeOff } from "@/core/plumbing/takeOff";
import { all, built, checkJoints, copper, pex } from "./piped";

const inCopper = (flexible?: JobPiping["flexible"]): JobPiping => ({
  house: { ...copper, size: "1" },
  train: { ...copper, size: "1" },
  threads: "rule",
  flexible,
});

const along = (points: readonly Point[]): number =>
  points.slice(1).reduce((mm, p, i) => mm + Math.abs(p.x - points[i]!.x) + Math.abs(p.y - points[i]!.y), 0);

/** Every connector of a train, with its way on the wall. */
function connectorsOf({ plan, units, best, assembly }: ReturnType<typeof built>) {
  const ways = pipesOnWall(plan, units, best!).flatMap((pipe) => pipe.connectors.map((c) => c.points));
  const used = assembly!.fittings.filter((f) => f.fitting.flexible);
  return { ways, used };
}

describe("a connector round a corner", () => {
  const connectors = fc.record({
    lengthMm: fc.integer({ min: 150, max: 700 }),
    insideMm: fc.constant(19),
    bendMm: fc.integer({ min: 30, max: 150 }),
  });
  it("is as long along its bend as it is made, bent no tighter than it may be, with both its ends straight", () => {
    let found = 0;
    fc.assert(
      fc.property(connectors, fc.integer({ min: 0, max: 700 }), (connector, before) => {
        const beyond = endsBeyond(connector, before);
        const { lengthMm, bendMm } = connector;
        if (beyond === undefined) {
          // Either it had to turn before it could, or nothing straight was left of it beyond.
          const straight = before - bendMm;
          const left = lengthMm - straight - (Math.PI / 2) * bendMm;
          expect(straight < 40 || left < 40.5).toBe(true);
          return;
        }
        found += 1;
        const middle = before - bendMm + (Math.PI / 2) * bendMm + (beyond - bendMm);
        expect(Math.abs(middle - lengthMm)).toBeLessThanOrEqual(0.5);
        expect(Math.min(before, beyond) - bendMm).toBeGreaterThanOrEqual(40);
      }),
      { numRuns: 2000 },
    );
    expect(found).toBeGreaterThan(200);
  });
});

describe("a train with flexible connectors", () => {
  it("takes those of a tank's box, with no elbow where one bends, and buys none", () => {
    const rigid = built(["CT-1252"], inCopper("none"));
    const kit = built(["CT-1252"], inCopper());
    const { ways, used } = connectorsOf(kit);
    expect(used.map((f) => f.inBox)).toEqual([true, true]);
    expect(ways.map((way) => way.length)).toEqual([3, 3]);
    const elbows = ({ assembly }: typeof kit) =>
      assembly!.fittings.filter((f) => f.fitting.shape === "elbow90").length;
    expect(elbows(rigid) - elbows(kit)).toBe(2);
    // The units stand where they stood: only what joins them is another.
    expect(kit.best!.standings).toEqual(rigid.best!.standings);
    checkJoints(kit.assembly!, kit.plan);
    expect(kit.assembly!.faults).toEqual([]);
    const lines = takeOff(kit.assembly!, [], noGround, {
      pipe: (p) => p.size,
      rules,
      anchors: {},
      profile: "us",
    });
    expect(lines.filter((l) => l.what.includes("connector from the box"))).toEqual([]);
  });

  it("buys them for every head with nuts where the company wants them, and none for a thread", () => {
    const withThem = built(["PS-20", "CT-1054"], inCopper("all"));
    const { used } = connectorsOf(withThem);
    expect(used.length).toBeGreaterThan(0);
    expect(used.every((f) => f.inBox === undefined)).toBe(true);
    const joins = withThem.assembly!.joints.filter((j) => used.some((f) => j.parts.includes(f.id)));
    // Each from its unit to its pipe, and neither at the bench.
    expect(joins.map((j) => j.where)).toEqual(joins.map(() => "wall"));
    expect(joins.some((j) => j.parts.includes("u1"))).toBe(false);
    expect(joins.filter((j) => j.parts.includes("u2")).map((j) => j.kind)).toEqual(used.map(() => "washer"));
  });

  it("has ways on the wall as long as its connectors are, straight or bent once", () => {
    let seen = 0;
    fc.assert(
      fc.property(
        fc.constantFrom(["CT-1252"], ["PS-20", "CT-1054"], ["CN-40"], ["CT-1252x2"], ["SF-100", "CT-1354"]),
        fc.constantFrom<JobPiping["flexible"]>(undefined, "all"),
        fc.constantFrom(pex, { ...copper, size: "1" }),
        (codes, flexible, pipe) => {
          const train = built(codes, { house: pipe, train: pipe, threads: "rule", flexible });
          if (!train.best) return;
          checkJoints(train.assembly!, train.plan);
          expect(train.assembly!.faults).toEqual([]);
          const { ways, used } = connectorsOf(train);
          expect(ways.length).toBe(used.length);
          seen += ways.length;
          const lengths = used.map((f) => f.fitting.flexible!);
          for (const way of ways) {
            const fits = lengths.some(({ lengthMm, bendMm }) => {
              const saved = way.length === 3 ? (2 - Math.PI / 2) * bendMm : 0;
              return Math.abs(along(way) - saved - lengthMm) <= 0.5;
            });
            expect(fits, JSON.stringify(way)).toBe(true);
          }
        },
      ),
      { numRuns: 20 },
    );
    expect(seen).toBeGreaterThan(20);
  }, 120_000);

  it("loses in each three times what smooth pipe of its bore does (handbook 3, Pipe)", () => {
    const { assembly } = built(["CT-1252"], inCopper());
    const bores = { "copper 1": { C: 140, idMm: 26 } };
    const [before] = laidRuns({ assembly: assembly!, bores });
    const narrow = before!.filter((p) => p.idMm === 19);
    expect(narrow).toEqual([{ lengthM: 1.05, C: 140, idMm: 19 }]);
    const alone = pipeLoss({ lengthM: 0.35, C: 140, idMm: 19 }, 30);
    expect(pipeLoss(narrow[0]!, 30)).toBeCloseTo(3 * alone, 9);
    expect(velocityIn(19, 30)).toBeGreaterThan(velocityIn(26, 30));
  });

  it("says at which ports none goes, and joins those by fittings", () => {
    const flats = built(["CT-1354x2"], inCopper("all"));
    const pipes = pipesOnWall(flats.plan, flats.units, flats.best!);
    const ports = pipes.flatMap((p) => [...p.connectors, ...p.without].map((c) => `${c.unit} ${c.side}`));
    expect(ports.toSorted()).toEqual(["u1a inlet", "u1a outlet", "u1b inlet", "u1b outlet"]);
    const rigid = pipes.flatMap((p) => p.without);
    const nuts = flats.assembly!.fittings.filter((f) => f.fitting.id.startsWith("connector-o-ring"));
    expect(nuts.length).toBe(rigid.length);
  });

  it("leaves no choice of fittings where a connector goes", () => {
    const ends = ({ plan, assembly }: ReturnType<typeof built>) =>
      openChoices(plan, assembly!)
        .map((c) => c.end)
        .filter((end) => end.startsWith("u1."));
    const rigid = ends(built(["CT-1252"], inCopper("none")));
    expect(rigid).toEqual(["u1.inlet", "u1.outlet"]);
    expect(ends(built(["CT-1252"], inCopper()))).toEqual([]);
  });

  it("keeps to fittings where none is long enough to turn", () => {
    expect(endsBeyond({ lengthMm: 160, insideMm: 19, bendMm: 80 }, 120)).toBeUndefined();
    expect(flexibleOf({ lengthMm: 160, insideMm: 19, bendMm: 80 }).likeM).toBeCloseTo(0.48, 9);
  });
});

describe("the catalogue's connectors", () => {
  it("bend once each, and are counted by their bores", () => {
    const connectors = all.flatMap((f) => (f.flexible ? [f.flexible] : []));
    expect(connectors.length).toBeGreaterThan(50);
    for (const c of connectors) expect(c.lengthMm).toBeGreaterThanOrEqual(80 + (Math.PI / 2) * c.bendMm);
  });
});
