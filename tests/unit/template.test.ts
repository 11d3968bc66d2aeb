import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { templateSheets } from "@/core/fit/template";
import { CHECK_LINE, templatePdf } from "@/phases/fit/TemplatePdf";
import { longestIn, printed } from "./printed";

describe("the sheets of a drilling template", () => {
  it("hold both holes, within what a printer reaches, as far apart as they are when match lines lie on one another", () => {
    fc.assert(
      fc.property(fc.integer({ min: 10, max: 1500 }), fc.integer({ min: 150, max: 300 }), (apart, width) => {
        const sheets = templateSheets(apart, width);
        const marks = sheets.map(({ holes, matches }) => [...holes, ...matches].toSorted((a, b) => a - b));
        for (const each of marks) {
          expect(each).toHaveLength(2);
          expect(each[0]).toBeGreaterThanOrEqual(0);
          expect(each[1]).toBeLessThanOrEqual(width);
        }
        expect(sheets.flatMap((s) => s.holes)).toHaveLength(2);
        expect(marks.reduce((sum, each) => sum + each[1]! - each[0]!, 0)).toBeCloseTo(apart, 6);
      }),
    );
  });

  it("by hand: 178 mm stand in the middle of one sheet of 277, 500 mm on two", () => {
    expect(templateSheets(178, 277)).toEqual([{ holes: [49.5, 227.5], matches: [] }]);
    expect(templateSheets(400, 240)).toEqual([
      { holes: [20], matches: [220] },
      { holes: [220], matches: [20] },
    ]);
  });
});

describe("a drilling template on paper", () => {
  it.each(["A4", "LETTER"] as const)(
    "is true to scale on %s: its line is 100 mm, its holes as far apart as they are",
    async (paper) => {
      const unit = { key: "u1", code: "RO-T5", pattern: { hole: 4, apart: 178 }, says: "two holes" };
      const pdf = await templatePdf({
        job: { name: "Pell Lane bakery", place: "Mill house" },
        units: [unit],
        company: "Saltmarsh Water Fitters",
        zone: "UTC",
        paper,
        printed: 0,
      });
      const page = await printed(new Uint8Array(pdf));
      const rows = Array.from({ length: page.height }, (_, y) => longestIn(page, y));
      const level = rows.indexOf(Math.max(...rows));
      const check = rows.findIndex((n, y) => y > level + 100 && n > 500);
      expect(rows[check]! / 10).toBeGreaterThan(CHECK_LINE - 0.5);
      expect(rows[check]! / 10).toBeLessThan(CHECK_LINE + 0.7);
      // Six millimetres above the level line only the crosses are dark.
      const crossed = Array.from({ length: page.width }, (_, x) => x).filter((x) => page.dark(x, level - 60));
      const apart = (Math.max(...crossed) - Math.min(...crossed)) / 10;
      expect(Math.abs(apart - 178)).toBeLessThan(0.4);
    },
  );
});
