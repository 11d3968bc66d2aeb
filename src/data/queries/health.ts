import { sql } from "drizzle-orm";
import type { Database } from "../database";

/** Resolves while the database answers. */
export async function answers(db: Database): Promise<void> {
  await db.execute(sql`select 1`);
}
