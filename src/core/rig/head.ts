/** Positions of a unit's own bypass, and how its handles stand in each, seen from where (handbook 4, Model). A unit's data name them. */
export interface BypassHead { readonly service: string; readonly bypass: string; readonly shut?: string; readonly diagnostic?: string; readonly seenFrom: string }

export const headPositions = ["service", "bypass", "shut", "diagnostic"] as const;

/** The positions a head has, each with how it stands, in one line. */
export const positionsOf = (head: BypassHead): { readonly name: (typeof headPositions)[number]; readonly stands: string }[] =>
  headPositions.flatMap((name) => (head[name] === undefined ? [] : [{ name, stands: `${head[name]}, seen from ${head.seenFrom}` }]));
