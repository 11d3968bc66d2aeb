import { clockOf, type Step } from "./step";

/** State of a step's clock. Times are ms since the epoch on the server's clock. */
export interface Clock {
  /** Water is running, or the soak stands. */
  readonly on: boolean;
  /** Counted before the present stretch. */
  readonly credited: number;
  /** Since when time counts; absent while it does not. */
  readonly countingSince?: number;
  readonly startedAt: number;
  readonly restarts: number;
  /** For a flow with a band: was the last measured flow inside it. */
  readonly inBand?: boolean;
}

export type ClockEvent =
  | { readonly is: "start" | "pause" | "restart"; readonly at: number }
  | { readonly is: "measured"; readonly at: number; readonly inBand: boolean };

const counts = (step: Step, clock: Pick<Clock, "on" | "inBand">): boolean =>
  clock.on && (step.flow?.band === undefined || clock.inBand === true);

function settle(step: Step, clock: Clock, at: number, next: Partial<Clock>): Clock {
  const credited =
    clock.credited + (clock.countingSince === undefined ? 0 : Math.max(0, at - clock.countingSince));
  const { countingSince: _, ...rest } = clock;
  const moved: Clock = { ...rest, credited, ...next };
  return counts(step, moved) ? { ...moved, countingSince: at } : moved;
}

/**
 * The clock after an event (handbook 5, Steps; handbook 4, media stage): stopping water pauses a flow's
 * clock, a flow outside its band does not count, a restart counts from zero. A second start of a running
 * clock changes nothing, so that two phones agree.
 */
export function advanceClock(step: Step, clock: Clock | undefined, event: ClockEvent): Clock | undefined {
  if (!clock) {
    if (event.is !== "start") return undefined;
    const fresh: Clock = { on: true, credited: 0, startedAt: event.at, restarts: 0 };
    return counts(step, fresh) ? { ...fresh, countingSince: event.at } : fresh;
  }
  switch (event.is) {
    case "start":
      return clock.on ? clock : settle(step, clock, event.at, { on: true });
    case "pause":
      return clock.on ? settle(step, clock, event.at, { on: false }) : clock;
    case "measured":
      return settle(step, clock, event.at, { inBand: event.inBand });
    case "restart": {
      const { inBand: _, countingSince: __, ...rest } = clock;
      const again: Clock = {
        ...rest,
        on: true,
        credited: 0,
        startedAt: event.at,
        restarts: clock.restarts + 1,
      };
      return counts(step, again) ? { ...again, countingSince: event.at } : again;
    }
  }
}

/** ms counted by a moment. Never more than has passed since the clock started. */
export const countedBy = (clock: Clock, now: number): number =>
  clock.credited + (clock.countingSince === undefined ? 0 : Math.max(0, now - clock.countingSince));

/** Has the step's minimum time run at a moment; true for a step with no clock. */
export function hasRun(step: Step, clock: Clock | undefined, now: number): boolean {
  const needed = clockOf(step);
  return needed === undefined || (clock !== undefined && countedBy(clock, now) >= needed);
}

/** When it will have run if nothing changes, ms; undefined while it does not count or has no clock. */
export function readyAt(step: Step, clock: Clock | undefined): number | undefined {
  const needed = clockOf(step);
  if (needed === undefined || clock?.countingSince === undefined) return undefined;
  return clock.countingSince + Math.max(0, needed - clock.credited);
}
