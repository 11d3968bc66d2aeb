import type { CatalogueFitting } from "./fittings";
import type { JointKind } from "./joint";
import type { Piping } from "./piping";
import type { PricedPart } from "./priceList";

// What parts are called by lists of parts, in stock and on price lists: one name for each.

/** A pipe by what it is made of and its size. */
export const pipeKey = ({ system, size }: Pick<Piping, "system" | "size">): string => `${system} ${size}`;

/** Pipe, by its length. `name`: what it is called. */
export const pipePart = <P extends Pick<Piping, "system" | "size">>(
  piping: P,
  name: (piping: P) => string,
): PricedPart => ({ id: `pipe ${pipeKey(piping)}`, what: name(piping), unit: "mm" });

/** A fitting, by the piece. */
export const fittingPart = ({ id, name }: Pick<CatalogueFitting, "id" | "name">): PricedPart => ({
  id: `fitting ${id}`,
  what: name,
  unit: "pieces",
});

const rings: Readonly<Partial<Record<JointKind, string>>> = {
  crimp: "copper crimp ring",
  clamp: "stainless clamp ring",
  expansion: "expansion ring",
};
/** The ring of a joint that is pressed; undefined for joints without one. */
export const ringPart = (size: string, kind: JointKind): PricedPart | undefined =>
  rings[kind] ? { id: `ring ${size} ${kind}`, what: `${size} in ${rings[kind]}`, unit: "pieces" } : undefined;

const seals = {
  tape: "thread tape",
  paste: "paste, rated for drinking water",
  grease: "food-grade silicone grease",
  flux: "flux",
  cement: "solvent cement, and primer where it is required",
} as const;
export type Seal = keyof typeof seals;
/** What seals joints: tape by its length, the rest one of each. */
export const sealPart = (seal: Seal): PricedPart => ({
  id: `seal ${seal}`,
  what: seals[seal],
  unit: seal === "tape" ? "mm" : "pieces",
});

/** A unit of the catalogue. */
export const unitPart = (code: string): PricedPart => ({ id: `units ${code}`, what: code, unit: "pieces" });

/** Everything that may lie in stock or stand on a price list: fittings, pipe, rings, what seals, and units. */
export function stockParts<P extends Pick<Piping, "system" | "size">>(known: {
  readonly fittings: readonly CatalogueFitting[];
  readonly pipes: readonly P[];
  readonly pipeName: (piping: P) => string;
  readonly units: readonly string[];
}): readonly PricedPart[] {
  const sizes = [...new Set(known.pipes.map((p) => p.size))];
  return [
    ...known.units.map(unitPart),
    ...known.pipes.map((piping) => pipePart(piping, known.pipeName)),
    ...known.fittings.map(fittingPart),
    ...sizes.flatMap((size) =>
      (Object.keys(rings) as JointKind[]).flatMap((kind) => ringPart(size, kind) ?? []),
    ),
    ...(Object.keys(seals) as Seal[]).map(sealPart),
  ];
}
