import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { readTaps, tapExample, tapsOf, tapWords } from "@/core/site";

describe("taps of a house, one on a line", () => {
  it("are read in anybody's unit and kept with it", () => {
    const read = readTaps("Shower: 18, 60 ft\nkitchen sink: 0, 4 m", "us");
    expect(read).toEqual({
      ok: true,
      taps: [
        { id: "shower", kind: "shower", rise: 5486, pipe: 18288 },
        { id: "kitchen sink", kind: "kitchenSink", rise: 0, pipe: 4000 },
      ],
      text: "shower: 5486 mm, 18288 mm\nkitchen sink: 0 mm, 4000 mm",
    });
  });
  it("are refused in words where a line says too little, or nonsense", () => {
    const error = (text: string) => {
      const read = readTaps(text, "metric");
      return read.ok ? "" : read.error;
    };
    expect(error("fountain: 1, 2 m")).toContain("Line 1: “fountain” is none of shower");
    expect(error("shower: 5 m")).toContain(`for example “${tapExample("metric")}”`);
    expect(error("shower: 1, 2 m\nbathtub: 3, 0 m")).toBe("Line 2: there is some pipe to every tap");
    expect(error(Array.from({ length: 31 }, () => "shower: 1, 2 m").join("\n"))).toContain("At most 30 taps");
    expect(tapsOf("nonsense")).toEqual([]);
  });
  it("read again what was kept, whatever was written", () => {
    const line = fc.record({
      word: fc.constantFrom(...Object.values(tapWords)),
      rise: fc.integer({ min: 0, max: 40_000 }),
      pipe: fc.integer({ min: 1, max: 90_000 }),
    });
    fc.assert(
      fc.property(fc.array(line, { maxLength: 10 }), (lines) => {
        const text = lines.map(({ word, rise, pipe }) => `${word}: ${rise}, ${pipe} mm`).join("\n");
        const read = readTaps(text, "metric");
        if (!read.ok) throw new Error(read.error);
        expect(tapsOf(read.text)).toEqual(read.taps);
        expect(new Set(read.taps.map((t) => t.id)).size).toBe(lines.length);
      }),
    );
  });
});
