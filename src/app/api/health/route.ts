import { fitnessOf, type Fitness } from "@/data/queries/health";
import { database } from "@/server/database";
import { json } from "@/server/respond";
import { clockFault } from "@/server/skew";

export const dynamic = "force-dynamic";

/** Whoever asks for health has no longer to wait, ms. */
const PATIENCE = 900;

type State = Fitness | "unreachable" | "slow" | "another clock";

async function asked(): Promise<State> {
  const fitness = await fitnessOf(database());
  return fitness === "ready" && (await clockFault()) ? "another clock" : fitness;
}

/** What the database is to this server, within a second. */
async function stateOfDatabase(): Promise<State> {
  let timer: NodeJS.Timeout | undefined;
  const slow = new Promise<"slow">((resolve) => {
    timer = setTimeout(() => resolve("slow"), PATIENCE);
  });
  const state = await Promise.race([asked().catch(() => "unreachable" as const), slow]);
  clearTimeout(timer);
  return state;
}

/**
 * `live` while the process answers; `ready` while its database does, at this build's schema and by the same
 * clock. 503 when not ready, and why.
 */
export async function GET() {
  const state = await stateOfDatabase();
  const ready = state === "ready";
  return json({ live: true, ready, database: state }, ready ? 200 : 503);
}
