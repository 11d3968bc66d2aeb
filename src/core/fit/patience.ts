import { PIPE_CLEAR } from "./wall";

/** How finely, and how long, it is looked for. */
export interface PlaceOptions {
  /**
   * Distance of the places that are tried, mm; those that touch what is on the wall, or are level with a
   * port, are tried as well.
   */
  readonly step: number;
  /** From a pipe's middle to what it passes, mm. */
  readonly clear: number;
  /** Steps of work at most: one for a place that is weighed, `ROUTE` for a pipe that is looked for. */
  readonly patience: number;
  /** Told now and then how many pipes were looked for. */
  readonly onProgress?: (tried: number) => void;
}
export const usualPlacing: PlaceOptions = { step: 50, clear: PIPE_CLEAR, patience: 2_500_000 };
/**
 * Up to so many units are tried on the finest grid; of more there are too many places for a second's work,
 * and the grid is twice as wide.
 */
export const FINEST = 3;
/** How finely, and how long, so many units are looked for. */
export const placingFor = (units: number): PlaceOptions =>
  units <= FINEST ? usualPlacing : { ...usualPlacing, step: 2 * usualPlacing.step, patience: 180_000 };

/** So much longer is looked for by who asks for it: up to a minute or so. */
const LONGER = 40;
/** Looking on for what was not proved, or not found. */
export const placingLonger = (units: number): PlaceOptions => {
  const usual = placingFor(units);
  return { ...usual, patience: LONGER * usual.patience };
};
