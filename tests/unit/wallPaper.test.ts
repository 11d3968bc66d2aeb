import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { judgedOf, placingOfJob } from "@/core/record";
import { tubingOfJob } from "@/core/record/tubing";
import { numberedRuns } from "@/core/plumbing/named";
import { surveys } from "@/data/demo/surveys";
import { partsOf } from "@/phases/parts/listed";
import { scaleFor, wallPdf } from "@/phases/fit/WallPdf";
import { roomPaper, wallPaper } from "@/phases/fit/wallPaper";
import { knowledge, surveyed, type Desk } from "./desk";
import { placeAll, plannedTrain } from "./placing";
import { longestIn, printed } from "./printed";

function paperOf(d: Desk, profile: "us" | "metric" = "metric") {
  const parts = partsOf(d.job, judgedOf(d.job, knowledge), knowledge, { profile });
  const placing = placingOfJob(parts.fit, d.job)!;
  return { parts, placing, paper: wallPaper(parts, placing, profile)! };
}
const train = (answers = {}) => placeAll(plannedTrain(answers));
function flats(): Desk {
  const d = surveyed().answer(surveys.flats);
  const units = [
    { key: "u1", model: "KT-1354", parallel: 2 },
    { key: "u2", model: "SF-300", parallel: 2 },
  ];
  return placeAll(d.do({ kind: "designChanged", units, what: "Two and two", seen: d.job.designSeq }));
}
const reach = (points: readonly { readonly x: number; readonly y: number }[]) =>
  points.slice(1).reduce((mm, b, i) => mm + Math.abs(b.x - points[i]!.x) + Math.abs(b.y - points[i]!.y), 0);

describe("a wall on paper", () => {
  it("has every pipe that is cut, numbered as the cut list numbers it, and every piece and fitting of it", () => {
    for (const d of [train(), flats()]) {
      const { parts, paper } = paperOf(d);
      expect(paper.runs.map((r) => r.number)).toEqual(
        numberedRuns(parts.built).map((run) => parts.names.number(run)),
      );
      const pieces = paper.runs.flatMap((r) => r.pieces.split(", "));
      expect(pieces).toHaveLength(parts.built.pieces.length);
      const counted = paper.runs.flatMap((r) => r.fittings).reduce((sum, f) => sum + f.count, 0);
      // Tees and elbows of manifolds belong to several pipes: the list of parts has them.
      const shared = parts.built.fittings.filter((f) => f.isShared && f.run !== "bypass").length;
      expect(counted).toBe(parts.built.fittings.length - shared);
    }
  });

  it("draws each pipe as long as it runs, and all within the wall", () => {
    const { placing, paper } = paperOf(flats());
    const drawn = paper.pipes.reduce((mm, p) => mm + reach(p.points), 0);
    expect(drawn).toBeGreaterThan(placing.pipeMm);
    for (const { points } of paper.pipes)
      for (const p of points) {
        expect(p.x).toBeGreaterThanOrEqual(0);
        expect(p.x).toBeLessThanOrEqual(paper.width);
        expect(p.y).toBeGreaterThanOrEqual(0);
        expect(p.y).toBeLessThanOrEqual(paper.height);
      }
  });

  it("measures the whole of its floor, in the units of who prints it", () => {
    const { paper } = paperOf(train());
    const sum = paper.across.reduce((mm, m) => mm + m.to - m.from, 0);
    expect(sum).toBe(paper.width);
    expect(paper.across.every((m) => m.says.endsWith(" mm"))).toBe(true);
    expect(paperOf(train(), "us").paper.across.every((m) => m.says.endsWith(" in"))).toBe(true);
  });

  it("is seen as one stands before it where water runs to the left", () => {
    const [right, left] = [train(), train({ "cutin.runs": "left", "cutin.x": "138 in" })].map(
      (d) => paperOf(d).paper,
    );
    expect(left!.bodies.map((b) => left!.width - b.x - b.width)).toEqual(right!.bodies.map((b) => b.x));
    expect(left!.ends[0]!.x).toBe(left!.width - right!.ends[0]!.x);
    const said = (paper: typeof right) => paper!.units.map((u) => /inlet (left|right)/.exec(u.says)![1]);
    expect(said(left)).toEqual(said(right).map((side) => (side === "left" ? "right" : "left")));
  });

  it("is drawn as large as its sheet lets it be, whichever way that lies", () => {
    const size = fc.integer({ min: 300, max: 12_000 });
    fc.assert(
      fc.property(size, size, fc.constantFrom("A4" as const, "LETTER" as const), (width, height, paper) => {
        const { scale } = scaleFor({ width, height }, paper);
        // What margins, words and measures leave of a sheet that stands, and of one that lies, mm.
        const rooms =
          paper === "A4"
            ? [
                [154, 233],
                [241, 146],
              ]
            : [
                [159.9, 215.4],
                [223.4, 151.9],
              ];
        const fits = (s: number) => rooms.some(([w, h]) => width / s <= w! + 1e-9 && height / s <= h! + 1e-9);
        expect(fits(scale)).toBe(true);
        const larger = [5, 10, 15, 20, 25, 30, 40, 50, 75, 100, 150, 200].filter((s) => s < scale);
        expect(larger.some(fits)).toBe(false);
      }),
      { examples: [[6702, 300, "LETTER"]] },
    );
  });

  it.each(["A4", "LETTER"] as const)("is true to scale on %s", async (paper) => {
    const { paper: wall } = paperOf(flats());
    const pdf = await wallPdf({
      job: { name: "Old Customs House flats", place: "Quay Street" },
      wall,
      company: "Saltmarsh Water Fitters",
      zone: "UTC",
      paper,
      printed: 0,
    });
    const page = await printed(new Uint8Array(pdf));
    const rows = Array.from({ length: page.height }, (_, y) => longestIn(page, y));
    // The first long line from above is the upper edge of the wall.
    const longest = rows.find((n) => n > 600)!;
    const { scale } = scaleFor(wall, paper);
    expect(Math.abs(longest / 10 - wall.width / scale)).toBeLessThan(0.6);
  });
});

