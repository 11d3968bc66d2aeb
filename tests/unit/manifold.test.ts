import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { surveys } from "@/data/demo/surveys";
import { misfits } from "@/core/fit/judge";
import { placingOf } from "@/core/fit/routes";
import { usualPlacing } from "@/core/fit/patience";
import { bodiesOf, ownPipesOf, portOf, type Standing } from "@/core/fit/standing";
import { overlap } from "@/core/fit/wall";
import { loadEngine } from "@/core/plumbing/engine";
import { inpOf } from "@/core/plumbing/inp";
import { namesOf } from "@/core/plumbing/named";
import type { Network } from "@/core/plumbing/network";
import { readInp } from "@/core/plumbing/readInp";
import { servedBy } from "@/core/plumbing/way";
import { boreKey, judgedCase, laidRuns, pressuresOf, trainNetwork } from "@/core/plumbing/pressure";
import type { Piping } from "@/core/plumbing/piping";
import { pipeLoss, supplyPressure } from "@/core/plumbing/supply";
import { lossCurve, unitLoss } from "@/core/treatment";
import { pipes } from "@/catalogue/pipes";
import { assemblyOf, draftBasis, draftNetwork, drivingOf, judgedOf } from "@/core/record";
import { judgeJob } from "@/core/train";
import { knowledge, signed, surveyed, type Desk } from "./desk";
import { built, checkJoints, line, pex } from "./piped";
import { fitted, placeAll } from "./placing";

const engine = await loadEngine();
const copper: Piping = { system: "copper", size: "1-1/4", method: "solder", ring: "crimp" };
const supply = { static: 560, k: 0.02, assumed: false };
const made = (codes: readonly string[], piping: Piping = pex) =>
  built(codes, { house: piping, train: piping, threads: "rule" });
const parallel = (codes: readonly string[]) => codes.map((c) => Number(c.split("x")[1] ?? 1));

/** A train's units as they lose pressure, each of those side by side. */
function unitsOf(codes: readonly string[]) {
  const counts = parallel(codes);
  return line(codes).flatMap(({ unit, model }, i) =>
    Array.from({ length: counts[i]! }, (_, k) => ({
      key: counts[i]! > 1 ? `${unit.key}${"abcdef"[k]}` : unit.key,
      of: unit.key,
      ...lossCurve(model.lossPoints),
    })),
  );
}
const boresOf = ({ system, size }: Piping) => {
  const { C, idMm } = pipes[system === "copper" ? "copperL" : system]!;
  return { [boreKey({ system, size })]: { C, idMm: idMm[size]! } };
};

/** The flats of the demo, as they are surveyed and designed. */
function flats(answers: Readonly<Record<string, string>> = {}): Desk {
  const d = surveyed().answer({ ...surveys.flats, ...answers });
  const units = [
    { key: "u1", model: "KT-1354", parallel: 2 },
    { key: "u2", model: "SF-300", parallel: 2 },
  ];
  return d.do({ kind: "designChanged", units, what: "Two and two", seen: d.job.designSeq });
}

