import { fillPlaceholders, sql, type SQL } from "drizzle-orm";
import { MySqlDialect, type AnyMySqlColumn } from "drizzle-orm/mysql-core";
import { drizzle, type MySql2Database } from "drizzle-orm/mysql2";
import { createPool, type Pool } from "mysql2";
import * as schema from "./schema";

export type Database = MySql2Database<typeof schema> & { readonly $client: Pool };
export type Transaction = Parameters<Parameters<Database["transaction"]>[0]>[0];

/** A pool with the settings that MariaDB needs (times in UTC, JSON as text, binary collation). */
export function poolFor(url: string, size = 12): Pool {
  return createPool({
    uri: url,
    timezone: "Z",
    supportBigNumbers: true,
    jsonStrings: true,
    charset: "UTF8MB4_BIN",
    connectionLimit: size,
    connectTimeout: 5000,
    enableKeepAlive: true,
  });
}

/**
 * Makes every connection of a pool give up in time: a statement after so many seconds, a wait for another's
 * lock after half of them. For a server, where somebody waits for the answer; what is restored or migrated
 * takes as long as it takes.
 */
export function givingUpAfter(pool: Pool, seconds: number): Pool {
  pool.on("connection", (connection) => {
    connection.query(
      `set session max_statement_time = ${seconds}, innodb_lock_wait_timeout = ${Math.ceil(seconds / 2)}`,
    );
  });
  return pool;
}

/** The database behind a pool. */
export const databaseOn = (pool: Pool): Database => drizzle(pool, { schema, mode: "default" });

/** MariaDB's error number behind a driver's error, wherever it is wrapped. */
export function errno(error: unknown): number | undefined {
  for (
    let e = error as { errno?: unknown; cause?: unknown } | undefined;
    e && typeof e === "object";
    e = e.cause as typeof e
  )
    if (typeof e.errno === "number" && e.errno > 0) return e.errno;
  return undefined;
}

export const DUPLICATE = 1062;
/** Deadlock, lock wait, record changed since last read: another transaction was in the way, and trying again helps. */
export const isPassing = (error: unknown): boolean => [1213, 1205, 1020].includes(errno(error) ?? 0);

/** Error number of a statement that found a row other than it was remembered. */
export const MOVED = 31001;
/** Put after an UPDATE sent by `atOnce`: without exactly one row found, everything is taken back with error MOVED. */
export const mustHaveChanged: SQL = sql.raw(
  `if row_count() <> 1 then signal sqlstate '45000' set mysql_errno = ${MOVED}, message_text = 'the row has moved on'; end if`,
);

/** Error number of a statement that found a file missing which an entry names. */
export const NO_SUCH_FILE = 31002;

/**
 * Statements as one compound statement, one transaction, one way there and back: all of them or none.
 * Against single statements it saves a wait for the network at each, which a log entry would otherwise pay four times.
 */
const compound = (statements: readonly SQL[]): SQL =>
  sql`begin not atomic declare exit handler for sqlexception begin rollback; resignal; end; start transaction; ${sql.join([...statements], sql`; `)}; commit; end`;

/** Sends statements as one: all of them or none. */
export async function atOnce(db: Database, statements: readonly SQL[]): Promise<void> {
  await db.execute(compound(statements));
}

/** A value of a column that is given each time the statement is sent. */
export const given = (name: string, column: AnyMySqlColumn): SQL =>
  sql`${sql.param(sql.placeholder(name), {
    mapToDriverValue: (value: unknown) => (value === null ? null : column.mapToDriverValue(value)),
  })}`;

/**
 * Statements sent often: their text is built once, each sending fills the values that are `given`. All of
 * them or none.
 */
export function builtOnce(statements: readonly SQL[]) {
  const built = new MySqlDialect().sqlToQuery(compound(statements));
  return async (db: Database, values: Readonly<Record<string, unknown>>): Promise<void> => {
    await db.$client.promise().query(built.sql, fillPlaceholders(built.params, values));
  };
}

/** Did a write give way to others that came before it, each time that it was tried. */
export const isCollision = (error: unknown): boolean =>
  isPassing(error) || [DUPLICATE, MOVED].includes(errno(error) ?? 0);

/** Runs a transaction, again with jitter when another one was in its way. */
export async function inTransaction<T>(
  db: Database,
  work: (tx: Transaction) => Promise<T>,
  again: (error: unknown) => boolean = () => false,
): Promise<T> {
  for (let attempt = 1; ; attempt += 1) {
    try {
      return await db.transaction(work);
    } catch (error) {
      if (attempt >= 8 || !(isPassing(error) || again(error))) throw error;
      await new Promise((r) => setTimeout(r, Math.random() * 15 * attempt));
    }
  }
}

/** Did the database give a statement up because it took too long. */
export const isOvertime = (error: unknown): boolean => errno(error) === 1969;

/** Is the database out of reach, rather than refusing what was asked. */
export function isUnreachable(error: unknown): boolean {
  for (
    let e = error as { code?: unknown; cause?: unknown } | undefined;
    e && typeof e === "object";
    e = e.cause as typeof e
  )
    if (
      typeof e.code === "string" &&
      /^(ECONNREFUSED|ECONNRESET|ETIMEDOUT|EPIPE|PROTOCOL_CONNECTION_LOST|ENOTFOUND|EAI_AGAIN)$/.test(e.code)
    )
      return true;
  return [1053, 1047, 1180, 2013].includes(errno(error) ?? 0);
}
