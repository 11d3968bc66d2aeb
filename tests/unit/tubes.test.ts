import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { joints as rules } from "@/catalogue/joints";
import { unitModels } from "@/catalogue/units";
import { placementsOf, type PlacedUnit } from "@/core/families";
import { cabinetOf } from "@/core/fit/cabinet";
import {
  jointsOfTubes,
  measuredTubes,
  tubeName,
  tubingOf,
  type SurveyedThreads,
  type TubePoint,
  type TubeWays,
} from "@/core/fit/tubes";
import { tubeLines } from "@/core/fit/tubesBrought";
import { waysInRoom } from "@/core/fit/tubeWays";
import { knowledge, surveyed } from "./desk";
import { line } from "./piped";

const { fittings } = knowledge;

/** Units of a design with where each stands. */
function placed(codes: readonly string[]) {
  const units = line(codes);
  const where = placementsOf(units);
  return units.map((u: PlacedUnit) => ({ ...u, placement: where.get(u.unit.key)! }));
}
const tubing = (codes: readonly string[], threads = {}) => tubingOf(placed(codes), threads);
const said = (codes: readonly string[]) =>
  tubing(codes).tubes.map((t) => `${tubeName(t)}: ${t.from.name} → ${t.to.name}`);

/** A cabinet with all that tubes end at. */
const cabinet = {
  "sink.width": "900 mm",
  "sink.height": "700 mm",
  "sink.depth": "500 mm",
  "sink.inside":
    "cold stop: 850, 400, 40, 60 mm\nfaucet hole: 500, 660, 40, 40 mm\ntrap: 600, 400, 100, 150 mm",
};
const stoodIn = (codes: readonly string[], answers: Readonly<Record<string, string>> = {}) => {
  const found = cabinetOf(surveyed().answer({ ...cabinet, ...answers }).job.answers, placed(codes));
  if (found.is !== "fits") throw new Error(found.is);
  return found;
};
const lengthsOf = (codes: readonly string[], answers = {}) => {
  const { room, units, standings } = stoodIn(codes, answers);
  return measuredTubes(tubing(codes).tubes, waysInRoom(room, units, standings)).map((t) => t.lengthMm);
};

describe("the tubes of a unit at a sink", () => {
  it("lead from its stop, to its tank, its faucet and its saddle, by its own ports and colours", () => {
    expect(said(["RO-T5"])).toEqual([
      "white 1/4 in tube: the feed adapter's valve → RO-T5, Feed",
      "blue 1/4 in tube: RO-T5, Faucet → the faucet's shank",
      "green 1/4 in tube: RO-T5, Tank tube → tank of RO-T5, its valve",
      "red 1/4 in tube: RO-T5, Drain → the drain saddle",
    ]);
  });
  it("go through what stands on its feed and on its product line, along the water", () => {
    expect(said(["LS-1", "RO-D", "RM-1"])).toEqual([
      "white 1/4 in tube: the feed adapter's valve → LS-1, In",
      "white 1/4 in tube: LS-1, Out → RO-D, Feed",
      "blue 1/4 in tube: RO-D, Product → RM-1, Marked in",
      "blue 1/4 in tube: RM-1, Marked out → the faucet's shank",
      "black 1/4 in tube: RO-D, Drain → the drain saddle",
    ]);
  });
  it("come back to the kitchen's own faucet by a loop, with no saddle", () => {
    const loop = tubing(["PF-1"]);
    expect(loop.tubes.map((t) => [t.from.name, t.to.name])).toEqual([
      ["the loop adapter, out", "PF-1, Head, in"],
      ["PF-1, Head, out", "the loop adapter, back"],
    ]);
    expect(loop.fixed.map((j) => j.parts.join(" on "))).toEqual([
      "the loop adapter on the cold stop",
      "the faucet's hose on the loop adapter",
    ]);
  });
  it("leave a tee of the unit's own where it comes with one, and branch off to an ice maker", () => {
    expect(said(["PL-2"])[0]).toBe("white 1/4 in tube: PL-2, Tee → PL-2, In");
    // On another's line its tee is not needed.
    const [ro, lamp] = placed(["RO-D", "PL-2"]);
    const onProduct = { ...lamp!, placement: { connects: "product" as const, host: ro!.unit.key } };
    const ends = tubingOf([ro!, onProduct]).tubes.map((t) => `${tubeName(t)}: ${t.from.name} → ${t.to.name}`);
    expect(ends.slice(1, 3)).toEqual([
      "blue 1/4 in tube: RO-D, Product → PL-2, In",
      "blue 1/4 in tube: PL-2, Out → the faucet's shank",
    ]);
    const ice = said(["RO-T5", "IM-1"]);
    expect(ice).toContain("blue 1/4 in tube: RO-T5, Faucet → IM-1, Tee");
    expect(ice).toContain("blue 3/8 in tube: IM-1, Tee → the faucet's shank");
    // An ice maker stands on 3/8 in tube: a 1/4 in line takes a union before and behind its tee.
    const lines = tubeLines(tubing(["RO-T5", "IM-1"]), {}, { rules, fittings });
    expect(lines.filter((l) => l.what.startsWith("union")).map((l) => l.what)).toEqual([
      "union for tube, 1/4 × 3/8 in",
      "union for tube, 3/8 × 1/4 in",
    ]);
    expect(ice.some((t) => t.endsWith("→ the ice maker"))).toBe(true);
  });
  it("are of units that stand elsewhere too: on the cold pipe, at one appliance; a unit in the line has none", () => {
    expect(said(["RO-H"])).toEqual([
      "white 1/4 in tube: the valve at the cold pipe → RO-H, Feed",
      "blue 1/4 in tube: RO-H, Product → the float valve",
      "black 1/4 in tube: RO-H, Waste, behind the flush valve → the drain, above an air gap",
    ]);
    expect(said(["MS-2"])).toHaveLength(3);
    expect(said(["CT-1054", "SF-100"])).toEqual([]);
  });
  it("join every port of every unit that can stand so, or name it as open", () => {
    for (const model of unitModels.values()) {
      const [unit] = placed([model.code]);
      if (!["sink", "supply", "appliance"].includes(unit!.placement.connects)) continue;
      const { tubes, fixed, open } = tubing([model.code]);
      const joined = tubes.flatMap(({ from, to }) =>
        [from, to].flatMap(({ at }) => (at.is === "unit" ? [at.port.port] : [])),
      );
      const all = (model.fit?.ports ?? []).map((p) => p.port).filter((p) => p !== "Tank");
      expect([...new Set([...joined, ...open.map((o) => o.port)])].toSorted(), model.code).toEqual(
        all.toSorted(),
      );
      expect(fixed.some((j) => j.is === "tank")).toBe(
        (model.fit?.ports ?? []).some((p) => p.port === "Tank"),
      );
    }
  });
});

