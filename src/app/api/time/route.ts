import { now } from "@/server/clock";
import { json } from "@/server/respond";

/** The server's clock, which every timer runs on. */
export const GET = () => json({ now: now() });
export const dynamic = "force-dynamic";
