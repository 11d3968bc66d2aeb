import Papa from "papaparse";
import { describe, expect, it } from "vitest";
import { readingsCsv } from "./readingsCsv";

const line = {
  id: "1",
  label: "Hardness in and out",
  values: "Raw 22 gpg",
  derived: "",
  place: "=HYPERLINK(1)",
  when: "after",
  level: "Good",
  reason: "-2+3",
  who: "@Tobias",
  at: "25 Nov 2026, 10:00",
  note: 'a "quoted", note',
  superseded: false,
};

describe("readings as CSV", () => {
  it("escapes what a spreadsheet would run, and comes back as it was", () => {
    const text = readingsCsv({ readings: [line] });
    const [, row] = Papa.parse<string[]>(text).data;
    expect(row![1]).toBe("'=HYPERLINK(1)");
    expect(row![6]).toBe("'-2+3");
    expect(row![8]).toBe("'@Tobias");
    expect(row![7]).toBe('a "quoted", note');
  });
});
