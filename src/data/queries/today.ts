import { and, asc, desc, eq, gte, inArray, isNotNull, lt, lte, or, sql, type SQL } from "drizzle-orm";
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
export interface StripRow extends WeekRow {
  readonly paused: boolean;
}
export interface Today {
  readonly strip: readonly StripRow[];
  readonly jobs: readonly JobRow[];
  readonly late: readonly JobRow[];
  /** How many there are of each in all: what is listed is bounded. */
  readonly total: { readonly strip: number; readonly jobs: number; readonly late: number };
}

const columns = {
  id: job.id,
  name: job.name,
  place: job.place,
  summary: job.summary,
  changedAt: job.changedAt,
};
/** What a strip shows of a clock, a visit or a time without water. */
const ofStrip = {
  jobId: stripItem.jobId,
  jobName: job.name,
  item: stripItem.item,
  kind: stripItem.kind,
  title: stripItem.title,
  who: stripItem.who,
  from: stripItem.startsAt,
  to: stripItem.endsAt,
};
const asRow = (r: {
  id: string;
  name: string;
  place: string;
  summary: unknown;
  changedAt: Date;
}): JobRow => ({ ...r, summary: r.summary as JobSummary });

const isDuring = and(
  gte(stripItem.endsAt, sql.placeholder("from")),
  lte(stripItem.startsAt, sql.placeholder("to")),
);
const isOpen = lt(job.rank, 9);
const isLate = and(isNotNull(job.dueAt), lt(job.dueAt, sql.placeholder("now")));
const counted = (table: string, where: SQL | undefined) =>
  sql<number>`(select count(*) from ${sql.identifier(table)} where ${where})`;

/** The questions of Today, each written once: it is the page that is opened most. */
const questionsOf = (db: Database) => ({
  strip: db
    .select({ ...ofStrip, paused: stripItem.paused })
    .from(stripItem)
    .innerJoin(job, eq(job.id, stripItem.jobId))
    .where(isDuring)
    .orderBy(asc(stripItem.endsAt))
    .limit(40)
    .prepare(),
  jobs: db
    .select(columns)
    .from(job)
    .where(isOpen)
    // Whoever works on site sees their own first.
    .orderBy(
      desc(sql`json_value(${job.words}, '$.people') like concat('%', ${sql.placeholder("first")}, '%')`),
      asc(job.rank),
      desc(job.changedAt),
    )
    .limit(12)
    .prepare(),
  late: db.select(columns).from(job).where(isLate).orderBy(asc(job.dueAt)).limit(12).prepare(),
  total: db
    .select({
      strip: counted("strip_item", isDuring),
      jobs: counted("job", isOpen),
      late: counted("job", isLate),
    })
    .from(sql`dual`)
    .prepare(),
});
const questions = new WeakMap<Database, ReturnType<typeof questionsOf>>();

/**
 * What is running between two moments, the jobs that need someone first, and those with something late. All
 * bounded, with how many there are. `first`: whose jobs come before all others; nobody's where it is empty.
 */
export async function todayOf(db: Database, from: Date, to: Date, now: Date, first = ""): Promise<Today> {
  const asked = questions.get(db) ?? questionsOf(db);
  questions.set(db, asked);
  const [strip, jobs, late, [total]] = await Promise.all([
    asked.strip.execute({ from, to }),
    asked.jobs.execute({ first }),
    asked.late.execute({ now }),
    asked.total.execute({ from, to, now }),
  ]);
  return {
    strip: strip.map((s) => ({ ...s, paused: s.paused === 1 })),
    jobs: jobs.map(asRow),
    late: late.map(asRow),
    total: { strip: Number(total!.strip), jobs: Number(total!.jobs), late: Number(total!.late) },
  };
}

/** A visit of somebody, or a clock that ends for them. */
export interface WeekRow {
  readonly jobId: string;
  readonly jobName: string;
  readonly item: string;
  readonly kind: string;
  readonly title: string;
  readonly who: string;
  readonly from: Date;
  readonly to: Date;
}
/** What a week shows at most. */
const MOST_OF_WEEK = 500;

/**
 * Visits that begin, and clocks that end, between two moments, at every open job, the earliest first;
 * bounded, with how many there are.
 */
export async function weekRows(
  db: Database,
  from: Date,
  to: Date,
): Promise<{ readonly rows: readonly WeekRow[]; readonly total: number }> {
  const begins = and(eq(stripItem.kind, "visit"), gte(stripItem.startsAt, from), lt(stripItem.startsAt, to));
  const ends = and(
    inArray(stripItem.kind, ["soak", "flow", "wait"]),
    eq(stripItem.paused, 0),
    gte(stripItem.endsAt, from),
    lt(stripItem.endsAt, to),
  );
  const isOfWeek = or(begins, ends);
  const [rows, [all]] = await Promise.all([
    db
      .select(ofStrip)
      .from(stripItem)
      .innerJoin(job, eq(job.id, stripItem.jobId))
      .where(isOfWeek)
      .orderBy(asc(stripItem.startsAt))
      .limit(MOST_OF_WEEK),
    db
      .select({ n: sql<number>`count(*)` })
      .from(stripItem)
      .where(isOfWeek),
  ]);
  return { rows, total: Number(all!.n) };
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
