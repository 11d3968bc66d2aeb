import { describe, expect, it } from "vitest";
import { misfits } from "@/core/fit/judge";
import { judgedOf } from "@/core/record";
import { tubingOfJob } from "@/core/record/tubing";
import { partsOf } from "@/phases/parts/listed";
import { roomPaper } from "@/phases/fit/wallPaper";
import { knowledge, signed, surveyed, type Desk } from "./desk";

/** A wall of 2 m with the cold pipe and a drain on it. */
const wall = {
  "space.width": "2000 mm",
  "space.height": "2400 mm",
  "space.depth": "600 mm",
  "wall.obstacles": "pipe: 100, 0, 40, 2400 mm\ndrain: 1800, 300, 100, 100 mm",
};
function planned(units: readonly string[], answers: Readonly<Record<string, string>> = wall): Desk {
  const d = surveyed().answer(answers);
  return d.do({
    kind: "designChanged",
    units: units.map((model, i) => ({ key: `u${i + 1}`, model, parallel: 1 })),
    what: units.join(", "),
    seen: d.job.designSeq,
  });
}
const roomOf = (d: Desk) => tubingOfJob(d.job.answers, judgedOf(d.job, knowledge), d.job.places);
function fits(d: Desk) {
  const { ownWall } = roomOf(d);
  if (ownWall?.is !== "fits") throw new Error(`its wall: ${ownWall?.is}`);
  return ownWall;
}

describe("a unit at the cold pipe, on its wall", () => {
  it("hangs clear of what is there, with its pump beside it, and room under its housings", () => {
    const { room, units, standings } = fits(planned(["RO-H", "BP-3"]));
    expect(units.map((u) => u.name)).toEqual(["RO-H", "BP-3"]);
    expect(misfits(room, units, standings)).toEqual([]);
    // At hand, where it is opened and read.
    expect(standings[0]!.y).toBeGreaterThanOrEqual(900);
    const low = fits(planned(["RO-H"], { ...wall, "space.height": "900 mm" }));
    expect(low.standings[0]!.y).toBeLessThan(900);
    expect(low.standings[0]!.y).toBeGreaterThanOrEqual(120);
  });

  it("has its feed and its waste cut to the pipe and the drain on that wall; where its water goes nobody knows", () => {
    const { tubing, ownWall } = roomOf(planned(["RO-H"]));
    if (ownWall?.is !== "fits") throw new Error("it does not fit");
    const lengths = new Map(tubing.tubes.map((t) => [t.role, t.lengthMm]));
    expect(lengths.get("product")).toBeUndefined();
    // Feed: from the middle of the pipe, half the unit's depth forward, with the unit's depth to draw it
    // out by, and what goes into its port.
    const [at] = ownWall.standings;
    const feed = tubing.tubes.find((t) => t.role === "feed")!;
    const port = { x: at!.x + 210 - 80, y: at!.y };
    const way = Math.abs(port.x - 120) + Math.abs(port.y - 1200) + 90;
    expect(feed.lengthMm).toBe(Math.ceil((way + 180 + (feed.to.insertMm ?? 0)) / 10) * 10);
    expect(lengths.get("drain")).toBeGreaterThan(0);
  });

  it("is a Stop with what would let it, where the wall is too small: in front it is opened", () => {
    const small = roomOf(planned(["RO-H"], { ...wall, "space.depth": "400 mm" })).ownWall!;
    expect(small).toMatchObject({ is: "tooSmall" });
    // 180 deep, 250 free before it.
    if (small.is === "tooSmall") expect(small.remedies).toContainEqual({ is: "deeper", by: 30 });
    expect(roomOf(planned(["RO-H"], { "space.width": "2 m" })).ownWall).toEqual({
      is: "missing",
      fields: ["space.height", "space.depth"],
    });
  });

  it("is moved by hand, kept, and signed with the design", () => {
    const d = planned(["RO-H"]);
    const places = { u1: { x: 700, y: 900, lies: false, mirrored: false } };
    d.do({ kind: "unitsPlaced", places, what: "moved on the wall", seen: d.job.designSeq });
    expect(fits(d)).toMatchObject({ byHand: true, standings: [places.u1] });
    signed(d);
    expect(d.job.revisions.at(-1)!.places).toEqual(places);
  });

  it("is drawn on paper with its tubes, and they are in its list", () => {
    const d = planned(["RO-H"]);
    const paper = roomPaper(roomOf(d), "ownWall", "metric")!;
    expect(paper.is).toBe("ownWall");
    expect(paper.bodies.map((b) => b.name)).toEqual(["RO-H"]);
    expect(paper.units[0]!.says).toMatch(/above the floor$/);
    expect(paper.tubes.map((t) => t.number)).toEqual([1, 3]);
    const parts = partsOf(d.job, judgedOf(d.job, knowledge), knowledge, { profile: "metric" });
    expect(parts.tubing.tubes.map((t) => t.lengthMm !== undefined)).toEqual([true, false, true]);
  });

  it("has no wall of its own beside a train, nor is a unit under a sink on one", () => {
    expect(roomOf(planned(["PS-20", "RO-H"])).ownWall).toBeUndefined();
    expect(roomOf(planned(["RO-T5"])).ownWall).toBeUndefined();
  });
});
