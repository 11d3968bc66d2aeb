import type { Assembly, Piece } from "@/core/plumbing/assembly";
import { cutList } from "@/core/plumbing/cutList";
import { cutLength, isCoiled } from "@/core/plumbing/takeOff";
import type { Cutting } from "./CutListView";

/** Rigid pipe is cut from sticks of this length, with this much for the saw, mm (handbook 3, Cut list). */
const STICK = { stick: 3050, kerf: 2, offcuts: [] } as const;

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
