import { expose } from "comlink";
import { place, placingFor, type Placed } from "../core/fit/place";
import type { WallUnit } from "../core/fit/standing";
import type { Wall } from "../core/fit/wall";
import { whyNotFit, type Remedy } from "../core/fit/whyNot";

/** Where units stand best, or what would let them stand at all. */
export interface Found extends Placed {
  readonly remedies: readonly Remedy[];
}

const work = {
  /** The best places on a wall; says now and then how many pipes it has looked for. */
  place: (wall: Wall, units: readonly WallUnit[], tried: (n: number) => void): Found => {
    const placed = place(wall, units, { ...placingFor(units.length), onProgress: tried });
    return { ...placed, remedies: placed.best ? [] : whyNotFit(wall, units) };
  },
};
export type FitWork = typeof work;

expose(work);
