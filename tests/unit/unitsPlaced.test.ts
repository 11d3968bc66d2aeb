import { describe, expect, it } from "vitest";
import { designed, signed } from "./desk";

const at = { x: 300, y: 0, lies: false, mirrored: false };

describe("placing units on a wall", () => {
  it("is a part of the design: kept by unit, and signed with it", () => {
    const d = designed();
    const key = d.job.units[0]!.key;
    d.do({ kind: "unitsPlaced", places: { [key]: at }, what: "moved", seen: d.job.designSeq });
    expect(d.job.places).toEqual({ [key]: at });
    const there = d.do({
      kind: "unitsPlaced",
      places: { [key]: { ...at, x: 400 } },
      what: "moved",
      seen: d.job.designSeq,
    });
    expect(there.job.places[key]).toMatchObject({ x: 400 });
    signed(d);
    expect(d.job.revisions.at(-1)!.places).toEqual({ [key]: { ...at, x: 400 } });
    d.do({ kind: "unitsPlaced", places: { [key]: at }, what: "moved back", seen: d.job.designSeq });
    // What was signed stays as it was signed.
    expect(d.job.revisions.at(-1)!.places).toEqual({ [key]: { ...at, x: 400 } });
  });

  it("goes on under a sink: a unit with its tank, both signed with the design", () => {
    const d = designed();
    const { key } = d.job.units.find((u) => u.model.startsWith("RO-T"))!;
    const places = { [key]: at, [`${key}.tank`]: { ...at, x: 700 } };
    d.do({ kind: "unitsPlaced", places, what: "stands under the sink", seen: d.job.designSeq });
    signed(d);
    expect(d.job.revisions.at(-1)!.places).toEqual(places);
  });

  it("of somebody who saw an older design is refused in words, and changes nothing", () => {
    const d = designed();
    const key = d.job.units[0]!.key;
    const seen = d.job.designSeq;
    d.do({ kind: "unitsPlaced", places: { [key]: at }, what: "moved", seen });
    expect(() =>
      d.do({ kind: "unitsPlaced", places: { [key]: { ...at, x: 0 } }, what: "moved", seen }),
    ).toThrow(/Someone changed this job meanwhile/);
    expect(d.job.places).toEqual({ [key]: at });
  });

  it("of a unit that the design does not have is refused", () => {
    const d = designed();
    expect(() =>
      d.do({ kind: "unitsPlaced", places: { u99: at }, what: "moved", seen: d.job.designSeq }),
    ).toThrow(/u99 is no unit of this design/);
  });
});
