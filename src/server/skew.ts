import { clockOf } from "@/data/queries/clock";
import { database } from "./database";

/**
 * An instance whose clock is farther than this from the database's decides no times, ms: all instances
 * share that clock and nothing else.
 */
export const MOST_SKEW = 2000;
/** A measurement holds so long, ms. */
const HOLDS = 30_000;

const kept = globalThis as typeof globalThis & {
  brantSkew?: { readonly until: number; readonly ms: number };
};

/** How far this machine's clock is ahead of the database's, ms, as measured within the last half minute. */
export async function skew(): Promise<number> {
  // By a clock that nobody sets: the other one is what is measured.
  const started = performance.now();
  if (kept.brantSkew && kept.brantSkew.until > started) return kept.brantSkew.ms;
  const there = await clockOf(database());
  const way = performance.now() - started;
  const ms = Date.now() - way / 2 - there;
  kept.brantSkew = { until: started + HOLDS, ms };
  return ms;
}

/** Does this machine's clock differ too much from the database's; in words where it does. */
export async function clockFault(): Promise<string | undefined> {
  const ms = await skew();
  return Math.abs(ms) <= MOST_SKEW
    ? undefined
    : `This server's clock is ${Math.abs(ms / 1000).toFixed(0)} s ${ms > 0 ? "ahead of" : "behind"} the database's: it takes nothing until that is put right. What you entered is kept; it is sent again by itself`;
}
