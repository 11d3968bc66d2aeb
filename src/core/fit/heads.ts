import { apartBy, bodyOf, portOf, type Standing, type WallUnit } from "./standing";

/** Heads are level within so many mm, and so far apart for flexible connectors (handbook 3, Fit). */
export const HEADS = { level: 25, apart: 200 } as const;

/** What is less than it should be between a housing's head and a tank's that follow one another along the water. */
export type HeadNote =
  | { readonly is: "notLevel"; readonly unit: string; readonly other: string; readonly by: number }
  | { readonly is: "close"; readonly unit: string; readonly other: string; readonly apart: number };

/**
 * Heads of a housing and a tank one behind the other that are not level, or too close for connectors
 * (handbook 3, Fit: preferred, so a Check and no Stop). Units without pipes are passed over.
 */
export function headNotes(units: readonly WallUnit[], standings: readonly Standing[]): readonly HeadNote[] {
  const line = units.flatMap((unit, i) => (unit.ports ? [{ unit, at: standings[i]! }] : []));
  return line.slice(1).flatMap((b, i): HeadNote[] => {
    const a = line[i]!;
    const kinds = new Set([a.unit.head, b.unit.head]);
    if (!kinds.has("housing") || !kinds.has("tank")) return [];
    const [out, into] = [
      portOf(a.unit, a.unit.ports!.outlet, a.at).y,
      portOf(b.unit, b.unit.ports!.inlet, b.at).y,
    ];
    const by = Math.abs(out - into);
    const apart = apartBy(bodyOf(a.unit, a.at), bodyOf(b.unit, b.at));
    const both = { unit: a.unit.key, other: b.unit.key };
    return [
      ...(by > HEADS.level ? [{ is: "notLevel" as const, ...both, by }] : []),
      ...(apart < HEADS.apart ? [{ is: "close" as const, ...both, apart }] : []),
    ];
  });
}

/**
 * Units that hang on their sides though they stand upright by themselves: air leaves those only where
 * something looks up.
 */
export const onTheirSides = (
  units: readonly WallUnit[],
  standings: readonly Standing[],
): readonly WallUnit[] => units.filter((unit, i) => unit.ports && unit.couldLie && standings[i]!.lies);
