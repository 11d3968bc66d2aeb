import { sql } from "drizzle-orm";
import { errno, type Database } from "../database";
import journal from "../migrations/meta/_journal.json";

/** What a database is to this build. */
export type Fitness = "ready" | "empty" | "older" | "newer";

const NO_SUCH_TABLE = 1146;
/** When the newest migration that this build knows was made. */
const newest = Math.max(...journal.entries.map((entry) => entry.when));

/** Whether the database's schema is this build's; throws where the database does not answer. */
export async function fitnessOf(db: Database): Promise<Fitness> {
  try {
    const [rows] = (await db.execute(
      sql`select max(created_at) as at from __drizzle_migrations`,
    )) as unknown as [{ at: number | string | null }[]];
    const at = rows[0]?.at;
    if (at === null || at === undefined) return "empty";
    if (Number(at) === newest) return "ready";
    return Number(at) < newest ? "older" : "newer";
  } catch (error) {
    if (errno(error) === NO_SUCH_TABLE) return "empty";
    throw error;
  }
}
