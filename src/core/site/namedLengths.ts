import { parseQuantity, print, type UnitSystem } from "../units";

/** How a line is written that names a thing and gives its lengths. */
export interface NamedLine<K extends string> {
  /** Things by what they are called. */
  readonly kinds: readonly (readonly [K, string])[];
  /** What each length is, in their order. */
  readonly sizes: readonly string[];
  /** A line as it may be written. */
  readonly example: string;
}

/**
 * A line such as `heater: 900, 0, 500, 1300 mm`: what it names, and its lengths in whole mm; refused in
 * words. Bare numbers are in the unit of the last.
 */
export function readNamedLengths<K extends string>(
  line: string,
  { kinds, sizes, example }: NamedLine<K>,
  system: UnitSystem,
): { readonly kind: K; readonly mm: readonly number[] } | string {
  const [called = "", lengths = ""] = line.split(":");
  const word = called.trim().toLowerCase();
  const kind = kinds.find(([, label]) => label === word)?.[0];
  if (!kind) return `“${called.trim()}” is none of ${kinds.map(([, label]) => label).join(", ")}`;
  const parts = lengths.split(/[,;]/).map((part) => part.trim());
  const count = ["no", "one", "two", "three", "four"][sizes.length]!;
  if (parts.length !== sizes.length)
    return `write ${count} lengths, ${sizes.join(", ")}: for example “${example}”`;
  // The unit of the last one is meant for all that have none.
  const unit = /[^\d.\s/]+$/.exec(parts.at(-1)!)?.[0] ?? "";
  const mm: number[] = [];
  for (const [i, part] of parts.entries()) {
    const written = /^[\d.]+$/.test(part) ? `${part} ${unit}` : part;
    const read = parseQuantity(written, "length", { profile: system, range: false });
    if (!read.ok) return `${sizes[i]!}: ${read.error}`;
    if (read.measured.is !== "value") return `${sizes[i]!}: write one length`;
    mm.push(Math.round(read.measured.value));
  }
  return { kind, mm };
}

/** Things with what each is called: its kind, counted where there are several of it. */
export const counted = <K extends string, T extends { readonly kind: K }>(
  found: readonly T[],
  words: Readonly<Record<K, string>>,
): (T & { readonly id: string })[] =>
  found.map((thing, at) => {
    const isAlike = ({ kind }: T) => kind === thing.kind;
    const word = words[thing.kind];
    const number = found.slice(0, at + 1).filter(isAlike).length;
    return { ...thing, id: found.filter(isAlike).length > 1 ? `${word} ${number}` : word };
  });

/** Lines as they are kept, in whole mm, with their lengths in a person's unit. */
export const linesSaid = (text: string, system: UnitSystem): string =>
  text
    .split("\n")
    .map((line) => line.replaceAll(/(\d+) mm/g, (_, mm) => print(Number(mm), "length", system)))
    .join("; ");
