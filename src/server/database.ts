import { databaseOn, givingUpAfter, poolFor, type Database } from "@/data/database";
import type { Pool } from "mysql2";
import { env } from "./env";

/** Nobody waits longer for an answer. */
const STATEMENT_SECONDS = 20;

const kept = globalThis as typeof globalThis & { brantDatabase?: { pool: Pool; db: Database } };

/** The one pool of this process. */
export function database(): Database {
  if (!kept.brantDatabase) {
    const pool = givingUpAfter(poolFor(env.databaseUrl()), STATEMENT_SECONDS);
    kept.brantDatabase = { pool, db: databaseOn(pool) };
  }
  return kept.brantDatabase.db;
}
