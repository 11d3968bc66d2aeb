/** How the van is packed. */
export const takeOffGroups = [
  "units",
  "pipe",
  "fittings",
  "seal",
  "fixings",
  "tools",
  "spares",
  "site",
] as const;
export type TakeOffGroup = (typeof takeOffGroups)[number];

/** Of these one does, however many joints and units ask for it. */
export const once: ReadonlySet<TakeOffGroup> = new Set(["seal", "tools", "site"]);

/**
 * What asks for a line of the list: a joint, a piece, a fitting or unit by its id, or a rule in words;
 * `itself`: the line is that unit.
 */
export type Why =
  | { readonly by: "itself"; readonly id: string }
  | { readonly by: "joint" | "piece" | "part" | "unit"; readonly id: string }
  | { readonly by: "rule"; readonly says: string };

/** One thing to bring. */
export interface TakeOffLine {
  readonly id: string;
  /** What it lies in stock as, where another line is the same thing. */
  readonly part?: string;
  readonly group: TakeOffGroup;
  readonly what: string;
  /** How much: pieces, or mm of pipe and tape; absent where nobody can say. */
  readonly count?: number;
  readonly unit: "pieces" | "mm";
  /** What one costs, where it is known. */
  readonly price?: number;
  readonly why: readonly Why[];
}

/** What a line lies in stock as, and stands on price lists. */
export const partOf = ({ id, part }: Pick<TakeOffLine, "id" | "part">): string => part ?? id;
