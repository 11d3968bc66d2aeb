import type { NetworkPipe } from "./network";
import type { PipeRun } from "./supply";

/** A tap of the house, and its way from the cut. */
export interface HouseTap {
  /** What it is called. */
  readonly id: string;
  /** Above the cut; below it less than 0. */
  readonly riseM: number;
  readonly pipe: PipeRun;
  /** L/min. */
  readonly flow: number;
}

/**
 * How a house's taps hang on its pipe: each by a branch of so many m on one pipe that leads to the
 * farthest; or, where that is undefined, each on a pipe of its own from the cut.
 */
export interface HousePipes {
  readonly branchM?: number;
  /** Nobody said so: the length of the branches, and that they hang on one pipe. */
  readonly isAssumed: boolean;
}

/** The node of a tap. */
export const tapNode = (id: string): string => `tap: ${id}`;
/** The tap that a node is of. */
export const tapAt = (node: string): string | undefined => /^tap: (.+)$/.exec(node)?.[1];

/** The pipes between the train and its taps. */
export interface HouseNetwork {
  readonly nodes: readonly { readonly id: string; readonly elevationM: number }[];
  readonly pipes: readonly NetworkPipe[];
}

/** A tap with how far along the common pipe its branch leaves it, m; 0: at its beginning. */
interface Branched {
  readonly tap: HouseTap;
  readonly at: number;
}

/** Places along the common pipe at which branches leave it, in m from its beginning. */
const placesOf = (branched: readonly Branched[]): readonly number[] =>
  [...new Set(branched.map((b) => b.at))].filter((at) => at > 0).toSorted((a, b) => a - b);

const commonNode = (place: number): string => `house.n${place}`;

/**
 * The pipes of a house to its taps, from the node behind its train (handbook 3, The network). Each tap's
 * way is as long as it was measured, whatever of it is common; a place on the common pipe is as low as the
 * lowest tap that it leads to.
 */
export function houseNetwork(
  house: string,
  taps: readonly HouseTap[],
  { branchM }: Pick<HousePipes, "branchM">,
): HouseNetwork {
  const branched = taps.map((tap): Branched => ({
    tap,
    at: branchM === undefined ? 0 : Math.max(0, tap.pipe.lengthM - branchM),
  }));
  const places = placesOf(branched);
  const nodeAt = (at: number) => (at === 0 ? house : commonNode(places.indexOf(at) + 1));
  const farthest = branched.toSorted((a, b) => b.at - a.at)[0]?.tap.pipe;
  return {
    nodes: [
      ...places.map((place) => ({
        id: nodeAt(place),
        elevationM: Math.min(...branched.filter((b) => b.at >= place).map((b) => b.tap.riseM)),
      })),
      ...taps.map(({ id, riseM }) => ({ id: tapNode(id), elevationM: riseM })),
    ],
    pipes: [
      ...places.map((place, i) => ({
        ...farthest!,
        id: `house.common.${i + 1}`,
        from: nodeAt(places[i - 1] ?? 0),
        to: nodeAt(place),
        lengthM: place - (places[i - 1] ?? 0),
      })),
      ...branched.map(({ tap: { id, pipe }, at }) => ({
        ...pipe,
        id: `house.${id}`,
        from: nodeAt(at),
        to: tapNode(id),
        lengthM: pipe.lengthM - at,
      })),
    ],
  };
}
