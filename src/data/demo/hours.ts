import { TZDate } from "@date-fns/tz";
import { HOUR, MIN } from "./desk";

/** When the demo's company works: Monday to Saturday, from eight to five by its own clock. */
const FIRST_HOUR = 8;
const LAST_HOUR = 17;
const SUNDAY = 0;
const STEP = 15 * MIN;
/** Within so many steps there is always a working moment. */
const MOST_STEPS = (10 * 24 * HOUR) / STEP;

/** Does the company work from a moment on for so long, ms. */
export function isWorked(from: number, length: number, zone: string): boolean {
  const begin = new TZDate(from, zone);
  const end = new TZDate(from + length, zone);
  const closes = end.getHours() + end.getMinutes() / 60;
  return (
    begin.getDay() !== SUNDAY &&
    begin.getDate() === end.getDate() &&
    begin.getHours() >= FIRST_HOUR &&
    closes <= LAST_HOUR
  );
}

/**
 * The nearest moment at or after (`STEP` above zero) or before a given one that is as wanted. Throws where
 * none is within ten days.
 */
function nearest(from: number, step: number, wanted: (at: number) => boolean): number {
  for (let i = 0; i < MOST_STEPS; i += 1) if (wanted(from + i * step)) return from + i * step;
  throw new Error(`no working moment within ten days of ${new Date(from).toISOString()}`);
}

/**
 * Working times of the demo round a moment; lengths in ms. Started outside working hours, the next working
 * day counts as today.
 */
export interface WorkingTimes {
  /** A piece of work of a length that began so long ago, or earlier where nobody worked then. */
  readonly ago: (back: number, length: number) => number;
  /** A piece of work of a length that begins in so long, or later. */
  readonly ahead: (wait: number, length: number) => number;
  /** A piece of work that is going on now, or else was the last one. */
  readonly goingOn: (length: number) => number;
  /**
   * The end of a wait of a length that runs now and ends next, `work` behind its end and ahead of its start
   * within working hours.
   */
  readonly endOfWait: (length: number, work: number) => number;
}

/**
 * The working times of the demo's company round a moment, ms, by the clock of a time zone (IANA name). What
 * it returns throws where no such time lies within ten days.
 */
export function workingTimes(now: number, zone: string): WorkingTimes {
  const backTo = (from: number, length: number) => nearest(from, -STEP, (t) => isWorked(t, length, zone));
  const onTo = (from: number, length: number) => nearest(from, STEP, (t) => isWorked(t, length, zone));
  return {
    ago: (back, length) => backTo(now - Math.max(back, length), length),
    ahead: (wait, length) => onTo(now + wait, length),
    goingOn: (length) => backTo(now - length / 2, length),
    endOfWait: (length, work) =>
      nearest(now + HOUR, STEP, (t) => {
        const began = t - length;
        return began <= now && isWorked(t, work, zone) && isWorked(began - work, 2 * work, zone);
      }),
  };
}
