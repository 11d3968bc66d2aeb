import { readFileSync } from "node:fs";
import { monitorEventLoopDelay } from "node:perf_hooks";
import { hasTestClock } from "@/server/clock";
import { json } from "@/server/respond";

export const dynamic = "force-dynamic";

/** How often the loop is looked at, ms. */
const EVERY = 10;

/** What the process's own thread has had of a processor, ms: what other programs take of it does not count. */
const ownTime = (): number =>
  Number(readFileSync(`/proc/self/task/${process.pid}/schedstat`, "utf8").split(" ")[0]) / 1e6;

class Probe {
  private readonly delay = monitorEventLoopDelay({ resolution: EVERY });
  private longest = 0;
  private before = ownTime();

  constructor() {
    this.delay.enable();
    setInterval(() => this.look(), EVERY).unref();
  }

  /** A section that keeps the loop keeps this from being called, and shows at once in what the thread has had since. */
  private look(): void {
    const now = ownTime();
    this.longest = Math.max(this.longest, now - this.before);
    this.before = now;
  }

  begin(): void {
    this.delay.reset();
    this.longest = 0;
    this.before = ownTime();
  }

  told() {
    const ms = (nanoseconds: number): number => Math.round(nanoseconds / 1e6);
    return {
      p999: ms(this.delay.percentile(99.9)),
      longest: ms(this.delay.max),
      ownLongest: Math.round(this.longest),
    };
  }
}
/** One that watches as long as the process lives, and one that is begun anew. */
const kept = globalThis as typeof globalThis & {
  brantProbes?: { readonly whole: Probe; readonly lap: Probe };
};
const missing = () => new Response("Not found", { status: 404 });

/**
 * How long the process of a test build was kept from answering, ms: by whatever, and by sections of its own; since the last `POST`, and in `whole` since the
 * first. An ordinary build answers as if the address did not exist.
 */
export function GET() {
  if (!hasTestClock || !kept.brantProbes) return missing();
  const { whole, lap } = kept.brantProbes;
  return json({ ...lap.told(), whole: whole.told() });
}

/** Begins to measure, or to measure anew. */
export function POST() {
  if (!hasTestClock) return missing();
  kept.brantProbes ??= { whole: new Probe(), lap: new Probe() };
  kept.brantProbes.lap.begin();
  return json(kept.brantProbes.lap.told());
}
