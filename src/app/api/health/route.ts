import { answers } from "@/data/queries/health";
import { database } from "@/server/database";
import { json } from "@/server/respond";

export const dynamic = "force-dynamic";

/** `live` while the process answers; `ready` while it also reaches its database. 503 when not ready. */
export async function GET() {
  try {
    await answers(database());
    return json({ live: true, ready: true });
  } catch {
    return json({ live: true, ready: false }, 503);
  }
}