describe("how long a tube is", () => {
  const point = fc.record({
    x: fc.integer({ min: 0, max: 900 }),
    y: fc.integer({ min: 0, max: 700 }),
    z: fc.integer({ min: 0, max: 500 }),
  });
  const ways = (from: TubePoint, to: TubePoint, depth: number | undefined): TubeWays => ({
    pointOf: (end) => (end.is === "place" ? from : to),
    depthOf: () => depth,
  });
  const [feed] = tubing(["RO-T5"]).tubes;
  it("is its way along the sides, the unit's depth as slack and what goes into its port, to the next 10 mm up", () => {
    fc.assert(
      fc.property(point, point, fc.integer({ min: 50, max: 500 }), (a, b, depth) => {
        const [tube] = measuredTubes([feed!], ways(a, b, depth));
        const way = Math.abs(a.x - b.x) + Math.abs(a.y - b.y) + Math.abs(a.z - b.z);
        const least = way + depth + 15;
        expect(tube!.lengthMm! % 10).toBe(0);
        expect(tube!.lengthMm! - least).toBeGreaterThanOrEqual(0);
        expect(tube!.lengthMm! - least).toBeLessThan(10);
      }),
    );
  });
  it("is unknown while it is not known where it ends, or how far the unit is drawn out", () => {
    const here = { x: 0, y: 0, z: 0 };
    expect(measuredTubes([feed!], ways(here, here, undefined))[0]!.lengthMm).toBeUndefined();
    expect(
      measuredTubes([feed!], { pointOf: () => undefined, depthOf: () => 100 })[0]!.lengthMm,
    ).toBeUndefined();
  });
  it("is found from where all stands in its cabinet, and not without its stop or its hole", () => {
    expect(lengthsOf(["RO-D"]).every((mm) => mm !== undefined && mm > 400)).toBe(true);
    const noStop = { "sink.inside": "faucet hole: 500, 660, 40, 40 mm\ntrap: 600, 400, 100, 150 mm" };
    expect(lengthsOf(["RO-D"], noStop)[0]).toBeUndefined();
    expect(lengthsOf(["RO-D"], noStop)[1]).toBeDefined();
  });
  it("is this by hand: RO-D against the left side, its stop 850 mm to the right", () => {
    const { room, units, standings } = stoodIn(["RO-D"]);
    const { pointOf } = waysInRoom(room, units, standings);
    const stop = pointOf({ is: "place", place: "stop" })!;
    // Middle of the stop: 850 + 20, 400 + 30, on the back wall.
    expect(stop).toEqual({ x: 870, y: 430, z: 0 });
    const [feedOf] = tubing(["RO-D"]).tubes;
    const port = pointOf(feedOf!.to.at)!;
    // Its feed port: 50 mm right of its middle, 80 above its foot, at its back.
    expect(port).toEqual({ x: standings[0]!.x + 75 + 50, y: standings[0]!.y + 80, z: 0 });
    const way = stop.x - port.x + (stop.y - port.y);
    expect(lengthsOf(["RO-D"])[0]).toBe(Math.ceil((way + 450 + 15) / 10) * 10);
  });
});

