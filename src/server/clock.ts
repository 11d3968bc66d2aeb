const kept = globalThis as typeof globalThis & { brantClockOffset?: number };

/** True only in a build made for the tests; an ordinary build has the answer compiled in. */
export const hasTestClock = process.env.BRANT_BUILT_WITH_TEST_CLOCK === "1";

/** The server's clock, ms. The only clock that timers run on. */
export function now(): number {
  return Date.now() + (hasTestClock ? (kept.brantClockOffset ?? 0) : 0);
}

/** Moves the clock of a test build forward; refused elsewhere. */
export function moveClock(ms: number): void {
  if (!hasTestClock) throw new Error("this build has no test clock");
  kept.brantClockOffset = (kept.brantClockOffset ?? 0) + ms;
}

/**
 * When an entry arrived, ms: by this instance's clock, but no earlier than the one before it, whose
 * instance may be a little ahead.
 */
export const arrivedAt = (clock: number, lastReceived: string | undefined): number =>
  lastReceived === undefined ? clock : Math.max(clock, Date.parse(lastReceived));

/** Longest time that an entry may have waited on a phone and still keep its own time. */
const LONGEST_WAIT = 15 * 60_000;

/**
 * When a thing happened: the phone's word while it is believable, else when it arrived. Never in the
 * future, so that no timer can finish early by a phone's wrong clock.
 */
export function happenedAt(claimed: string | undefined, received: number): number {
  const said = claimed === undefined ? Number.NaN : Date.parse(claimed);
  return said <= received && said >= received - LONGEST_WAIT ? said : received;
}
