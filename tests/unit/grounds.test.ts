import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { groundsOf } from "@/core/fit/ground";
import { readStrips, stripExample, stripsOf } from "@/core/site";
import { substrates } from "@/core/site/substrates";
import { judgedOf } from "@/core/record";
import { knowledgeWith } from "@/catalogue/knowledge";
import { partsOf } from "@/phases/parts/listed";
import { surveyed, type Desk } from "./desk";
import { plannedTrain } from "./placing";

const rect = (x: number, width = 200, y = 1200, height = 600) => ({ x, y, width, height });
const grounds = (
  answers: Readonly<Record<string, string>>,
  bodies: Readonly<Record<string, ReturnType<typeof rect>>>,
) => {
  const all = new Map(Object.entries(bodies));
  return groundsOf(surveyed().answer(answers).job.answers, [...all.keys()], all);
};
const two = {
  "wall.substrate": "concrete,metalStud",
  "wall.strips": "concrete: 0, 1200 mm\nmetal stud: 1200, 1200 mm",
};

describe("strips of a wall", () => {
  it("are read in any unit, kept with their units, and read again as they were kept", () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.constantFrom(...substrates), fc.integer({ min: 1, max: 2000 })), {
          maxLength: 5,
        }),
        (all) => {
          const words = {
            woodStud: "wood stud",
            metalStud: "metal stud",
            concrete: "concrete",
            masonry: "masonry",
          };
          const lines = all.map(([ground, width], i) => {
            const x = all.slice(0, i).reduce((sum, [, w]) => sum + w, 0);
            return `${words[ground]}: ${x}, ${width} mm`;
          });
          const read = readStrips(lines.join("\n"), "us");
          if (!read.ok) throw new Error(read.error);
          expect(read.strips.map((s) => [s.ground, s.width])).toEqual(all);
          expect(stripsOf(read.text)).toEqual(read.strips);
        },
      ),
    );
    expect(readStrips(stripExample("us"), "us")).toMatchObject({
      strips: [{ ground: "concrete", x: 0, width: 1219 }],
    });
  });

  it.each([
    ["plaster: 0, 10 mm", "Line 1: “plaster” is none of wood stud"],
    ["concrete: 0", "Line 1: write two lengths, from the left, wide"],
    ["concrete: 0, 0 mm", "Line 1: a strip is wider than nothing"],
    ["concrete: 0, 500 mm\nmasonry: 400, 200 mm", "Line 2: it lies over line 1"],
  ])("%s is refused in words, by line", (text, error) => {
    expect(readStrips(text, "metric")).toMatchObject({
      ok: false,
      error: expect.stringContaining(error) as string,
    });
  });
});

describe("what fixings meet", () => {
  it("is the wall's one substrate wherever a unit hangs, placed or not", () => {
    const answers = surveyed().answer({ "wall.substrate": "masonry" }).job.answers;
    expect([...groundsOf(answers, ["u1"], new Map()).under]).toEqual([["u1", "masonry"]]);
  });

  it("is the strip that a unit is wholly on; between two of them, or not placed, it is unknown", () => {
    const { under } = grounds(two, {
      left: rect(0),
      right: rect(1200),
      across: rect(1100),
      beyond: rect(2300),
    });
    expect([...under]).toEqual([
      ["left", "concrete"],
      ["right", "metalStud"],
    ]);
  });

  it("is unknown on a wall of two kinds while nobody says which is where", () => {
    expect(grounds({ "wall.substrate": "concrete,metalStud" }, { u1: rect(0) }).under.size).toBe(0);
  });

  it("of metal studs asks for a board as large as all that hangs there", () => {
    const { boards } = grounds(two, {
      a: rect(1205, 190, 1200, 600),
      b: rect(1600, 400, 1000, 620),
      c: rect(0),
    });
    expect(boards).toEqual([{ width: 795, height: 800, keys: ["a", "b"] }]);
    expect(grounds({ "wall.substrate": "concrete" }, { a: rect(0) }).boards).toEqual([]);
  });
});

describe("the list of a wall of two kinds", () => {
  const known = {
    ...knowledgeWith(),
    anchors: { concrete: { holds: 60, pullsOut: 40 }, metalStud: { holds: 20, pullsOut: 10 } },
  };
  const linesOf = (d: Desk) =>
    partsOf(d.job, judgedOf(d.job, known), known, { profile: "metric" }).lines.filter((l) =>
      /^(anchor|board)/.test(l.id),
    );
  const placed = (answers: Readonly<Record<string, string>>, xs: readonly number[]) => {
    const d = plannedTrain({ "wall.substrate": "concrete,metalStud", ...answers }, ["PS-20", "CB-20"]);
    const places = Object.fromEntries(
      xs.map((x, i) => [`u${i + 1}`, { x, y: 1000, lies: false, mirrored: false }]),
    );
    return d.do({ kind: "unitsPlaced", places, what: "placed", seen: d.job.designSeq });
  };

  it("counts each unit's anchors on the ground that it hangs on", () => {
    const lines = linesOf(placed({ "wall.strips": two["wall.strips"] }, [600, 1400]));
    expect(
      lines.map((l) => [l.id, l.why.filter((w) => w.by === "unit").map((w) => w.by === "unit" && w.id)]),
    ).toEqual([
      ["anchor metalStud", ["u2"]],
      ["anchor concrete", ["u1"]],
      ["board u2", ["u2"]],
    ]);
    expect(lines.every((l) => l.count !== undefined && l.count > 0)).toBe(true);
    // CB-20 is 190 by 600 mm.
    expect(lines.at(-1)!.what).toBe("plywood board, 190 mm wide and 600 mm high at least");
  });

  it("names every kind, and no number, while it is not said which is where", () => {
    const lines = linesOf(placed({}, [600, 1400]));
    expect(lines.map((l) => [l.id, l.count])).toEqual([
      ["anchor metalStud", undefined],
      ["anchor concrete", undefined],
    ]);
  });

  it("takes the wall from its left end, wherever the water runs to", () => {
    const d = placed(
      { "wall.strips": two["wall.strips"], "cutin.runs": "left", "cutin.x": "138 in" },
      [600, 1400],
    );
    // Drawn from the right, 3810 mm wide: both stand to the right of both strips.
    expect(linesOf(d).every((l) => l.count === undefined)).toBe(true);
  });
});
