import { apartBy, bodyOf, portOf, type Standing, type WallUnit } from "./standing";

/** Heads are level within so many mm, and so far apart for flexible connectors (handbook 3, Fit). */
export const HEADS = { level: 25, apart: 200 } as const;

/** What is less than it should be between a housing's head and a tank's that follow one another along the water. */
export type HeadNote =
  | { readonly is: "notLevel"; readonly unit: string; readonly other: string; readonly by: number }
  | { readonly is: "close"; readonly unit: string; readonly other: string; readonly apart: number };

/** A housing and a tank that follow one another along the water. */
interface Pair {
  readonly a: { readonly unit: WallUnit; readonly at: Standing };
  readonly b: { readonly unit: WallUnit; readonly at: Standing };
}

/** Heights at which water leaves the first head and comes into the second. */
const headHeights = ({ a, b }: Pair): readonly [number, number] => [
  portOf(a.unit, a.unit.ports!.outlet, a.at).y,
  portOf(b.unit, b.unit.ports!.inlet, b.at).y,
];

/** Pairs of a housing and a tank one behind the other. Units without pipes are passed over. */
function pairsOf(units: readonly WallUnit[], standings: readonly Standing[]): readonly Pair[] {
  const line = units.flatMap((unit, i) => (unit.ports ? [{ unit, at: standings[i]! }] : []));
  return line.slice(1).flatMap((b, i): Pair[] => {
    const a = line[i]!;
    const kinds = new Set([a.unit.head, b.unit.head]);
    return kinds.has("housing") && kinds.has("tank") ? [{ a, b }] : [];
  });
}

/**
 * Heads of a housing and a tank one behind the other that are not level, or too close for connectors
 * (handbook 3, Fit: preferred, so a Check and no Stop).
 */
export const headNotes = (units: readonly WallUnit[], standings: readonly Standing[]): readonly HeadNote[] =>
  pairsOf(units, standings).flatMap((pair): HeadNote[] => {
    const { a, b } = pair;
    const [out, into] = headHeights(pair);
    const by = Math.abs(out - into);
    const apart = apartBy(bodyOf(a.unit, a.at), bodyOf(b.unit, b.at));
    const both = { unit: a.unit.key, other: b.unit.key };
    return [
      ...(by > HEADS.level ? [{ is: "notLevel" as const, ...both, by }] : []),
      ...(apart < HEADS.apart ? [{ is: "close" as const, ...both, apart }] : []),
    ];
  });

/**
 * Where the housing of a pair hangs level with its tank's head; undefined where no such pair is out of
 * level, or the housing would hang below the floor, or lower or higher than it may.
 */
export function levelled(
  units: readonly WallUnit[],
  standings: readonly Standing[],
  { unit, other }: Pick<HeadNote, "unit" | "other">,
): { readonly key: string; readonly to: Standing } | undefined {
  const pair = pairsOf(units, standings).find(({ a, b }) => a.unit.key === unit && b.unit.key === other);
  if (!pair) return undefined;
  const [out, into] = headHeights(pair);
  const [moved, up] = pair.a.unit.hangs ? [pair.a, into - out] : [pair.b, out - into];
  const { hangs } = moved.unit;
  const y = moved.at.y + up;
  if (!hangs || y < Math.max(0, hangs.least) || y > hangs.most) return undefined;
  return { key: moved.unit.key, to: { ...moved.at, y } };
}

/**
 * Units that hang on their sides though they stand upright by themselves: air leaves those only where
 * something looks up.
 */
export const onTheirSides = (
  units: readonly WallUnit[],
  standings: readonly Standing[],
): readonly WallUnit[] => units.filter((unit, i) => unit.ports && unit.couldLie && standings[i]!.lies);
