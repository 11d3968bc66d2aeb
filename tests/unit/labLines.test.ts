import { describe, expect, it } from "vitest";
import { labNames } from "@/catalogue/labNames";
import { labTable } from "@/core/water/lab";

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
