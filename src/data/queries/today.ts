import { and, asc, desc, eq, gte, isNotNull, lt, lte, sql } from "drizzle-orm";
import type { JobSummary } from "../../core/record";
import type { Database } from "../database";
import { job, stripItem } from "../schema";

export interface JobRow {
  readonly id: string;
  readonly name: string;
  readonly place: string;
  readonly summary: JobSummary;
  readonly changedAt: Date;
}
export interface StripRow {
  readonly jobId: string;
  readonly jobName: string;
  readonly item: string;
  readonly kind: string;
  readonly title: string;
  readonly who: string;
  readonly from: Date;
  readonly to: Date;
  readonly paused: boolean;
}
export interface Today {
  readonly strip: readonly StripRow[];
  readonly jobs: readonly JobRow[];
  readonly late: readonly JobRow[];
}

const columns = {
  id: job.id,
  name: job.name,
  place: job.place,
  summary: job.summary,
  changedAt: job.changedAt,
};
const asRow = (r: {
  id: string;
  name: string;
  place: string;
  summary: unknown;
  changedAt: Date;
}): JobRow => ({ ...r, summary: r.summary as JobSummary });

/** The three questions of Today, each written once: it is the page that is opened most. */
const questionsOf = (db: Database) => ({
  strip: db
    .select({
      jobId: stripItem.jobId,
      jobName: job.name,
      item: stripItem.item,
      kind: stripItem.kind,
      title: stripItem.title,
      who: stripItem.who,
      from: stripItem.startsAt,
      to: stripItem.endsAt,
      paused: stripItem.paused,
    })
    .from(stripItem)
    .innerJoin(job, eq(job.id, stripItem.jobId))
    .where(
      and(gte(stripItem.endsAt, sql.placeholder("from")), lte(stripItem.startsAt, sql.placeholder("to"))),
    )
    .orderBy(asc(stripItem.endsAt))
    .limit(40)
    .prepare(),
  jobs: db
    .select(columns)
    .from(job)
    .where(lt(job.rank, 9))
    .orderBy(asc(job.rank), desc(job.changedAt))
    .limit(12)
    .prepare(),
  late: db
    .select(columns)
    .from(job)
    .where(and(isNotNull(job.dueAt), lt(job.dueAt, sql.placeholder("now"))))
    .orderBy(asc(job.dueAt))
    .limit(12)
    .prepare(),
});
const questions = new WeakMap<Database, ReturnType<typeof questionsOf>>();

/** What is running between two moments, the jobs that need someone first, and those with something late. All bounded. */
export async function todayOf(db: Database, from: Date, to: Date, now: Date): Promise<Today> {
  const asked = questions.get(db) ?? questionsOf(db);
  questions.set(db, asked);
  const [strip, jobs, late] = await Promise.all([
    asked.strip.execute({ from, to }),
    asked.jobs.execute(),
    asked.late.execute({ now }),
  ]);
  return {
    strip: strip.map((s) => ({ ...s, paused: s.paused === 1 })),
    jobs: jobs.map(asRow),
    late: late.map(asRow),
  };
}

/** Visits that are not over at a moment, at every job, the earliest first; at most 500. */
export const visitsAhead = (db: Database, now: Date) =>
  db
    .select({
      item: stripItem.item,
      jobName: job.name,
      who: stripItem.who,
      from: stripItem.startsAt,
      to: stripItem.endsAt,
    })
    .from(stripItem)
    .innerJoin(job, eq(job.id, stripItem.jobId))
    .where(and(eq(stripItem.kind, "visit"), gte(stripItem.endsAt, now)))
    .orderBy(asc(stripItem.startsAt))
    .limit(500);
