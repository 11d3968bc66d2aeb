import { and, desc, eq, lt } from "drizzle-orm";
import { alias } from "drizzle-orm/mysql-core";
import type { Database, Transaction } from "../database";
import { audit, job, user } from "../schema";

/** A line of the audit as it is written: the ids of who did it, whose account it is about and of its job. */
export interface AuditEntry {
  readonly what: string;
  readonly by?: string;
  readonly about?: string;
  readonly job?: string;
  readonly detail?: string;
}

/** A line of the audit as it is read, with names of now; who is gone has none. */
export interface AuditLine {
  readonly n: number;
  readonly at: Date;
  readonly what: string;
  readonly by: string | null;
  readonly about: string | null;
  readonly job: string | null;
  readonly jobName: string | null;
  readonly detail: string | null;
}

/** Adds a line. */
export async function addAudit(db: Database | Transaction, entry: AuditEntry, at: Date): Promise<void> {
  await db.insert(audit).values({ ...entry, detail: entry.detail?.slice(0, 300), at });
}

/** Lines before a number, the newest first; `what` keeps to one kind. */
export async function auditBefore(
  db: Database,
  { before, what, most }: { readonly before?: number; readonly what?: string; readonly most: number },
): Promise<AuditLine[]> {
  const [actor, subject] = [alias(user, "actor"), alias(user, "subject")];
  return db
    .select({
      n: audit.n,
      at: audit.at,
      what: audit.what,
      by: actor.name,
      about: subject.name,
      job: audit.job,
      jobName: job.name,
      detail: audit.detail,
    })
    .from(audit)
    .leftJoin(actor, eq(actor.id, audit.by))
    .leftJoin(subject, eq(subject.id, audit.about))
    .leftJoin(job, eq(job.id, audit.job))
    .where(
      and(
        before === undefined ? undefined : lt(audit.n, before),
        what === undefined ? undefined : eq(audit.what, what),
      ),
    )
    .orderBy(desc(audit.n))
    .limit(most);
}
