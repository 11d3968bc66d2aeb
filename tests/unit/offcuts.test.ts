import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { STICK } from "@/core/plumbing/cuttings";
import { leftBy, OFFCUT_FROM, offcutOf, offcutsIn, partOfOffcut, type Offcuts } from "@/core/plumbing/offcut";
import { cutLength } from "@/core/plumbing/cutLength";
import { judgedOf } from "@/core/record";
import { partsOf } from "@/phases/parts/listed";
import { knowledge } from "./desk";
import { placeAll, plannedTrain } from "./placing";

const copper = placeAll(plannedTrain({ "cutin.pipe": "copperL" }));
const judged = judgedOf(copper.job, knowledge);
const partsWith = (offcuts?: Offcuts) =>
  partsOf(copper.job, judged, knowledge, { profile: "metric", offcuts });
const sum = (numbers: readonly number[]) => numbers.reduce((a, b) => a + b, 0);
const pipeLines = (offcuts?: Offcuts) => partsWith(offcuts).lines.filter((l) => l.group === "pipe");

describe("offcuts", () => {
  it("are parts of the stock by their pipe and length, and nothing else is", () => {
    const lengths = fc.integer({ min: OFFCUT_FROM, max: 6100 });
    fc.assert(
      fc.property(fc.constantFrom("copper", "cpvc", "pvc"), lengths, (system, lengthMm) => {
        const offcut = { system: system as "copper", size: "3/4", lengthMm };
        expect(offcutOf(partOfOffcut(offcut))).toEqual(offcut);
      }),
    );
    for (const part of [
      "pipe copper 3/4",
      "offcut copper 3/4 299",
      "offcut copper 3/4 6101",
      "offcut copper 900",
    ])
      expect(offcutOf(part)).toBeUndefined();
  });

  it("can be cut from as often as they lie there or were taken, and only where they are of the same pipe", () => {
    const one = partOfOffcut({ system: "copper", size: "3/4", lengthMm: 900 });
    const offcuts = offcutsIn(
      new Map([
        [one, { van: 1, shop: 2 }],
        ["pipe copper 3/4", { van: 6000, shop: 0 }],
      ]),
      new Map([[one, 1]]),
    );
    expect(offcuts({ system: "copper", size: "3/4" })).toEqual([900, 900, 900, 900]);
    expect(offcuts({ system: "copper", size: "1" })).toEqual([]);
    expect(offcuts({ system: "pvc", size: "3/4" })).toEqual([]);
  });

  it("are used before new sticks, and a list asks for both as they are cut", () => {
    const plain = partsWith();
    const cutting = plain.cuttings[0]!;
    expect(pipeLines().map((l) => [l.id, l.count])).toEqual([
      ["pipe copper 3/4", cutting.list!.fewestNew * STICK.stick],
    ]);
    const longest = Math.max(...cutting.pieces.map(cutLength));
    const enough: Offcuts = () => [longest, longest];
    const [sticks, offcut] = [pipeLines(enough), pipeLines(enough)].map((lines, i) =>
      lines.filter((l) => l.id.startsWith("offcut") === (i === 1)),
    );
    expect(offcut!.length).toBe(1);
    expect(offcut![0]!.count).toBeGreaterThanOrEqual(1);
    expect(sum(sticks!.map((l) => l.count!))).toBeLessThanOrEqual(cutting.list!.fewestNew * STICK.stick);
    const pieces = [...sticks!, ...offcut!].flatMap((l) => l.why.map((w) => ("id" in w ? w.id : "")));
    expect(pieces.sort()).toEqual(cutting.pieces.map((p) => p.id).sort());
  });

  it("are enough alone where all pieces go into them: no stick is asked for then", () => {
    const { pieces } = partsWith().cuttings[0]!;
    const each: Offcuts = () => pieces.map((p) => Math.max(OFFCUT_FROM, cutLength(p)));
    const lines = pipeLines(each);
    expect(lines.map((l) => l.id)).not.toContain("pipe copper 3/4");
    expect(partsWith(each).cuttings[0]!.list!.fewestNew).toBe(0);
  });

  it("that a cutting leaves are what the saw leaves of each bar, from a length on that is worth keeping", () => {
    const { piping, list } = partsWith().cuttings[0]!;
    const left = leftBy(piping, list!);
    for (const { lengthMm } of left) expect(lengthMm).toBeGreaterThanOrEqual(OFFCUT_FROM);
    for (const bar of list!.bars) {
      const used = sum(bar.pieces) + STICK.kerf * (bar.pieces.length - 1);
      expect(bar.length - used - bar.remainder).toBeGreaterThanOrEqual(0);
      expect(bar.length - used - bar.remainder).toBeLessThanOrEqual(STICK.kerf);
    }
    expect(left.length).toBe(list!.bars.filter((bar) => bar.remainder >= OFFCUT_FROM).length);
  });
});
