import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { cabinetOf, standingAt, type RoomFound } from "@/core/fit/cabinet";
import { misfits } from "@/core/fit/judge";
import { pack } from "@/core/fit/pack";
import { unitModels } from "@/catalogue/units";
import { surveyed } from "./desk";
import { line } from "./piped";

/** A cabinet of 800 by 700 by 500 mm with a trap near its middle. */
const cabinet = {
  "sink.width": "800 mm",
  "sink.height": "700 mm",
  "sink.depth": "500 mm",
  "sink.inside": "trap: 410, 400, 100, 300 mm",
};
const found = (codes: readonly string[], answers: Readonly<Record<string, string>> = {}) =>
  cabinetOf(surveyed().answer({ ...cabinet, ...answers }).job.answers, line(codes));
const fits = (of: RoomFound) => {
  if (of.is !== "fits") throw new Error(`it ${of.is}`);
  return of;
};

describe("a cabinet under a sink", () => {
  it("holds an RO and its tank, the one hung with room under its bowls, the other on the floor", () => {
    const { room, units, standings } = fits(found(["RO-T5"]));
    expect(units.map((u) => u.name)).toEqual(["RO-T5", "tank of RO-T5"]);
    expect(misfits(room, units, standings)).toEqual([]);
    // Bowls of RO-T5 are drawn down 100 mm.
    expect(standings[0]!.y).toBeGreaterThanOrEqual(100);
    expect(standings[1]!.y).toBe(0);
  });

  it("lays the tank on its base where it is too low for it upright", () => {
    const low = { "sink.height": "525 mm", "sink.inside": "trap: 410, 300, 380, 225 mm" };
    const { standings } = fits(found(["RO-T5"], low));
    expect(standings[1]!.lies).toBe(true);
  });

  it("that is too small is a Stop with every single thing that would help, each of which does", () => {
    const small = found(["RO-T5"], { "sink.width": "600 mm" });
    if (small.is !== "tooSmall") throw new Error(`it ${small.is}`);
    expect(small.remedies.length).toBeGreaterThan(0);
    for (const remedy of small.remedies) {
      const room =
        remedy.is === "wider"
          ? { ...small.room, width: small.room.width + remedy.by }
          : remedy.is === "higher"
            ? { ...small.room, height: small.room.height + remedy.by }
            : remedy.is === "without"
              ? { ...small.room, obstacles: small.room.obstacles.filter((o) => o.id !== remedy.obstacle) }
              : undefined;
      if (room) expect(pack(room, small.units).is, remedy.is).toBe("fits");
    }
  });

  it("asks for the depth that units take, whatever its width", () => {
    expect(found(["RO-T5"], { "sink.depth": "270 mm" }).is).toBe("tooSmall");
    expect(found(["RO-T5"], { "sink.depth": "280 mm" }).is).toBe("fits");
  });

  it("leaves 20 mm on every side of what pumps, and the usual drop under a filter that states none", () => {
    const { units } = fits(found(["RO-D"], { "sink.inside": "" }));
    expect(units[0]!.free.around).toBeGreaterThanOrEqual(20);
    const filter = [...unitModels.values()].find((m) => m.family === "pointFilter" && m.fit?.body)!;
    const { free: _free, ...bare } = filter.fit!;
    const placed = line([filter.code]).map((p) => ({ ...p, model: { ...filter, fit: bare } }));
    const of = cabinetOf(surveyed().answer({ ...cabinet, "sink.height": "2000 mm" }).job.answers, placed);
    const { height, free } = fits(of).units[0]!;
    // 585 mm from its head down, its own body among them.
    expect(height + free.below).toBe(Math.max(585, height));
  });

  it("is unknown while one of its sizes is: that is never taken for roomy", () => {
    for (const field of ["sink.width", "sink.height", "sink.depth"])
      expect(found(["RO-T5"], { [field]: "" })).toEqual({ is: "missing", fields: [field] });
  });

  it("is unknown with a unit, or a tank, whose size nobody states", () => {
    const [ro] = line(["RO-T5"]);
    const { storageTank: _tank, ...fit } = ro!.model.fit!;
    const without = cabinetOf(surveyed().answer(cabinet).job.answers, [
      { ...ro!, model: { ...ro!.model, fit } },
    ]);
    expect(without).toEqual({ is: "unmeasured", codes: ["RO-T5"] });
  });

  it("never lets units stand in trap, disposal or one another, whatever its size", () => {
    const mm = (from: number, to: number) => fc.integer({ min: from, max: to });
    let stood = 0;
    fc.assert(
      fc.property(mm(300, 1200), mm(400, 900), mm(0, 900), mm(0, 600), (width, height, x, y) => {
        const of = found(["RO-T5"], {
          "sink.width": `${width} mm`,
          "sink.height": `${height} mm`,
          "sink.inside": `trap: ${x}, ${y}, 100, 200 mm\nwaste disposal: ${Math.max(0, x - 300)}, ${y}, 180, 250 mm`,
        });
        if (of.is !== "fits") return;
        stood += 1;
        expect(misfits(of.room, of.units, of.standings)).toEqual([]);
      }),
      { numRuns: 150 },
    );
    expect(stood).toBeGreaterThan(20);
  });
});

it("every RO of the catalogue with a tank says how large that is", () => {
  for (const { code, ro, fit } of unitModels.values())
    if (ro?.tank) expect(fit?.storageTank, code).toBeDefined();
});

it("stands under the sink what is at its stop, and what is on the lines of that", () => {
  const at = (key: string, connects: "line" | "sink" | "product" | "feed", host?: string) => ({
    ...line(["RO-T5"])[0]!,
    unit: { key, model: "RO-T5", parallel: 1 },
    placement: { connects, ...(host ? { host } : {}) },
  });
  const stations = [
    at("tank", "line"),
    at("lamp", "product", "cartridge"),
    at("ro", "sink"),
    at("cartridge", "product", "ro"),
  ];
  const hung = [...stations, at("booster", "feed", "ro"), at("lost", "product", "gone")];
  expect(standingAt("sink", hung).map((s) => s.unit.key)).toEqual(["lamp", "ro", "cartridge", "booster"]);
});

it("holds as many units and tanks as stand side by side", () => {
  const { units, room, standings } = fits(found(["RO-T5x2"], { "sink.width": "3000 mm", "sink.inside": "" }));
  expect(units.map((u) => u.key)).toEqual(["u1a", "u1a.tank", "u1b", "u1b.tank"]);
  expect(misfits(room, units, standings)).toEqual([]);
});
