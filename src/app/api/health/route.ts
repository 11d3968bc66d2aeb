import { fitnessOf, type Fitness } from "@/data/queries/health";
import { database } from "@/server/database";
import { json } from "@/server/respond";

export const dynamic = "force-dynamic";

/** Whoever asks for health has no longer to wait, ms. */
const PATIENCE = 900;

/** What the database is to this server, `unreachable` or `slow`, within a second. */
async function stateOfDatabase(): Promise<Fitness | "unreachable" | "slow"> {
  let timer: NodeJS.Timeout | undefined;
  const slow = new Promise<"slow">((resolve) => {
    timer = setTimeout(() => resolve("slow"), PATIENCE);
  });
  const asked = fitnessOf(database()).catch(() => "unreachable" as const);
  const state = await Promise.race([asked, slow]);
  clearTimeout(timer);
  return state;
}

/** `live` while the process answers; `ready` while its database does, at this build's schema. 503 when not ready, and why. */
export async function GET() {
  const state = await stateOfDatabase();
  const ready = state === "ready";
  return json({ live: true, ready, database: state }, ready ? 200 : 503);
}
