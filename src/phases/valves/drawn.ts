import type { Rig } from "@/core/rig";

/** Height of a row that lists a handle in its unit's box. */
export const ROW = 26;
/** Height of a head above its unit. */
export const HEAD = 40;

/** Which way the water runs on the page: to the right on a wide screen, down on a phone. */
export type Way = "right" | "down";
export interface Row {
  /** Handle that it turns. */ readonly handle: string;
  readonly tag: number;
  readonly name: string;
  /** Its position is written with it: no glyph tells it. */ readonly says?: boolean;
}
/** One thing drawn; `x`, `y` its upper left corner. */
export interface Item {
  readonly id: string;
  readonly kind: "lever" | "joint" | "head" | "unit" | "box" | "out";
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
  /** Where the pipe passes: middle of the glyph along the way of the water. */
  readonly axis: number;
  readonly lines: readonly string[];
  readonly handle?: string;
  readonly tag?: number;
  readonly unit?: string;
  readonly node?: string;
  /** Head: edges of the way in, out and past. */
  readonly edges?: readonly string[];
  readonly rows: readonly Row[];
}
export interface Pipe {
  readonly id: string;
  /** Node of the rig whose state it shows. */ readonly node: string;
  /** Edge whose flow it carries, and whether it runs from the pipe's first point. */ readonly edge?: string;
  readonly forward: boolean;
  readonly points: readonly (readonly [number, number])[];
}
export interface Drawing {
  readonly way: Way;
  readonly width: number;
  readonly height: number;
  readonly items: readonly Item[];
  readonly pipes: readonly Pipe[];
}

/** Numbers of the tags that hang on the valves, in the order of the rig's handles; what works by itself has none. */
export const tagsOf = (rig: Rig): ReadonlyMap<string, number> =>
  new Map(rig.handles.filter((h) => h.kind !== "automatic").map((h, i) => [h.id, i + 1]));

/** Words in lines of about a width, none broken. */
export function wrapped(text: string, most: number): string[] {
  const lines: string[] = [];
  for (const word of text.split(" ")) {
    const last = lines.at(-1);
    if (last !== undefined && last.length + 1 + word.length <= most)
      lines[lines.length - 1] = `${last} ${word}`;
    else lines.push(word);
  }
  return lines;
}
