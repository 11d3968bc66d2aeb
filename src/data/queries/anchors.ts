import { and, eq, isNull, type SQL } from "drizzle-orm";
import type { Database, Transaction } from "../database";
import { anchor, job } from "../schema";

/** Where a job's log ended at some time. */
export type Anchor = typeof anchor.$inferSelect;

/** Writes down where logs end; what stands there already stays as it is. */
export const anchored = (db: Database | Transaction, ends: readonly Anchor[]): SQL =>
  db
    .insert(anchor)
    .ignore()
    .values([...ends])
    .getSQL();

/** Writes down where every log ends now; returns what was not written down before. */
export async function anchorEverything(db: Database, at: Date): Promise<readonly Anchor[]> {
  const ends = await db
    .select({ jobId: job.id, seq: job.seq, head: job.head })
    .from(job)
    .leftJoin(anchor, and(eq(anchor.jobId, job.id), eq(anchor.seq, job.seq), eq(anchor.head, job.head)))
    .where(isNull(anchor.jobId));
  const fresh = ends.map((end) => ({ ...end, at }));
  for (let i = 0; i < fresh.length; i += 500) await db.execute(anchored(db, fresh.slice(i, i + 500)));
  return fresh;
}

/** Everything that was written down, by job. */
export const allAnchors = (db: Database): Promise<Anchor[]> =>
  db.select().from(anchor).orderBy(anchor.jobId, anchor.seq);
