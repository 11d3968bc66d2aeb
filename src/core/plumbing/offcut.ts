import type { CutList } from "./cutList";
import type { Piping } from "./piping";
import type { PricedPart } from "./priceList";
import type { Held } from "./stock";
import { pipeKey } from "./stocked";

/** Lengths of a pipe that are left from earlier jobs, mm, each there once. */
export type Offcuts = (piping: Pick<Piping, "system" | "size">) => readonly number[];

/** Shorter than this it is not worth its place on the van, mm. */
export const OFFCUT_FROM = 300;
/** Longer than the longest stick that is sold, mm (handbook 3): no offcut. */
const LONGEST = 6100;

/** A length of pipe that was left. */
interface Offcut extends Pick<Piping, "system" | "size"> {
  readonly lengthMm: number;
}

/** What an offcut lies in stock as: by its pipe and its length. */
export const partOfOffcut = (offcut: Offcut): string => `offcut ${pipeKey(offcut)} ${offcut.lengthMm}`;

/** The offcut that a part of the stock is, from `OFFCUT_FROM` to 6100 mm; undefined where it is something else. */
export function offcutOf(part: string): Offcut | undefined {
  const [, system, size, length] = /^offcut (\S+) (\S+) (\d{3,4})$/.exec(part) ?? [];
  const lengthMm = Number(length);
  if (system === undefined || size === undefined || lengthMm < OFFCUT_FROM || lengthMm > LONGEST)
    return undefined;
  return { system: system as Piping["system"], size, lengthMm };
}

/** An offcut as lists name it; it is counted by the piece. */
export const offcutPart = (
  offcut: Offcut,
  words: {
    readonly pipe: (piping: Pick<Piping, "system" | "size">) => string;
    readonly length: (mm: number) => string;
  },
): PricedPart => ({
  id: partOfOffcut(offcut),
  what: `${words.pipe(offcut)}, offcut of ${words.length(offcut.lengthMm)}`,
  unit: "pieces",
});

/**
 * Offcuts that a job can be cut from: what lies anywhere, and what it has taken already. Both maps are by
 * part, in pieces.
 */
export function offcutsIn(held: ReadonlyMap<string, Held>, taken: ReadonlyMap<string, number>): Offcuts {
  const lengths = new Map<string, number[]>();
  for (const part of new Set([...held.keys(), ...taken.keys()])) {
    const offcut = offcutOf(part);
    if (!offcut) continue;
    const { van, shop } = held.get(part) ?? { van: 0, shop: 0 };
    const count = Math.max(0, van) + Math.max(0, shop) + Math.max(0, taken.get(part) ?? 0);
    const key = pipeKey(offcut);
    lengths.set(key, [...(lengths.get(key) ?? []), ...Array.from({ length: count }, () => offcut.lengthMm)]);
  }
  return (piping) => lengths.get(pipeKey(piping)) ?? [];
}

/** Offcuts that a pipe's cutting leaves, the longest first: what is long enough to be kept of every bar. */
export const leftBy = (piping: Pick<Piping, "system" | "size">, { bars }: CutList): readonly Offcut[] =>
  bars
    .filter((bar) => bar.remainder >= OFFCUT_FROM)
    .map((bar) => ({ system: piping.system, size: piping.size, lengthMm: Math.floor(bar.remainder) }))
    .toSorted((a, b) => b.lengthMm - a.lengthMm);