describe("units side by side", () => {
  it("have a tee at each but the last of a pipe, every port joined, and no piece too short", () => {
    for (const [codes, piping] of [
      [["KT-1354x2", "SF-300x2"], copper],
      [["SF-300x3"], pex],
      [["UV-45x2"], pex],
      [["PS-20x2", "CT-1054"], pex],
    ] as const) {
      const { plan, assembly } = made(codes, piping);
      checkJoints(assembly!, plan);
      expect(assembly!.faults).toEqual([]);
      const tees = assembly!.fittings.filter((f) => f.fitting.shape === "tee").length;
      // Two of the bypass, and one less than units on either side of each manifold.
      const asked = parallel(codes).reduce((sum, n) => sum + 2 * (n - 1), 2);
      expect(tees, codes.join()).toBe(asked);
    }
  });

  it("stand apart by the room that each keeps free, their pipes clear of every body and ending at its ports", () => {
    const { units, best } = made(["KT-1354x2", "SF-300x3"]);
    for (const [i, unit] of units.entries())
      for (const mirrored of [false, true]) {
        const at: Standing = { ...best!.standings[i]!, mirrored };
        const bodies = bodiesOf(unit, at).toSorted((a, b) => a.x - b.x);
        bodies.slice(1).forEach((b, k) => {
          const before = bodies[k]!;
          expect(b.x - before.x - before.width).toBeGreaterThanOrEqual(unit.free.around);
        });
        const own = ownPipesOf(unit, at);
        const headers = own.filter(
          (points) => points.length === bodies.length && points[0]!.y === points[1]!.y,
        );
        expect(headers).toHaveLength(2);
        for (const header of headers)
          for (const body of bodies)
            expect(header.every((p) => p.y >= body.y + body.height + unit.free.above)).toBe(true);
        const ends = own.filter((points) => !headers.includes(points)).map((points) => points.at(-1)!);
        const inside = (p: { readonly x: number; readonly y: number }) =>
          bodies.filter((b) => overlap(b, { x: p.x - 1, y: p.y - 1, width: 2, height: 2 }));
        for (const body of bodies) expect(ends.filter((p) => inside(p)[0] === body)).toHaveLength(2);
        const inlet = portOf(unit, unit.ports!.inlet, at);
        expect(inlet.facing).toBe(mirrored ? "right" : "left");
      }
  });

  it("share any flow alike, because water has equally far through each", () => {
    const codes = ["CT-1252x2", "SF-300x3"];
    const { assembly } = made(codes);
    const train = { assembly: assembly!, units: unitsOf(codes), supply, bores: boresOf(pex) };
    fc.assert(
      fc.property(fc.double({ min: 2, max: 60, noNaN: true }), (peak) => {
        const found = pressuresOf(engine, train, { peak, shower: 7.6 }).peak!;
        expect(found.shares.map((s) => s.flows.length)).toEqual([2, 3]);
        for (const { flows } of found.shares)
          for (const flow of flows) expect(flow / (found.drawn / flows.length)).toBeCloseTo(1, 1);
        // In a leg runs what its unit takes, in the pipes of the line all of it.
        const speed = (run: string) => found.speeds.find((s) => s.run === run)!.ms;
        expect(speed("u1.inlet.l1") / speed("r1")).toBeCloseTo(1 / 2, 1);
        expect(speed("u2.outlet.l3") / speed("r1")).toBeCloseTo(1 / 3, 1);
        expect(speed("u2.inlet.h1") / speed("r1")).toBeCloseTo(2 / 3, 1);
        for (const { flows } of found.shares)
          expect(flows.reduce((a, b) => a + b, 0)).toBeCloseTo(found.drawn, 3);
      }),
      { numRuns: 12 },
    );
  });

  it("one that is dirtier than its equal takes less", () => {
    const codes = ["CT-1252x2"];
    const { assembly } = made(codes);
    const [one, two] = unitsOf(codes);
    const units = [{ ...one!, b: 4 * (one!.b + 0.01) }, two!];
    const { peak } = pressuresOf(
      engine,
      { assembly: assembly!, units, supply, bores: boresOf(pex) },
      { peak: 40, shower: 7.6 },
    );
    const [dirty, clean] = peak!.shares[0]!.flows;
    expect(dirty).toBeLessThan(0.9 * clean!);
  });

  it("take of the pressure what their shares take, by formula as by the engine", () => {
    const codes = ["KT-1354x2", "SF-300x2"];
    const { assembly } = made(codes, copper);
    const train = { assembly: assembly!, units: unitsOf(codes), supply, bores: boresOf(copper) };
    const flow = 90;
    const runs = laidRuns(train);
    expect(runs).toHaveLength(3);
    const inPipes = runs.flat().reduce((sum, p) => sum + pipeLoss(p, flow), 0);
    const [first, , third] = train.units;
    const inUnits = unitLoss(first!, flow / 2) + unitLoss(third!, flow / 2);
    const found = pressuresOf(engine, train, { peak: flow, shower: 7.6 }).peak!;
    const left = supplyPressure(supply, flow) - inPipes - inUnits;
    // Closed formula and engine agree to 0.5 % (handbook 3).
    expect(Math.abs(found.kPa - left)).toBeLessThan(0.005 * (inPipes + inUnits) + 0.3);
  });

  it("one that is backwashed gets its water from ahead, and none back through its equal", () => {
    const codes = ["SF-300x2"];
    const { assembly } = made(codes);
    const units = unitsOf(codes).map((u) => ({ ...u, wash: 19 }));
    const train = { assembly: assembly!, units, supply, bores: boresOf(pex) };
    const wash = pressuresOf(engine, train, { shower: 7.6 }).wash!;
    expect(wash.unit).toBe("u1");
    expect(wash.shares[0]!.flows.map((f) => Math.abs(Math.round(1000 * f)))).toEqual([0, 0]);
  });

  it("are not placed where something is in the way of their manifold", () => {
    const { wall, units, best } = made(["SF-300x2"]);
    const [at] = best!.standings;
    const [header] = ownPipesOf(units[0]!, at!);
    const [a, b] = header!;
    const shelf = {
      id: "shelf",
      kind: "shelf" as const,
      x: a!.x + 50,
      y: a!.y - 5,
      width: b!.x - a!.x - 100,
      height: 10,
    };
    const found = misfits({ ...wall, obstacles: [shelf] }, units, [at!]);
    expect(found).toContainEqual({ is: "zone", unit: "u1", what: "manifold", other: "shelf" });
  });

  it("are called by their numbers, and their pipes by where they lead", () => {
    const { assembly } = made(["SF-300x2"]);
    const unit = { key: "u1", code: "SF-300", count: 2 };
    const names = namesOf(assembly!, { line: [unit], units: [unit], levers: new Map() }, "metric");
    expect(names.part("u1b")).toBe("SF-300 2");
    expect(names.run("r1")).toBe("from the cut to SF-300 × 2");
    const legs = assembly!.runs.map((r) => names.run(r.id));
    expect(legs).toContain("the leg of the manifold before SF-300 1");
    expect(legs).toContain("the manifold behind SF-300 × 2");
    const tee = assembly!.fittings.find((f) => f.isShared && f.run !== "bypass")!;
    expect(names.run(tee.run)).toBe("the manifold before SF-300 × 2");
  });

  it("have their manifold made at the bench, but for its joints with units and with the pipes that come to it", () => {
    const { assembly } = made(["SF-300x2"]);
    const ofHeader = assembly!.joints.filter((j) => /^u1\.(inlet|outlet)\.h/.test(j.run));
    expect(ofHeader).toHaveLength(4);
    expect(ofHeader.every((j) => j.where === "bench")).toBe(true);
    const ofLeg = assembly!.joints.filter((j) => j.run === "u1.inlet.l1");
    expect(ofLeg[0]!.where).toBe("bench");
    expect(ofLeg.filter((j) => j.where === "wall")).toHaveLength(1);
  });
});

