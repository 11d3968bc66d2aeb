import type { UnitSystem } from "../units";
import type { Fixture } from "./demand";
import { counted, readNamedLengths } from "./namedLengths";

/** Taps of a house by what they are called. */
export const tapWords = {
  shower: "shower",
  bathtub: "bathtub",
  lavatory: "lavatory",
  kitchenSink: "kitchen sink",
  toilet: "toilet",
  clothesWasher: "washing machine",
  dishwasher: "dishwasher",
} as const satisfies Partial<Record<Fixture, string>>;
/** What a tap is of. */
export type TapKind = keyof typeof tapWords;

/** A tap of the house: whole mm above the cut, and of pipe from the cut to it. */
export interface Tap {
  /** What it is called: its kind, counted where there are several. */
  readonly id: string;
  readonly kind: TapKind;
  readonly rise: number;
  readonly pipe: number;
}

type Read =
  | { readonly ok: true; readonly taps: readonly Tap[]; readonly text: string }
  | { readonly ok: false; readonly error: string };

const kinds = Object.entries(tapWords) as readonly (readonly [TapKind, string])[];
const MOST = 30;

/** A line as it may be written, in a person's unit. */
export const tapExample = (system: UnitSystem): string =>
  system === "us" ? "shower: 18, 60 ft" : "shower: 5.5, 18 m";

const written = ({ kind, rise, pipe }: Omit<Tap, "id">): string =>
  `${tapWords[kind]}: ${rise} mm, ${pipe} mm`;

/**
 * Taps of a house, one on a line: `shower: 5.5, 18 m` (above the cut, of pipe from it). `text` is what is
 * kept, with units. Refused in words, by line.
 */
export function readTaps(text: string, system: UnitSystem): Read {
  const lines = text.split("\n").filter((line) => line.trim() !== "");
  if (lines.length > MOST)
    return { ok: false, error: `At most ${MOST} taps: leave out those that have more pressure` };
  const found: Omit<Tap, "id">[] = [];
  for (const [i, line] of lines.entries()) {
    const form = { kinds, sizes: ["above the cut", "of pipe from it"], example: tapExample(system) };
    const read = readNamedLengths(line, form, system);
    if (typeof read === "string") return { ok: false, error: `Line ${i + 1}: ${read}` };
    const [rise, pipe] = read.mm as [number, number];
    if (pipe <= 0) return { ok: false, error: `Line ${i + 1}: there is some pipe to every tap` };
    found.push({ kind: read.kind, rise, pipe });
  }
  return { ok: true, taps: counted(found, tapWords), text: found.map(written).join("\n") };
}

/** Taps as they were kept; empty where there are none. */
export function tapsOf(text: string): readonly Tap[] {
  const read = readTaps(text, "metric");
  return read.ok ? read.taps : [];
}