describe("what tubes ask for", () => {
  const bought = (codes: readonly string[], threads = {}) =>
    tubeLines(tubing(codes, threads), threads, { rules, fittings });
  it("is nothing that comes in the box but its joints' inserts and tools", () => {
    const lines = bought(["RO-T5"]);
    expect(lines.filter((l) => l.group === "pipe")).toEqual([]);
    expect(lines.find((l) => l.what === "insert for 1/4 in tube")).toMatchObject({ count: 1 });
    expect(lines.map((l) => l.what)).toContain("tube cutter");
    for (const l of lines) expect(l.why.length, l.id).toBeGreaterThan(0);
  });
  it("is an adapter where the stop and the faucet's hose are of two sizes", () => {
    expect(bought(["RO-T5"], { stop: "1/2", hose: "3/8" }).map((l) => l.what)).toContain(
      "adapter from the feed adapter's 1/2 in to the faucet hose's 3/8 in",
    );
    expect(bought(["RO-T5"], { stop: "3/8", hose: "3/8" }).some((l) => l.what.startsWith("adapter"))).toBe(
      false,
    );
    expect(bought(["RO-T5"], { stop: "3/8" }).some((l) => l.what.startsWith("adapter"))).toBe(false);
  });
  it("is fittings between an appliance's tap and the tee of its softener, where their threads are not one size", () => {
    const adapters = (threads: SurveyedThreads) =>
      bought(["MS-2"], threads)
        .filter((l) => l.group === "fittings")
        .map((l) => [l.count, l.part, l.why.map((w) => (w.by === "rule" ? w.says : w.id))]);
    expect(adapters({ tap: "1/2" })).toEqual([]);
    expect(adapters({})).toEqual([]);
    const asked = adapters({ tap: "3/4" });
    expect(asked.flatMap(([, , why]) => why)).toEqual(
      expect.arrayContaining(["the pipe's outlet is 3/4 in", "the appliance's tap is 3/4 in", "u1"]),
    );
    const ids = new Set(fittings.map((f) => `fitting ${f.id}`));
    for (const [, part] of asked) expect(ids).toContain(part);
    // Its own outlet is a hose of 3/4 in.
    expect(adapters({ appliance: "3/4" })).toEqual([]);
    const [[count, , why] = []] = adapters({ appliance: "1/2" });
    expect([count, why]).toEqual([1, ["the appliance is 1/2 in", "u1"]]);
  });
  it("is nothing for a washing machine, which has its own hose, but what leads to a heater", () => {
    const pipes = (code: string) =>
      bought([code])
        .filter((l) => l.group === "pipe")
        .map((l) => [l.what, l.count]);
    expect(pipes("MS-2")).toEqual([]);
    // Nobody measured how long it is.
    expect(pipes("MS-4")).toEqual([["1/2 in pipe", undefined]]);
  });
  it("tees and taps of an appliance are joints of its softener", () => {
    const joints = jointsOfTubes(tubing(["MS-2"])).get("u1")!;
    expect(joints.filter((j) => j.kind === "taperMetal").map((j) => j.parts.join(" to "))).toEqual([
      "the three-way tee to the pipe's outlet",
      "the appliance's tap to the three-way tee",
    ]);
  });
  it("names each joint once, two for every tube; a tank's port takes five turns of tape", () => {
    const all = tubing(["RO-T4", "RM-1"]);
    const joints = [...jointsOfTubes(all).values()].flat();
    // 5 turns round 13.7 mm, a tenth longer.
    const tape = tubeLines(all, {}, { rules, fittings }).find((l) => l.what.includes("tape"))!;
    expect(tape.count).toBe(Math.ceil(5 * Math.PI * 13.7 * 1.1));
    expect(joints).toHaveLength(2 * all.tubes.length + all.fixed.length);
    expect(new Set(joints.map((j) => j.id)).size).toBe(joints.length);
    expect(joints.find((j) => j.isTankPort)).toMatchObject({ kind: "taperPlastic", size: "1/4" });
  });
});
