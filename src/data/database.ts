import { drizzle, type MySql2Database } from "drizzle-orm/mysql2";
import { createPool, type Pool } from "mysql2";
import * as schema from "./schema";

export type Database = MySql2Database<typeof schema>;
export type Transaction = Parameters<Parameters<Database["transaction"]>[0]>[0];

/** A pool with the settings that MariaDB needs (times in UTC, JSON as text, binary collation). */
export function poolFor(url: string, size = 12): Pool {
  return createPool({ uri: url, timezone: "Z", supportBigNumbers: true, jsonStrings: true, charset: "UTF8MB4_BIN", connectionLimit: size, connectTimeout: 5000, enableKeepAlive: true });
}

export const databaseOn = (pool: Pool): Database => drizzle(pool, { schema, mode: "default" });

/** MariaDB's error number behind a driver's error, wherever it is wrapped. */
export function errno(error: unknown): number | undefined {
  for (let e = error as { errno?: unknown; cause?: unknown } | undefined; e && typeof e === "object"; e = e.cause as typeof e) if (typeof e.errno === "number" && e.errno > 0) return e.errno;
  return undefined;
}

export const DUPLICATE = 1062;
const PASSING = new Set([1213, 1205, 1020]);

/** Runs a transaction, again with jitter when another one was in its way. */
export async function inTransaction<T>(db: Database, work: (tx: Transaction) => Promise<T>, again: (error: unknown) => boolean = () => false): Promise<T> {
  for (let attempt = 1; ; attempt += 1) {
    try { return await db.transaction(work); } catch (error) {
      if (attempt >= 8 || !(PASSING.has(errno(error) ?? 0) || again(error))) throw error;
      await new Promise((r) => setTimeout(r, Math.random() * 15 * attempt));
    }
  }
}

/** Is the database out of reach, rather than refusing what was asked. */
export function isUnreachable(error: unknown): boolean {
  for (let e = error as { code?: unknown; cause?: unknown } | undefined; e && typeof e === "object"; e = e.cause as typeof e)
    if (typeof e.code === "string" && /^(ECONNREFUSED|ECONNRESET|ETIMEDOUT|EPIPE|PROTOCOL_CONNECTION_LOST|ENOTFOUND|EAI_AGAIN)$/.test(e.code)) return true;
  return [1053, 1047, 1180, 2013].includes(errno(error) ?? 0);
}