describe("a cabinet on paper", () => {
  const sink = {
    "sink.width": "42 in",
    "sink.height": "27 in",
    "sink.depth": "20 in",
    "sink.inside": "trap: 9, 14, 5, 13 in\ncold stop: 2, 16, 2, 2 in\nfaucet hole: 20, 25, 1, 1 in",
  };
  function underSink(answers: Readonly<Record<string, string>> = sink) {
    const d = surveyed().answer(answers);
    const units = [{ key: "ro", model: "RO-T5", parallel: 1 }];
    d.do({ kind: "designChanged", units, what: "RO", seen: d.job.designSeq });
    return tubingOfJob(d.job.answers, judgedOf(d.job, knowledge), d.job.places);
  }

  it("has every tube with what it is cut to, and draws those whose ends are known between their ends", () => {
    const found = underSink();
    const paper = roomPaper(found, "cabinet", "metric")!;
    expect(paper.cuts.map((c) => c.number)).toEqual(found.tubing.tubes.map((_, i) => i + 1));
    for (const [i, { lengthMm }] of found.tubing.tubes.entries())
      expect(paper.cuts[i]!.length).toBe(lengthMm === undefined ? "Unknown" : `${lengthMm} mm`);
    expect(paper.tubes.length).toBeGreaterThan(2);
    const boxes = [...paper.bodies, ...paper.obstacles];
    const touches = (p: { readonly x: number; readonly y: number }) =>
      boxes.some(
        (b) => p.x >= b.x - 1 && p.x <= b.x + b.width + 1 && p.y >= b.y - 1 && p.y <= b.y + b.height + 1,
      );
    for (const { from, to, label } of paper.tubes) {
      expect([touches(from), touches(to)]).toEqual([true, true]);
      expect(label.y).toBeLessThanOrEqual(paper.height);
    }
    expect(paper.across.reduce((mm, m) => mm + m.to - m.from, 0)).toBe(paper.width);
    expect(paper.units.map((u) => u.name)).toEqual(["RO-T5", "tank of RO-T5"]);
  });

  it("says Unknown of a tube while nobody wrote where it ends, and is none while nothing stands", () => {
    const bare = roomPaper(underSink({ ...sink, "sink.inside": "" }), "cabinet", "us")!;
    expect(bare.cuts.filter((c) => c.length === "Unknown").length).toBeGreaterThan(0);
    expect(roomPaper(underSink({ "sink.width": "42 in" }), "cabinet", "us")).toBeUndefined();
    expect(roomPaper(underSink({ ...sink, "sink.width": "12 in" }), "cabinet", "us")).toBeUndefined();
  });

  it.each(["A4", "LETTER"] as const)("is true to scale on %s", async (paper) => {
    const wall = roomPaper(underSink(), "cabinet", "us")!;
    const pdf = await wallPdf({
      job: { name: "Studio", place: "Wharf" },
      wall,
      company: "Saltmarsh Water Fitters",
      zone: "UTC",
      paper,
      printed: 0,
    });
    const page = await printed(new Uint8Array(pdf));
    const rows = Array.from({ length: page.height }, (_, y) => longestIn(page, y));
    const { scale, orientation } = scaleFor(wall, paper);
    const [across, up] = paper === "A4" ? [210, 297] : [215.9, 279.4];
    const pixels = page.width / (orientation === "landscape" ? up! : across!);
    // The edge of the cabinet is the longest line of its sheet.
    expect(Math.abs(Math.max(...rows) / pixels - wall.width / scale)).toBeLessThan(0.9);
  });
});
