import { hasTestClock, moveClock, now } from "@/server/clock";
import { json } from "@/server/respond";

export const dynamic = "force-dynamic";

/** Moves the clock of a test build. An ordinary build answers as if the address did not exist. */
export async function POST(request: Request) {
  if (!hasTestClock) return new Response("Not found", { status: 404 });
  const { ms } = (await request.json()) as { ms?: unknown };
  if (typeof ms !== "number" || ms < 0) return json({ error: "ms forward" }, 400);
  moveClock(ms);
  return json({ now: now() });
}
