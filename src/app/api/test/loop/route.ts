import { subscribe } from "node:diagnostics_channel";
import { readFileSync } from "node:fs";
import type { IncomingMessage } from "node:http";
import { monitorEventLoopDelay } from "node:perf_hooks";
import { hasTestClock } from "@/server/clock";
import { json } from "@/server/respond";

export const dynamic = "force-dynamic";

/** How often the loop is looked at, ms. */
const EVERY = 10;

/** What the process's own thread has had of a processor, ms: what other programs take of it does not count. */
const ownTime = (): number =>
  Number(readFileSync(`/proc/self/task/${process.pid}/schedstat`, "utf8").split(" ")[0]) / 1e6;

/** How many requests a long section is told by. */
const ASKED_KEPT = 6;

/** What was asked last, the newest first: a section that keeps the loop is most often the work of one of these. */
const asked: string[] = [];
const keepAsked = (message: unknown): void => {
  const { request } = message as { request: IncomingMessage };
  asked.unshift(`${new Date().toISOString().slice(11, 23)} ${request.method} ${request.url}`);
  asked.length = Math.min(asked.length, ASKED_KEPT);
};

class Probe {
  private readonly delay = monitorEventLoopDelay({ resolution: EVERY });
  /** How often a section took so many ms of the thread's own time. */
  private readonly sections = new Map<number, number>();
  private before = ownTime();
  private longest = { ms: 0, until: "", asked: [] as readonly string[] };

  constructor() {
    this.delay.enable();
    setInterval(() => this.look(), EVERY).unref();
  }

  /** A section that keeps the loop keeps this from being called, and shows at once in what the thread has had since. */
  private look(): void {
    const now = ownTime();
    const took = Math.round(now - this.before);
    this.sections.set(took, (this.sections.get(took) ?? 0) + 1);
    this.before = now;
    if (took > this.longest.ms)
      this.longest = { ms: took, until: new Date().toISOString().slice(11, 23), asked: [...asked] };
  }

  begin(): void {
    this.delay.reset();
    this.sections.clear();
    this.before = ownTime();
    this.longest = { ms: 0, until: "", asked: [] };
  }

  /** What no more than one section in a thousand takes of the thread's own time, ms. */
  private ownPercentile(): number {
    const looks = [...this.sections.values()].reduce((sum, n) => sum + n, 0);
    let above = 0;
    for (const ms of [...this.sections.keys()].toSorted((a, b) => b - a)) {
      above += this.sections.get(ms)!;
      if (above > looks / 1000) return ms;
    }
    return 0;
  }

  told() {
    const ms = (nanoseconds: number): number => Math.round(nanoseconds / 1e6);
    return {
      p999: ms(this.delay.percentile(99.9)),
      longest: ms(this.delay.max),
      ownP999: this.ownPercentile(),
      ownLongest: this.longest.ms,
      longestUntil: this.longest.until,
      askedBefore: this.longest.asked,
    };
  }
}
/** One that watches as long as the process lives, and one that is begun anew. */
const kept = globalThis as typeof globalThis & {
  brantProbes?: { readonly whole: Probe; readonly lap: Probe };
};
const missing = () => new Response("Not found", { status: 404 });

/**
 * How long the process of a test build was kept from answering, ms: by whatever, and by sections of its
 * own; since the last `POST`, and in `whole` since the first. An ordinary build answers as if the address
 * did not exist.
 */
export function GET() {
  if (!hasTestClock || !kept.brantProbes) return missing();
  const { whole, lap } = kept.brantProbes;
  return json({ ...lap.told(), whole: whole.told() });
}

/** Begins to measure, or to measure anew. */
export function POST() {
  if (!hasTestClock) return missing();
  if (!kept.brantProbes) subscribe("http.server.request.start", keepAsked);
  kept.brantProbes ??= { whole: new Probe(), lap: new Probe() };
  kept.brantProbes.lap.begin();
  return json(kept.brantProbes.lap.told());
}
