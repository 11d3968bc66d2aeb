import { databaseOn, poolFor, type Database } from "@/data/database";
import type { Pool } from "mysql2";
import { env } from "./env";

const kept = globalThis as typeof globalThis & { brantDatabase?: { pool: Pool; db: Database } };

/** The one pool of this process. */
export function database(): Database {
  if (!kept.brantDatabase) {
    const pool = poolFor(env.databaseUrl());
    kept.brantDatabase = { pool, db: databaseOn(pool) };
  }
  return kept.brantDatabase.db;
}