describe("the flats", () => {
  it("stand in their cupboard, and their pressure at the top floor is judged", () => {
    const d = placeAll(flats());
    const fit = fitted(d.job);
    const assembly = assemblyOf(fit, d.job, knowledge)!;
    expect(assembly.faults).toEqual([]);
    const judged = judgeJob(draftBasis(d.job), knowledge);
    const { peak, shower, ...train } = drivingOf(fit, d.job, judged, knowledge)!;
    const found = pressuresOf(engine, { ...train, assembly }, { peak, shower });
    expect(found.peak!.isAtTap).toBe(true);
    expect(found.peak!.drawn).toBeCloseTo(peak!, 1);
    // One shower stands 27 ft over the cut: 80.7 kPa of the supply at rest lift its water.
    const height = found.peak!.losses.find((l) => l.of === "height")!;
    expect(height.kPa).toBeCloseTo(9.80665 * 27 * 0.3048, 6);
    expect(judgedCase(found.peak!).left).toBe("Check");
    expect(judgedCase(found.shower!).left).toBe("Good");
  });

  it("lose in the house's own pipe what one shower loses there, whatever else is drawn before it", () => {
    const at = (pipe: string) => {
      const d = placeAll(flats({ "farTap.pipe": pipe, "house.runs": "own" }));
      const fit = fitted(d.job);
      const judged = judgeJob(draftBasis(d.job), knowledge);
      const { peak, shower, ...train } = drivingOf(fit, d.job, judged, knowledge)!;
      return pressuresOf(
        engine,
        { ...train, assembly: assemblyOf(fit, d.job, knowledge)! },
        { peak, shower },
      );
    };
    const [near, far] = [at("10 m"), at("60 m")];
    const run = { lengthM: 50, C: pipes.copperL!.C, idMm: pipes.copperL!.idMm["1"]! };
    const lost = pipeLoss(run, 7.6);
    expect(near.peak!.kPa - far.peak!.kPa).toBeGreaterThan(0.9 * lost);
    expect(near.peak!.kPa - far.peak!.kPa).toBeLessThan(1.1 * lost);
  });

  it("are judged at the worst of several taps: the highest runs first, and what none of them takes is drawn nearer", () => {
    const pressures = (taps: string, runs = "own") => {
      const answers = { "farTap.rise": "", "farTap.pipe": "", "house.taps": taps, "house.runs": runs };
      const d = placeAll(flats(answers));
      const fit = fitted(d.job);
      const judged = judgeJob(draftBasis(d.job), knowledge);
      const { peak, shower, ...train } = drivingOf(fit, d.job, judged, knowledge)!;
      const whole = { ...train, assembly: assemblyOf(fit, d.job, knowledge)! };
      return { whole, peak: peak!, found: pressuresOf(engine, whole, { peak, shower }) };
    };
    const one = pressures("shower: 8, 20 m");
    const two = pressures("kitchen sink: 2, 10 m\nshower: 8, 20 m");
    expect(two.found.peak!.tap).toBe("shower");
    expect(two.found.peak!.drawn).toBeCloseTo(two.peak, 1);
    // The sink takes from what was drawn nearer before: the shower has as much as alone, or hardly less.
    expect(two.found.peak!.kPa).toBeCloseTo(one.found.peak!.kPa, 0);
    // On one pipe, as is taken while nobody says so, the sink is felt at the shower.
    const common = pressures("kitchen sink: 2, 10 m\nshower: 8, 20 m", "");
    expect(common.whole.house).toEqual({ branchM: 3, isAssumed: true });
    expect(common.found.peak!.kPa).toBeLessThan(two.found.peak!.kPa - 0.3);
    const drawn = trainNetwork(two.whole, 20).fixtures;
    // Shower 7.6, sink 6.8, the rest right behind the train.
    expect(drawn.map((f) => f.flow.toFixed(1))).toEqual(["7.6", "6.8", "5.6"]);
    // Two of a kind are counted; the higher one has less.
    expect(pressures("shower: 2, 10 m\nshower: 8, 20 m").found.peak!.tap).toBe("shower 2");
    // One shower alone is drawn at the worst tap only.
    expect(trainNetwork(two.whole, 7.6).fixtures).toHaveLength(1);
  });

  it("say nothing of a tap whose height or way nobody measured: that is never taken for none", () => {
    for (const open of ["farTap.rise", "farTap.pipe"]) {
      const d = placeAll(flats({ [open]: "", "house.taps": "" }));
      const fit = fitted(d.job);
      const judged = judgeJob(draftBasis(d.job), knowledge);
      const { peak, shower, ...train } = drivingOf(fit, d.job, judged, knowledge)!;
      expect(train.taps, open).toEqual([]);
      const assembly = assemblyOf(fit, d.job, knowledge)!;
      const found = pressuresOf(engine, { ...train, assembly }, { peak, shower });
      expect(judgedCase(found.peak!).left, open).not.toBe("Good");
    }
  });

  it("are judged with their pipes once they are placed", () => {
    const d = flats();
    const before = judgeJob(draftBasis(d.job), knowledge).house.pressurePeak!;
    placeAll(d);
    expect(judgedOf(d.job, knowledge).house.pressurePeak!).toBeLessThan(before - 5);
  });

  it("have a salt tank for each softener, within reach of its own valve", () => {
    const d = placeAll(flats({ "space.width": "200 in" }));
    const { tanks, found, units } = fitted(d.job);
    expect(tanks.map((t) => [t.key, t.name])).toEqual([
      ["u2a.salt", "salt tank of SF-300 1"],
      ["u2b.salt", "salt tank of SF-300 2"],
    ]);
    if (found.is !== "known") throw new Error("nobody measured the wall");
    const standings = units.map((u) => d.job.places[u.key]!);
    const [first, second] = bodiesOf(units[1]!, standings[1]!);
    const tank = tanks[0]!;
    // 1.5 m from the first valve, though the second is nearer.
    const x = first!.x + first!.width + 1510;
    expect(x - second!.x - second!.width).toBeLessThan(1500);
    const at = { x, y: 0, lies: false, mirrored: false };
    expect(misfits(found.wall, [...units, tank], [...standings, at])).toContainEqual({
      is: "tooFar",
      unit: "u2a.salt",
      other: "u2",
      by: 10,
    });
    const places = { "u2a.salt": { ...at, x: x - 10 } };
    d.do({ kind: "unitsPlaced", places, what: "put", seen: d.job.designSeq });
    expect(fitted(d.job).units.map((u) => u.key)).toEqual(["u1", "u2", "u2a.salt"]);
    signed(d);
    expect(Object.keys(d.job.revisions.at(-1)!.places!).sort()).toEqual(["u1", "u2", "u2a.salt"]);
  });

  it("come out of a network's file as they went in: loops, heights and taps", () => {
    const network = draftNetwork(placeAll(flats()).job, knowledge)!;
    const read = readInp(inpOf(network));
    if (!read.ok) throw new Error(read.why);
    expect(read.leftOut).toEqual([]);
    const taps = (of: Network) => {
      const open = engine.open(of);
      const served = servedBy(of, open.solve()!).map((s) => s.kPa);
      open.close();
      return served;
    };
    const [before, after] = [taps(network), taps(read.network)];
    // Three taps of the house, and what is drawn nearer.
    expect(after).toHaveLength(4);
    after.forEach((kPa, i) => expect(Math.abs(kPa - before[i]!)).toBeLessThan(0.2));
  });

  it("find their places in every turn that they are put back in", () => {
    const d = placeAll(flats());
    const { found, units } = fitted(d.job);
    if (found.is !== "known") throw new Error("nobody measured the wall");
    const standings = units.map((u) => d.job.places[u.key]!);
    expect(misfits(found.wall, units, standings)).toEqual([]);
    expect(placingOf(found.wall, units, standings, usualPlacing.clear)!.routes).toHaveLength(3);
  });
});
