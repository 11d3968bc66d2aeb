import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { JobPiping } from "@/core/fit/jobPiping";
import { bendLength, IN_LINE, leastSwing, ledOver } from "@/core/fit/offset";
import { pipesOnWall } from "@/core/fit/piped";
import { joints as rules } from "@/catalogue/joints";
import { assembled } from "@/core/plumbing/assembly";
import type { Run } from "@/core/plumbing/run";
import { fittingOf, unitStub, type Piping } from "@/core/plumbing/piping";
import { noGround, takeOff } from "@/core/plumbing/takeOff";
import { all, built, checkJoints, copper, pex } from "./piped";

const cpvc: Piping = { system: "cpvc", size: "3/4", method: "cement", ring: "crimp" };
const pushed: Piping = { ...copper, method: "pushFit" };
const of = (pipe: Piping, standOff?: number): JobPiping => ({
  house: pipe,
  train: pipe,
  threads: "rule",
  flexible: "none",
  standOff,
});
const offsets = ({ plan, units, best }: ReturnType<typeof built>) =>
  pipesOnWall(plan, units, best!).map((p) => p.offset);
const shapes = ({ assembly }: ReturnType<typeof built>, shape: string) =>
  assembly!.fittings.filter((f) => f.fitting.shape === shape);

describe("a pipe between ends that are not as far off the wall", () => {
  it("is led over at a corner by two swivelled 90s, worked by hand", () => {
    const inLine = built(["CT-1054"], of(copper, 203.5));
    const near = built(["CT-1054"], of(copper, 40));
    // A tank of 257 mm stands 75 mm off the wall: its ports are 203.5 mm off it, 164 mm from a pipe at 40.
    expect(near.plan.units[0]!.off).toEqual({ back: 75, inlet: 203.5, outlet: 203.5 });
    expect(offsets(inLine)).toEqual([undefined, undefined]);
    expect(offsets(near)).toEqual([
      { mm: 164, by: "corner" },
      { mm: 164, by: "corner" },
    ]);
    expect(shapes(near, "elbow90").length - shapes(inLine, "elbow90").length).toBe(2);
    // 3/4 soldered: 13 mm in each elbow.
    const over = near.assembly!.pieces.filter((p) => p.id.endsWith(".over"));
    expect(over.map((p) => p.lengthMm)).toEqual([164 - 26, 164 - 26]);
    expect(near.assembly!.faults).toEqual([]);
    expect(near.best!.standings).toEqual(inLine.best!.standings);
  });

  it("is led over by two 45s in a straight way where the pipe has them, and else by two 90s if they reach", () => {
    const straight = (piping: Piping, mm: number) => {
      const stub = unitStub(all, { system: "NPT", size: piping.size, gender: "female" }, piping)!;
      const at = (part: string) => ({ is: "unit" as const, part, stub });
      const run: Run = {
        id: "r1",
        points: [
          { x: 0, y: 0 },
          { x: 800, y: 0 },
        ],
        from: at("a"),
        to: at("b"),
      };
      const elbow = fittingOf(all, "elbow90", piping)!;
      const led = ledOver(run, mm, [], { bent: all, elbow, piping });
      return { ...led, built: assembled(all, [led.run], piping, { threads: "rule" })! };
    };
    const soldered = straight(copper, 55);
    expect(soldered.fits).toBe(true);
    // 55 · √2 = 78 between their middles, less 6.5 in each.
    expect(soldered.built.pieces.map((p) => [p.id, p.lengthMm])).toContainEqual(["r1.p1.over", 78 - 13]);
    expect(soldered.built.faults).toEqual([]);
    // No push-fit 45 exists, and two 90s with their shortest piece reach 94 mm.
    expect(straight(pushed, 55).fits).toBe(false);
    expect(straight(pushed, 94)).toMatchObject({ fits: true, offset: { by: "straight" } });
    expect(straight(pushed, 94).built.faults).toEqual([]);
  });

  it("brings out what is nearer where no fitting leads over: a housing on blocking, in line with the tank behind it", () => {
    const train = built(["PS-20", "CT-1054"], of(pushed, 40));
    const { backs } = train.assembly!;
    const [housing, tank] = train.plan.units;
    expect(backs!.u1).toBe(tank!.off!.inlet - housing!.off!.outlet);
    expect(train.assembly!.faults).toEqual([]);
    const brought = ["PS-20", "CT-1054"].map((code, i) => ({
      key: `u${i + 1}`,
      code,
      count: 1,
      notInBox: [],
      tools: [],
      hangs: i === 0,
      fullKg: 5,
      hasBowl: false,
      asks: new Set<never>(),
    }));
    const lines = takeOff(train.assembly!, brought, noGround, {
      pipe: (p) => p.size,
      rules,
      anchors: {},
      profile: "metric",
    });
    expect(lines.filter((l) => l.id.startsWith("spacer")).map((l) => l.what)).toEqual([
      expect.stringMatching(/^blocking behind PS-20, \d+ mm thick$/),
    ]);
  });

  it("bends over by itself off a coil, no tighter than eight times its outside", () => {
    const bent = built(["CT-1054"], of({ ...pex, size: "3/4" }, 40));
    expect(offsets(bent).every((o) => o !== "unknown" && o?.by === "bend")).toBe(true);
    expect(bendLength(100, 229)).toBeCloseTo(Math.sqrt(100 * (4 * 229 - 100)), 9);
    expect(bendLength(500, 229)).toBeUndefined();
    // Both arcs turn by the same angle a: over by 2R(1 − cos a), on by 2R·sin a.
    fc.assert(
      fc.property(
        fc.double({ min: 0.05, max: Math.PI / 2, noNaN: true }),
        fc.double({ min: 50, max: 400, noNaN: true }),
        (a, radius) => {
          const over = 2 * radius * (1 - Math.cos(a));
          expect(bendLength(over, radius)).toBeCloseTo(2 * radius * Math.sin(a), 6);
        },
      ),
    );
  });

  it("is unknown where nobody measured how far off the house's pipe is, and known between two units", () => {
    const [before, between, behind] = offsets(built(["PS-20", "CT-1054"], of(copper)));
    expect([before, behind]).toEqual(["unknown", "unknown"]);
    expect(between).not.toBe("unknown");
  });

  it("brings a tank out until two 90s reach it, or lines it up with what comes to it", () => {
    const elbow = fittingOf(all, "elbow90", pushed)!;
    const reach = leastSwing({ bent: all, elbow, piping: pushed });
    expect(reach).toBe(94);
    const between = built(["CT-1054"], of(pushed, 203.5 - 60));
    expect(between.assembly!.backs).toEqual({ u1: 75 + 34 });
    expect(between.assembly!.faults).toEqual([]);
    expect(built(["CT-1054"], of(pushed, 300)).assembly!.backs).toEqual({ u1: 300 - 128.5 });
    expect(built(["CT-1054"], of(pushed, 203.5 - IN_LINE)).assembly!.backs).toEqual({ u1: 75 });
  });

  it("is joined whole wherever the house's pipe is", () => {
    fc.assert(
      fc.property(
        fc.constantFrom(["CT-1054"], ["PS-20", "SF-100"], ["UV-30"], ["CT-1054x2"]),
        fc.constantFrom(copper, cpvc, pex),
        fc.integer({ min: 20, max: 400 }),
        (codes, pipe, standOff) => {
          const train = built(codes, of(pipe, standOff));
          if (!train.best) return;
          checkJoints(train.assembly!, train.plan);
          const out = (key: string, back: number) => train.assembly!.backs![key]! - back;
          const ends = [
            standOff,
            ...train.plan.units.flatMap(({ key, off }) => [
              off!.inlet + out(key, off!.back),
              off!.outlet + out(key, off!.back),
            ]),
            standOff,
          ];
          const apart = train.best.routes.map((_, i) =>
            Math.round(Math.abs(ends[2 * i + 1]! - ends[2 * i]!)),
          );
          const found = pipesOnWall(train.plan, train.units, train.best).slice(0, apart.length);
          expect(found.map((p) => (p.offset === "unknown" ? NaN : (p.offset?.mm ?? 0)))).toEqual(
            apart.map((mm) => (mm <= IN_LINE ? 0 : mm)),
          );
        },
      ),
      { numRuns: 25 },
    );
  }, 120_000);
});
