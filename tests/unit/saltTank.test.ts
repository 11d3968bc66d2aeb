import { describe, expect, it } from "vitest";
import { placeBeside } from "@/core/fit/beside";
import { misfits } from "@/core/fit/judge";
import { saltKey } from "@/core/fit/salt";
import { apartBy, bodyOf, type Standing } from "@/core/fit/standing";
import { assemblyOf } from "@/core/record";
import { knowledge, signed, type Desk } from "./desk";
import { fitted, placeAll, plannedTrain } from "./placing";

const train = () => placeAll(plannedTrain());
const key = saltKey("u2");
/** The wall of a job with what stands on it, and its salt tank that does not. */
function wallOf(d: Desk) {
  const fit = fitted(d.job);
  if (fit.found.is !== "known") throw new Error("nobody measured the wall");
  const standings = fit.units.map((u) => d.job.places[u.key]!);
  return { wall: fit.found.wall, units: fit.units, standings, tank: fit.tanks[0]! };
}
const put = (d: Desk, at: Standing) =>
  d.do({ kind: "unitsPlaced", places: { [key]: at }, what: "put", seen: d.job.designSeq });

describe("a salt tank", () => {
  it("goes where nothing is in its way, as near to its valve as it can, within its reach", () => {
    const { wall, units, standings, tank } = wallOf(train());
    const at = placeBeside(wall, units, standings, tank)!;
    const wrong = (place: Standing) => misfits(wall, [...units, tank], [...standings, place]).length;
    expect(wrong(at)).toBe(0);
    const valve = bodyOf(units[1]!, standings[1]!);
    const apart = (place: Standing) => apartBy(bodyOf(tank, place), valve);
    expect(apart(at)).toBeLessThanOrEqual(1500);
    for (let x = 0; x + tank.width <= wall.width; x += 10) {
      const other = { ...at, x };
      if (apart(other) < apart(at)) expect(wrong(other), `at ${x}`).toBeGreaterThan(0);
    }
  });

  it("has no place where the wall is full, or its valve too far", () => {
    const { wall, units, standings, tank } = wallOf(train());
    const shelf = { id: "shelf", kind: "shelf" as const, x: 0, y: 300, width: wall.width, height: 20 };
    expect(placeBeside({ ...wall, obstacles: [shelf] }, units, standings, tank)).toBeUndefined();
    const near = { ...tank, tether: { to: "u2", within: 0 } };
    const from = standings[1]!.x;
    const block = { ...shelf, y: 0, height: 400, x: Math.max(0, from - 600), width: 1600 };
    expect(placeBeside({ ...wall, obstacles: [block] }, units, standings, near)).toBeUndefined();
  });

  it("is one of the units of its wall once it is put there, takes no pipe, and is taken off again", () => {
    const d = train();
    const before = assemblyOf(fitted(d.job), d.job, knowledge)!;
    expect(fitted(d.job).units.map((u) => u.key)).toEqual(["u1", "u2"]);
    const { wall, units, standings, tank } = wallOf(d);
    put(d, placeBeside(wall, units, standings, tank)!);
    expect(fitted(d.job).units.map((u) => u.key)).toEqual(["u1", "u2", key]);
    expect(fitted(d.job).tanks).toEqual([]);
    expect(assemblyOf(fitted(d.job), d.job, knowledge)!.pieces.length).toBe(before.pieces.length);
    signed(d);
    expect(Object.keys(d.job.revisions.at(-1)!.places!)).toContain(key);
    d.do({ kind: "unitsPlaced", places: {}, off: [key], what: "off", seen: d.job.designSeq });
    expect(fitted(d.job).units.map((u) => u.key)).toEqual(["u1", "u2"]);
  });

  it("in its softener's way leaves no pipes, until it is moved", () => {
    const d = train();
    put(d, d.job.places.u2!);
    expect(assemblyOf(fitted(d.job), d.job, knowledge)).toBeUndefined();
    d.do({ kind: "unitsPlaced", places: {}, off: [key], what: "off", seen: d.job.designSeq });
    expect(assemblyOf(fitted(d.job), d.job, knowledge)).toBeDefined();
  });

  it("is no other's: of a unit that is not there it is refused, and a unit itself is not taken off", () => {
    const d = train();
    const ask = (of: object) =>
      d.try({ kind: "unitsPlaced", places: {}, what: "x", seen: d.job.designSeq, ...of });
    const at = { x: 0, y: 0, lies: false, mirrored: false };
    expect(ask({ places: { "u9.salt": at } })).toMatchObject({
      ok: false,
      error: "u9.salt is no unit of this design",
    });
    expect(ask({ off: ["u1"] })).toMatchObject({
      ok: false,
      error: "A salt tank alone is taken off the wall",
    });
  });
});
