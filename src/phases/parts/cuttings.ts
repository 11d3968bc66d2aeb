import type { Assembly, Piece } from "@/core/plumbing/assembly";
import { cutList, type CutList } from "@/core/plumbing/cutList";
import type { Piping } from "@/core/plumbing/piping";
import { cutLength, isCoiled } from "@/core/plumbing/takeOff";

/** Rigid pipe is cut from sticks of this length, with this much for the saw, mm (handbook 3, Cut list). */
export const STICK = { stick: 3050, kerf: 2, offcuts: [] } as const;

/** How the pieces of one pipe are cut: from sticks, or off a coil. */
export interface Cutting {
  readonly piping: Piping;
  readonly pieces: readonly Piece[];
  /** Absent off a coil, and where a piece is longer than any stick. */
  readonly list?: CutList;
}

/** How every piece of an assembly is cut, by its pipe. */
export function cuttingsOf({ pieces }: Assembly): readonly Cutting[] {
  const byPipe = new Map<string, Piece[]>();
  for (const p of pieces) {
    const key = `${p.piping.system} ${p.piping.size}`;
    byPipe.set(key, [...(byPipe.get(key) ?? []), p]);
  }
  return [...byPipe.values()].map((own) => {
    const { piping } = own[0]!;
    return { piping, pieces: own, list: isCoiled(piping) ? undefined : cutList(own.map(cutLength), STICK) };
  });
}
