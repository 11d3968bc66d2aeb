import { describe, expect, it } from "vitest";
import { assemblyOf, draftPlaced, judgedOf } from "@/core/record";
import { partsOf } from "@/phases/parts/listed";
import { knowledge, signed, surveyed, type Desk } from "./desk";
import { fitted, measuredWall, placeAll } from "./placing";

/** A carbon tank whose ports are threads of another kind than the house's pipe has, placed. */
function placed(): Desk {
  const d = surveyed().answer({ ...measuredWall, "cutin.standOff": "203 mm" });
  d.do({
    kind: "designChanged",
    units: [{ key: "u1", model: "CT-1054", parallel: 1 }],
    what: "Carbon",
    seen: d.job.designSeq,
  });
  return placeAll(d);
}
const choose = (d: Desk, transitions: Record<string, number>) =>
  d.do({ kind: "unitsPlaced", places: {}, transitions, what: "joined another way", seen: d.job.designSeq });
const choicesOf = (d: Desk) => fitted(d.job).plan!.choices;
const fittingsAt = (d: Desk, prefix: string) =>
  assemblyOf(fitted(d.job), draftPlaced(d.job), knowledge)!.fittings.filter((f) => f.id.startsWith(prefix));

describe("another row of fittings at an end of a pipe", () => {
  it("is offered behind the shortest and cheapest, and is built where it is chosen", () => {
    const d = placed();
    const inlet = choicesOf(d).find((c) => c.end === "u1.inlet")!;
    expect(inlet.chosen).toBe(0);
    const cost = (i: number) => [inlet.options[i]!.fittings.length, inlet.options[i]!.price] as const;
    for (let i = 1; i < inlet.options.length; i += 1) {
      const [[few, cheap], [more, dear]] = [cost(i - 1), cost(i)];
      expect(more > few || (more === few && dear >= cheap)).toBe(true);
    }
    const before = fittingsAt(d, "r1.b").map((f) => f.fitting.name);
    expect(before.toReversed()).toEqual(expect.arrayContaining([...inlet.options[0]!.fittings]));
    choose(d, { "u1.inlet": 1 });
    const after = fittingsAt(d, "r1.b").map((f) => f.fitting.name);
    expect(after).toEqual(expect.arrayContaining([...inlet.options[1]!.fittings]));
    expect(after).not.toEqual(before);
    // The other end is joined as it was.
    expect(choicesOf(d).find((c) => c.end === "u1.outlet")!.chosen).toBe(0);
    const { lines } = partsOf(d.job, judgedOf(d.job, knowledge), knowledge, { profile: "us" });
    for (const name of inlet.options[1]!.fittings) expect(lines.map((l) => l.what)).toContain(name);
  });

  it("is signed with the design, and another needs a new revision", () => {
    const d = placed();
    choose(d, { "u1.inlet": 1 });
    signed(d);
    expect(d.job.revisions.at(-1)!.transitions).toEqual({ "u1.inlet": 1 });
    choose(d, { "u1.inlet": 2 });
    expect(d.job.revisions.at(-1)!.transitions).toEqual({ "u1.inlet": 1 });
    expect(d.job.transitions).toEqual({ "u1.inlet": 2 });
  });

  it("is refused at an end that no pipe of the design has, and past the last that is offered", () => {
    const d = placed();
    const sent = (transitions: Record<string, number>) =>
      d.try({ kind: "unitsPlaced", places: {}, transitions, what: "joined", seen: d.job.designSeq });
    expect(sent({ "u9.inlet": 1 })).toMatchObject({
      ok: false,
      error: "No pipe of this design ends at u9.inlet",
    });
    expect(sent({ "house.before": 1 })).toMatchObject({ ok: true });
  });

  it("is the first again where it is offered no more", () => {
    const d = placed();
    choose(d, { "u1.inlet": 2 });
    const options = choicesOf(d).find((c) => c.end === "u1.inlet")!.options.length;
    expect(choicesOf(d).find((c) => c.end === "u1.inlet")!.chosen).toBe(options > 2 ? 2 : 0);
    expect(assemblyOf(fitted(d.job), draftPlaced(d.job), knowledge)).toBeDefined();
  });
});
