import { sql } from "drizzle-orm";
import type { Database } from "../database";

/** The database's clock, ms. */
export async function clockOf(db: Database): Promise<number> {
  const [rows] = (await db.execute(
    sql`select cast(unix_timestamp(now(3)) * 1000 as unsigned) as ms`,
  )) as unknown as [{ ms: number | string }[]];
  return Number(rows[0]!.ms);
}
