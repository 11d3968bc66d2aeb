import type { Actor, JobState } from "@/core/job";
import type { Draft, Intent, Refusal } from "@/core/log";
import { createConnection } from "mysql2/promise";
import { ulid } from "ulid";
import { knowledgeWith } from "@/catalogue/knowledge";
import { decide } from "@/core/record";
import { databaseOn, poolFor, type Database } from "@/data/database";
import { appendEntry, fingerprintOf } from "@/data/queries/jobs";

/** A setting of the test command; without it these tests fail rather than pass on nothing. */
export function needed(name: string): string {
  const value = process.env[name];
  if (!value) throw new Error(`${name} is not set: run these tests by npm test`);
  return value;
}

export const knowledge = knowledgeWith();
export const imke: Actor = { id: "p1", name: "Imke Vos", role: "planner" };
export type Wish = Intent extends infer I ? (I extends Intent ? Omit<I, "id"> : never) : never;

export function open(): { readonly db: Database; readonly close: () => Promise<void> } {
  const pool = poolFor(needed("DATABASE_URL"), 8);
  return { db: databaseOn(pool), close: () => new Promise((r) => pool.end(() => r())) };
}

/** Sends an intent as the server does, with an id of its own or a repeated one. */
export function send(db: Database, job: string, wish: Wish, id = ulid(), by: Actor = imke) {
  const now = Date.now();
  return appendEntry<Refusal>(
    db,
    job,
    { id, fingerprint: fingerprintOf({ ...wish, id } as Intent, by.id) },
    (state: JobState) => {
      const decision = decide(state, { ...wish, id } as Intent, now, knowledge);
      if (!decision.ok) return { refusal: decision };
      const at = new Date(now).toISOString();
      return { draft: { id, at, received: at, by, ...decision.entry } as Draft };
    },
    { knowledge, profile: "us", now },
  );
}

/** One statement as the owner of the database, past the application's rights. */
export async function asOwner<T = unknown>(sql: string): Promise<T> {
  const connection = await createConnection({ uri: needed("DATABASE_OWNER_URL") });
  try {
    return (await connection.query(sql))[0] as T;
  } finally {
    await connection.end();
  }
}
