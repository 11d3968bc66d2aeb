import type { JointWay } from "./made";

/** A fitting that may come instead of another, between the same ports, and the joints that are made otherwise then. */
export interface Swap {
  /** The fitting that it comes instead of, by its id in the assembly. */
  readonly part: string;
  readonly was: { readonly fitting: string; readonly name: string };
  /** By its id in the catalogue. */
  readonly to: { readonly fitting: string; readonly name: string };
  /** Joints that are made alike then, with how. */
  readonly ways: readonly (JointWay & { readonly joints: readonly string[] })[];
}

/** Every joint that is made otherwise by a swap. */
export const jointsOfSwap = ({ ways }: Swap): readonly string[] => ways.flatMap((way) => way.joints);
