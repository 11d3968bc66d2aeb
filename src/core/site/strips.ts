import type { UnitSystem } from "../units";
import { readNamedLengths } from "./namedLengths";
import { substrates, type Substrate } from "./substrates";

const words: Readonly<Record<Substrate, string>> = {
  woodStud: "wood stud",
  metalStud: "metal stud",
  concrete: "concrete",
  masonry: "masonry",
};

/** A part of a wall, from floor to ceiling, and what its fixings meet there: whole mm from the wall's left end. */
export interface Strip {
  readonly ground: Substrate;
  readonly x: number;
  readonly width: number;
}

type Read =
  | { readonly ok: true; readonly strips: readonly Strip[]; readonly text: string }
  | { readonly ok: false; readonly error: string };

/** A line as it may be written, in a person's unit. */
export const stripExample = (system: UnitSystem): string =>
  system === "us" ? "concrete: 0, 48 in" : "concrete: 0, 1200 mm";

const written = ({ ground, x, width }: Strip): string => `${words[ground]}: ${x} mm, ${width} mm`;

/**
 * Strips of a wall, one on a line: `concrete: 0, 1200 mm` (from the left, wide), none over another. `text`
 * is what is kept, with units. Refused in words, by line.
 */
export function readStrips(text: string, system: UnitSystem): Read {
  const lines = text.split("\n").filter((line) => line.trim() !== "");
  const strips: Strip[] = [];
  for (const [i, line] of lines.entries()) {
    const read = readNamedLengths(
      line,
      {
        kinds: substrates.map((ground) => [ground, words[ground]] as const),
        sizes: ["from the left", "wide"],
        example: stripExample(system),
      },
      system,
    );
    const at = `Line ${i + 1}: `;
    if (typeof read === "string") return { ok: false, error: at + read };
    const [x, width] = read.mm as [number, number];
    if (width <= 0) return { ok: false, error: `${at}a strip is wider than nothing` };
    const over = strips.findIndex((s) => x < s.x + s.width && s.x < x + width);
    if (over >= 0) return { ok: false, error: `${at}it lies over line ${over + 1}: where does the one end` };
    strips.push({ ground: read.kind, x, width });
  }
  return { ok: true, strips, text: strips.map(written).join("\n") };
}

/** Strips as they were kept; empty where there are none. */
export function stripsOf(text: string): readonly Strip[] {
  const read = readStrips(text, "metric");
  return read.ok ? read.strips : [];
}
