import { monitorEventLoopDelay } from "node:perf_hooks";
import { hasTestClock } from "@/server/clock";
import { json } from "@/server/respond";

export const dynamic = "force-dynamic";

const kept = globalThis as typeof globalThis & {
  brantLoop?: ReturnType<typeof monitorEventLoopDelay>;
};
const ms = (nanoseconds: number): number => Math.round(nanoseconds / 1e6);

/** How long the process of a test build was kept from answering, ms, since it was last asked to begin anew (`POST`). An ordinary build answers as if the address did not exist. */
export function GET() {
  if (!hasTestClock || !kept.brantLoop) return new Response("Not found", { status: 404 });
  return json({ p999: ms(kept.brantLoop.percentile(99.9)), max: ms(kept.brantLoop.max) });
}

export function POST() {
  if (!hasTestClock) return new Response("Not found", { status: 404 });
  kept.brantLoop ??= monitorEventLoopDelay({ resolution: 10 });
  kept.brantLoop.enable();
  kept.brantLoop.reset();
  return json({});
}
