import { describe, expect, it } from "vitest";
import { labFields, labNames } from "@/catalogue/labNames";
import { labTable, readSample } from "@/core/water/lab";

const read = (text: string) =>
  labTable([], text, labNames).samples.flatMap((s) => s.items.map((i) => [i.field, i.raw]));

describe("lines of a report that somebody pasted", () => {
  it("reads results however they are parted", () => {
    expect(read("Iron: 0.35 mg/L\n- pH = 7.2\nManganese\t0.02 mg/l\nHardness .... 22 gpg")).toEqual([
      ["water.iron", "0.35"],
      ["water.ph", "7.2"],
      ["water.manganese", "0.02"],
      ["water.hardness", "22"],
    ]);
  });

  it("reads more than a kit shows, and a trace", () => {
    expect(read("Hardness > 425 mg/L\nIron: trace")).toEqual([
      ["water.hardness", "> 425"],
      ["water.iron", "trace"],
    ]);
    const taken = readSample(
      labTable([], "Hardness > 425 mg/L\nIron: trace\nE. coli: traces\npH: trace", labNames).samples[0]!
        .items,
      {},
      labFields,
      undefined,
    );
    expect(taken.answers).toMatchObject({
      "water.hardness": ">425 mg/L",
      "water.iron": "trace",
      "water.ecoli": "present",
    });
    expect(taken.answers["water.ph"]).toBeUndefined();
  });

  it("lists the lines in which it found no result", () => {
    const report = "Iron: 0.35 mg/L\n\nSampled at the kitchen\nsomething like hard water\npH 7.2";
    expect(labTable([], report, labNames).unread).toEqual([
      "Sampled at the kitchen",
      "something like hard water",
    ]);
  });

  it("passes over a line of blanks, of any length", () => {
    const blanks = " ".repeat(100_000);
    expect(read(`${blanks}\nIron: 0.35 mg/L\n\t${blanks}x`)).toEqual([["water.iron", "0.35"]]);
  });

  it("passes over a name with a long gap in it", () => {
    expect(read(`Iron${" ".repeat(50_000)}total${" ".repeat(50_000)}0.35 mg/L`)).toEqual([
      ["water.iron", "0.35"],
    ]);
  });
});
