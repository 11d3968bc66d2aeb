import type { CatalogueFitting } from "./fittings";
import type { JointKind } from "./joint";
import type { Stub } from "./piping";

/** A corner of a pipe, mm. */
export interface Corner {
  readonly x: number;
  readonly y: number;
}

/**
 * Where a pipe begins or ends: at the house's pipe, at a unit, or in a fitting of the manifold between
 * units side by side.
 */
type EndKind = "house" | "unit" | "manifold";

/** What a pipe begins or ends at. */
export interface RunEnd {
  readonly is: EndKind;
  /** The unit, the fitting, or the house's pipe. */
  readonly part: string;
  readonly stub: Stub;
  /** The handle in the installation's scheme that the valve in its stub is turned by. */
  readonly lever?: string;
  /** Of a unit: how its port is joined, by its own manual. */
  readonly asks?: { readonly kind: JointKind; readonly tightening: string; readonly size: string };
  /**
   * A fitting that the pipe shares with others, and the m of pipe that lose as much as it does on this way;
   * absent of the house: its pipe itself.
   */
  readonly into?: { readonly fitting: CatalogueFitting; readonly likeM: number };
}

/**
 * How fittings lead a pipe so many mm nearer to the wall or further off it: two swivelled 90s in place of
 * the elbow at a corner, or in a straight way; or two 45s in one. Corners and ways by their number along
 * the water.
 */
export type PipeOffset =
  | { readonly is: "corner"; readonly mm: number; readonly corner: number }
  | { readonly is: "straight"; readonly mm: number; readonly leg: number }
  | {
      readonly is: "fortyFives";
      readonly mm: number;
      readonly leg: number;
      readonly fitting: CatalogueFitting;
    };

/** A pipe of the train on its way along the wall: its corners, and its two ends. */
export interface Run {
  readonly id: string;
  readonly points: readonly Corner[];
  readonly from: RunEnd;
  readonly to: RunEnd;
  readonly manifold?: OfManifold;
  /** Its ends stand apart, off the wall. */
  readonly offset?: PipeOffset;
}

/** A pipe of the manifold on one side of units side by side. */
export interface OfManifold {
  readonly unit: string;
  readonly side: "inlet" | "outlet";
  /** What part of the train's water runs in it while all of them draw alike. */
  readonly share: number;
}

/** What the manifold on one side of units is known by. */
export const manifoldId = ({ unit, side }: Pick<OfManifold, "unit" | "side">): string => `${unit}.${side}`;
