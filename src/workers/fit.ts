import { expose } from "comlink";
import { pack } from "../core/fit/pack";
import { place, type Placed } from "../core/fit/place";
import { placingFor, placingLonger } from "../core/fit/patience";
import type { WallUnit } from "../core/fit/standing";
import type { Wall } from "../core/fit/wall";
import { whyNoWay } from "../core/fit/whyNoWay";
import { whyNotFit, type Remedy } from "../core/fit/whyNot";

/** Where units stand best, or what would let them stand at all. */
export interface Found extends Placed {
  readonly remedies: readonly Remedy[];
  /** They stand somewhere, whatever their pipes do. */
  readonly stands: boolean;
}

const work = {
  /** The best places on a wall; says now and then how many pipes it has looked for. `isLonger`: until they are proved, or a minute has gone. */
  place: (wall: Wall, units: readonly WallUnit[], tried: (n: number) => void, isLonger: boolean): Found => {
    const options = isLonger ? placingLonger(units.length) : placingFor(units.length);
    const placed = place(wall, units, { ...options, onProgress: tried });
    if (placed.best || !placed.isBest) return { ...placed, remedies: [], stands: true };
    const stands = pack(wall, units).is === "fits";
    return { ...placed, remedies: stands ? whyNoWay(wall, units, tried) : whyNotFit(wall, units), stands };
  },
};
export type FitWork = typeof work;

expose(work);
